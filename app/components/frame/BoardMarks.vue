<script setup lang="ts">
import type { PlacedBoard } from '~/domain/frame-geometry'

/** The numbers of the findings beside the boards they are about, as the tray has them. Drawn apart from the boards, which stay. */
const props = defineProps<{ boards: readonly PlacedBoard[] }>()
const checks = useChecksStore()
const MARK_PX = 19
/** The worst first, as many as stand beside the board; the tray has them all. */
const marked = computed(() =>
  props.boards.flatMap(({ block, y, h }) => {
    const numbers = checks.numbersOf.get(block.id)?.slice(0, Math.max(1, Math.floor(h / MARK_PX)))
    return numbers ? [{ id: block.id, y, numbers }] : []
  }),
)
</script>

<template>
  <span
    v-for="{ id, y, numbers } in marked"
    :key="id"
    class="marks"
    :style="{ top: `${y + 2}px` }"
    aria-hidden="true"
  >
    <FindingDiamond v-for="mark in numbers" :key="mark.n" v-bind="mark" />
  </span>
</template>

<style scoped>
.marks {
  position: absolute;
  left: -12px;
  z-index: 5;
  pointer-events: none;
  display: flex;
  flex-direction: column;
}
</style>
