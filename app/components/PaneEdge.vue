<script setup lang="ts">
/** The edge of a side pane: dragged, or moved with the arrows, it makes the pane wider or narrower. */
const props = defineProps<{
  label: string
  side: 'left' | 'right'
  least: number
  most: number
  usual: number
}>()
const width = defineModel<number>({ required: true })
const set = (px: number) => (width.value = Math.round(Math.min(props.most, Math.max(props.least, px))))
const toward = computed(() => (props.side === 'left' ? 1 : -1))

function grab(event: PointerEvent) {
  const [from, had] = [event.clientX, width.value]
  const edge = event.currentTarget as HTMLElement
  edge.setPointerCapture(event.pointerId)
  const move = (now: PointerEvent) => set(had + (now.clientX - from) * toward.value)
  const letGo = () => {
    edge.removeEventListener('pointermove', move)
    edge.removeEventListener('pointerup', letGo)
    edge.removeEventListener('pointercancel', letGo)
  }
  edge.addEventListener('pointermove', move)
  edge.addEventListener('pointerup', letGo)
  edge.addEventListener('pointercancel', letGo)
}
</script>

<template>
  <div
    class="edge"
    role="separator"
    aria-orientation="vertical"
    tabindex="0"
    :aria-label="label"
    :aria-valuenow="width"
    :aria-valuemin="least"
    :aria-valuemax="most"
    title="Drag to widen; double-click for the usual width"
    @pointerdown.prevent="grab"
    @dblclick="width = usual"
    @keydown.left.prevent.stop="set(width - 16 * toward)"
    @keydown.right.prevent.stop="set(width + 16 * toward)"
  />
</template>

<style scoped>
.edge {
  z-index: 7;
  width: 9px;
  margin-left: -4px;
  cursor: col-resize;
  touch-action: none;
}
.edge:hover,
.edge:focus-visible,
.edge:active {
  background: linear-gradient(90deg, transparent 3px, var(--color-gilt) 3px 6px, transparent 6px);
  outline: none;
}
</style>
