<script setup lang="ts">
/** Where something is laid out for paper: a bar that is not printed, with the way back and what can be chosen, above the sheets. */
defineProps<{ problem: string; ready: boolean; waiting: string; back: string; backSays: string }>()
const print = () => window.print()
</script>

<template>
  <main class="sheets">
    <p v-if="problem" role="alert" class="p-10 text-brick-deep">{{ problem }}</p>
    <template v-else-if="ready">
      <div class="bar">
        <NuxtLink :to="back" class="link">{{ backSays }}</NuxtLink>
        <slot name="bar" />
        <button type="button" class="btn btn-main" @click="print">Print</button>
      </div>
      <slot />
    </template>
    <p v-else class="p-10 text-ash">{{ waiting }}</p>
  </main>
</template>

<style scoped>
.sheets {
  min-height: 100vh;
  padding: 16px 0 40px;
  background: #d9cfbd;
}
.bar {
  display: flex;
  align-items: center;
  gap: 20px;
  width: 210mm;
  max-width: 100%;
  margin: 0 auto 14px;
  padding: 0 8px;
}
.bar .btn {
  margin-left: auto;
}
@media print {
  .bar {
    display: none;
  }
  .sheets {
    padding: 0;
    background: none;
  }
}
</style>

<style>
@page {
  size: A4 portrait;
  margin: 0;
}
</style>
