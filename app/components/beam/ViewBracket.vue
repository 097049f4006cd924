<script setup lang="ts">
/** Under the time bar, the part of the class that the frame shows; dragged, it scrolls the frame. The keys of the boards do the same. */
const props = defineProps<{
  /** Length of the bar: ms and px. */
  planned: number
  width: number
}>()
const view = useViewStore()
const px = (ms: number) => (Math.min(ms, props.planned) / props.planned) * props.width
const place = computed(() => {
  const { shown } = view
  if (!shown) return undefined
  const left = px(shown.from)
  const width = px(shown.to) - left
  // What is past the post has no bar to stand under.
  return width < 2 || width > props.width - 2 ? undefined : { left, width }
})

function drag(event: PointerEvent) {
  const handle = event.currentTarget as HTMLElement
  const { shown } = view
  if (!shown) return
  const from = event.clientX
  const middle = (shown.from + shown.to) / 2
  handle.setPointerCapture(event.pointerId)
  const move = (to: PointerEvent) =>
    (view.wanted = Math.max(0, middle + ((to.clientX - from) / props.width) * props.planned))
  handle.addEventListener('pointermove', move)
  handle.addEventListener('lostpointercapture', () => handle.removeEventListener('pointermove', move), {
    once: true,
  })
}
</script>

<template>
  <div
    v-if="place"
    class="bracket"
    data-test="view-bracket"
    aria-hidden="true"
    title="In view; drag to scroll"
    :style="{ left: `${place.left}px`, width: `${place.width}px` }"
    @pointerdown.prevent="drag"
  />
</template>

<style scoped>
.bracket {
  position: absolute;
  top: 18px;
  height: 8px;
  cursor: ew-resize;
  touch-action: none;
}
.bracket::before {
  content: '';
  position: absolute;
  inset: 2px 0 1px;
  border: 1.5px solid #ebdcc0;
  border-top: 0;
}
.bracket:hover::before {
  border-color: #ffe7a8;
}
</style>
