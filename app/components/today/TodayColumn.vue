<script setup lang="ts">
/** One of the columns of Today: a heading with a figure beside it, and what stands under it. */
defineProps<{ name: string; figure?: string }>()
const id = useId()
</script>

<template>
  <section :aria-labelledby="id">
    <div class="flex items-baseline justify-between border-b-2 border-umber pb-1">
      <h2 :id="id" class="text-20">{{ name }}</h2>
      <span class="text-13 text-ash">{{ figure }}</span>
    </div>
    <slot />
  </section>
</template>
