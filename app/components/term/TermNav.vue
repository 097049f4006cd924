<script setup lang="ts">
/** The rooms of Term: what is to come until the grading, what was done so far, and what weeks and months are about. */
const teaches = useMayWrite()
</script>

<template>
  <nav class="rooms" aria-label="Term">
    <NuxtLink to="/term" exact-active-class="on">Until the grading</NuxtLink>
    <NuxtLink v-if="teaches" to="/term/balance" active-class="on">Balance so far</NuxtLink>
    <NuxtLink to="/term/programme" active-class="on">Weeks and months</NuxtLink>
  </nav>
</template>

<style scoped>
.rooms {
  display: flex;
  gap: 18px;
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
