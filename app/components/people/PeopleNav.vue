<script setup lang="ts">
/** The rooms of People: tonight's register, and everybody there is. */
const mayKeep = useMayKeepRoster()
const teaches = useMayWrite()
const route = useRoute()
</script>

<template>
  <nav class="rooms mb-2" aria-label="People">
    <NuxtLink to="/people" exact-active-class="on">Register</NuxtLink>
    <NuxtLink v-if="mayKeep" to="/people/roster" :class="{ on: route.path.startsWith('/people/roster') }"
      >Roster</NuxtLink
    >
    <NuxtLink v-if="teaches" to="/people/attendance" active-class="on">Attendance</NuxtLink>
    <NuxtLink v-if="teaches" to="/people/practised" active-class="on">Who has had what</NuxtLink>
  </nav>
</template>
