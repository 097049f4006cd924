<script setup lang="ts">
import { momentAt } from '~~/core/plan/moment'
import type { Plan } from '~~/core/plan/schema'
import type { Timeline } from '~~/core/plan/timeline'
import { clockAt } from '~~/core/kernel/time-text'
import { howFar, workOf } from '~/domain/doing'
import type { FrameGeometry } from '~/domain/frame-geometry'

/**
 * At this minute, what is each rank doing? A line across the columns that follows the pointer on the ruler, and the arrows once the
 * ruler has the focus.
 */
const props = defineProps<{ geometry: FrameGeometry; plan: Plan; timeline: Timeline }>()
const library = useLibraryStore()
const store = usePlanStore()
const STEP_MS = 15_000
const PAGE_MS = 300_000

/** Where it was put, in ms; by the pointer it goes when the pointer goes. */
const pointed = ref<number>()
const focused = ref(false)
const at = ref(0)
const ms = computed(() => pointed.value ?? (focused.value ? at.value : undefined))

/** It begins where the selected board does. */
function begin() {
  at.value = props.timeline.blocks.find(({ block }) => block.id === store.selected)?.at ?? at.value
  focused.value = true
}
const within = (time: number) => Math.max(0, Math.min(props.timeline.totalMs - 1, time))
function follow(event: PointerEvent) {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  pointed.value = within(props.geometry.msAt(event.clientY - box.top))
}
const KEYS: Record<string, (now: number) => number> = {
  ArrowDown: (now) => now + STEP_MS,
  ArrowUp: (now) => now - STEP_MS,
  PageDown: (now) => now + PAGE_MS,
  PageUp: (now) => now - PAGE_MS,
  Home: () => 0,
  End: () => Infinity,
}
const ruler = useTemplateRef<HTMLElement>('ruler')
const line = useTemplateRef<HTMLElement>('line')
async function key(event: KeyboardEvent) {
  const to = KEYS[event.key]
  if (event.key === 'Escape') ruler.value?.blur()
  else if (!to) return
  else {
    pointed.value = undefined
    at.value = within(to(at.value))
  }
  event.preventDefault()
  event.stopPropagation()
  await nextTick()
  line.value?.scrollIntoView({ block: 'nearest' })
}

const clock = (time: number) => clockAt(props.plan.start ?? '00:00', time).join('')
const read = computed(() => {
  const time = ms.value ?? at.value
  const { placed, groups } = momentAt(props.timeline, time)
  return {
    time,
    clock: clock(time),
    groups: props.plan.groups.map((group, g) => {
      const now = groups[g]
      return {
        group,
        what: now ? workOf(now, placed?.block, library.itemName, placed?.block.title ?? '') : 'makes ready',
        how: now ? howFar(now) : '',
      }
    }),
  }
})
const spoken = computed(
  () =>
    `${read.value.clock}: ${read.value.groups.map(({ group, what, how }) => `${group.name} ${[what, how].filter(Boolean).join(', ')}`).join('; ')}`,
)
</script>

<template>
  <div
    ref="ruler"
    class="reader"
    role="slider"
    tabindex="0"
    aria-label="Reading line"
    aria-orientation="vertical"
    :aria-valuemin="0"
    :aria-valuemax="Math.max(0, Math.round(timeline.totalMs / 1000) - 1)"
    :aria-valuenow="Math.round(read.time / 1000)"
    :aria-valuetext="spoken"
    title="What is each rank doing? Arrows move the line"
    @pointermove="follow"
    @pointerleave="pointed = undefined"
    @focus="begin"
    @blur="focused = false"
    @keydown="key"
  />
  <div
    v-if="ms !== undefined && timeline.totalMs > 0"
    ref="line"
    class="line"
    data-test="reading-line"
    :style="{ top: `${geometry.yAt(ms)}px` }"
    aria-hidden="true"
  >
    <b>{{ read.clock }}</b>
    <span v-for="{ group, what, how } in read.groups" :key="group.id">
      <i
        >{{ what }}<template v-if="how">, {{ how }}</template></i
      >
    </span>
  </div>
</template>

<style scoped>
.reader {
  position: absolute;
  inset: 6px auto 0 0;
  width: 72px;
  z-index: 3;
  cursor: row-resize;
  outline-offset: -2px;
}
.line {
  position: absolute;
  left: 4px;
  right: 82px;
  z-index: 5;
  display: grid;
  grid-template-columns: 70px repeat(var(--columns), minmax(0, 1fr));
  align-items: start;
  column-gap: 6px;
  margin-top: 6px;
  pointer-events: none;
  scroll-margin: 60px 0;
  border-top: 1.5px solid var(--color-harbour);
}
.line b {
  justify-self: start;
  margin-top: -9px;
  padding: 0 5px;
  font: 640 13px/17px var(--font-sans);
  color: var(--color-paper);
  background: var(--color-harbour);
  border-radius: 2px;
}
.line i {
  display: inline-block;
  max-width: 100%;
  padding: 0 5px 1px;
  font-style: normal;
  font-size: 13px;
  line-height: 16px;
  overflow-wrap: break-word;
  color: var(--color-harbour);
  background: var(--color-paper);
  border: 1px solid var(--color-harbour);
  border-top: 0;
  border-radius: 0 0 3px 3px;
}
</style>
