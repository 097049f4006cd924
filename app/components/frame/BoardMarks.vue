<script setup lang="ts">
import type { PlacedBoard } from '~/domain/frame-geometry'

/** The numbers of the findings beside the boards they are about, as the tray has them. Drawn apart from the boards, which stay. */
const props = defineProps<{ boards: readonly PlacedBoard[] }>()
const checks = useChecksStore()
const marked = computed(() =>
  props.boards.flatMap(({ block, y }) => {
    const numbers = checks.numbersOf.get(block.id)
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
    <i v-for="mark in numbers" :key="mark.n" :class="mark.severity"
      ><b>{{ mark.n }}</b></i
    >
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
.marks i {
  position: relative;
  display: grid;
  width: 19px;
  height: 19px;
  place-items: center;
  color: #fff;
  font: 700 13px/17px var(--font-sans);
  font-style: normal;
}
.marks i::before {
  content: '';
  position: absolute;
  inset: 2.5px;
  transform: rotate(45deg);
  border-radius: 2px;
  background: var(--color-brick);
}
.marks .hint::before {
  background: var(--color-harbour);
}
.marks b {
  position: relative;
}
</style>
