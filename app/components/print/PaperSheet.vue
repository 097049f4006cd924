<script setup lang="ts">
/**
 * One A4 page, its letters as large as lets everything stand on it. What would need letters that nobody reads goes on over as many pages as it takes,
 * and nothing is cut.
 */
const LARGEST_PT = 15
const SMALLEST_PT = 6.5
const OVER_PAGES_PT = 10
const page = useTemplateRef<HTMLElement>('page')
const size = ref(LARGEST_PT)
const isFitted = ref(false)
const isLong = ref(false)

async function fit() {
  await nextTick()
  await document.fonts.ready
  for (size.value = LARGEST_PT; size.value > SMALLEST_PT; size.value -= 0.25) {
    await nextTick()
    const { value } = page
    if (!value || value.scrollHeight <= value.clientHeight) break
  }
  const { value } = page
  isLong.value = value !== null && value.scrollHeight > value.clientHeight
  if (isLong.value) size.value = OVER_PAGES_PT
  isFitted.value = true
}
onMounted(fit)
</script>

<template>
  <article
    ref="page"
    class="page"
    :class="{ long: isLong }"
    :aria-busy="!isFitted"
    :style="{ fontSize: `${size}pt` }"
  >
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
/* Every page of it has its margins, and no line is torn in two. */
.long {
  height: auto;
  min-height: 297mm;
  overflow: visible;
  box-decoration-break: clone;
  -webkit-box-decoration-break: clone;
}
.long :deep(tr),
.long :deep(section) {
  break-inside: avoid;
}
@media print {
  .page {
    margin: 0;
    height: 296.5mm;
    box-shadow: none;
  }
  .page.long {
    height: auto;
    min-height: 0;
  }
}
</style>
