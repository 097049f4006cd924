<template>
  <div class="flex min-h-full flex-col">
    <Beam />
    <main class="flex-1"><slot /></main>
  </div>
</template>
