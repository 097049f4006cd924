<script setup lang="ts">
/** The rooms of Term: what is to come until the grading, what was done so far, and what weeks and months are about. */
const teaches = useMayWrite()
</script>

<template>
  <nav class="rooms print:hidden" aria-label="Term">
    <NuxtLink to="/term" exact-active-class="on">Until the grading</NuxtLink>
    <NuxtLink v-if="teaches" to="/term/balance" active-class="on">Balance so far</NuxtLink>
    <NuxtLink to="/term/programme" active-class="on">Weeks and months</NuxtLink>
  </nav>
</template>
