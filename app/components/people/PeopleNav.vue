<script setup lang="ts">
/** The rooms of People: tonight's register, and everybody there is. */
const mayKeep = useMayKeepRoster()
const teaches = useMayWrite()
const route = useRoute()
</script>

<template>
  <nav class="rooms" aria-label="People">
    <NuxtLink to="/people" exact-active-class="on">Register</NuxtLink>
    <NuxtLink v-if="mayKeep" to="/people/roster" :class="{ on: route.path.startsWith('/people/roster') }"
      >Roster</NuxtLink
    >
    <NuxtLink v-if="teaches" to="/people/attendance" active-class="on">Attendance</NuxtLink>
    <NuxtLink v-if="teaches" to="/people/practised" active-class="on">Who has had what</NuxtLink>
  </nav>
</template>

<style scoped>
.rooms {
  display: flex;
  gap: 18px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--color-straw);
}
.rooms a {
  padding: 2px 0 5px;
  font-weight: 600;
  color: var(--color-ash);
  border-bottom: 3px solid transparent;
}
.rooms a:hover {
  color: var(--color-umber);
}
.rooms a.on {
  color: var(--color-umber);
  border-color: var(--color-gilt);
}
</style>
