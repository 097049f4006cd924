<script setup lang="ts">
/** One A4 page. Its letters are as large as lets everything stand on it. */
const LARGEST_PT = 15
const SMALLEST_PT = 6.5
const page = useTemplateRef<HTMLElement>('page')
const size = ref(LARGEST_PT)
const isFitted = ref(false)

async function fit() {
  await nextTick()
  await document.fonts.ready
  for (size.value = LARGEST_PT; size.value > SMALLEST_PT; size.value -= 0.25) {
    await nextTick()
    const { value } = page
    if (!value || value.scrollHeight <= value.clientHeight) break
  }
  isFitted.value = true
}
onMounted(fit)
</script>

<template>
  <article ref="page" class="page" :aria-busy="!isFitted" :style="{ fontSize: `${size}pt` }">
    <slot />
  </article>
</template>

<style scoped>
.page {
  width: 210mm;
  height: 297mm;
  margin: 0 auto 16px;
  padding: 10mm 11mm 8mm;
  overflow: hidden;
  line-height: 1.22;
  color: #000;
  background: #fff;
  box-shadow: 0 2px 10px rgba(74, 56, 43, 0.3);
  break-after: page;
}
.page:last-child {
  break-after: auto;
}
@media print {
  .page {
    margin: 0;
    height: 296.5mm;
    box-shadow: none;
  }
}
</style>
