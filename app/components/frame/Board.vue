<script setup lang="ts">
import type { Plan } from '~~/core/plan/schema'
import { besideWords } from '~~/core/plan/place-words'
import { shortDose } from '~~/core/plan/doses'
import { counted, minutes, shortTime } from '~~/core/kernel/time-text'
import type { PlacedBoard } from '~/domain/frame-geometry'

/** One block as a board laid across the columns, whole or cut. */
const props = defineProps<{
  board: PlacedBoard
  plan: Plan
  /** In view, or nearly: only then are its insides drawn. */
  near: boolean
  selected: boolean
  /** A finding about it is pointed at. */
  lit?: boolean
  /** Marked together with others. */
  marked?: boolean
  /** The part that begins with it. */
  heading?: string | undefined
}>()
const emit = defineEmits<{ choose: [event?: MouseEvent]; pull: [event: PointerEvent] }>()
/** A press of the pointer focuses before it clicks, and only the click knows of Shift and Ctrl. */
const byPointer = ref(false)
function clicked(event: MouseEvent) {
  byPointer.value = false
  emit('choose', event)
}
const library = useLibraryStore()

const block = computed(() => props.board.block)
const cut = computed(() => props.board.head > 0)
const ladder = computed(() =>
  !cut.value && block.value.dose?.kind === 'ladder' && block.value.phase !== 'water'
    ? block.value.dose
    : undefined,
)

const say = computed(() => {
  const { mode, dose, holding, stations = [], teams = 1, workSec = 0, technique } = block.value
  switch (mode) {
    case 'together':
    case 'oneCount':
      return (
        [
          dose ? shortDose(dose) : '',
          dose?.kind === 'routine' && !twoLines.value ? lookFor.value : '',
          focusOf(technique),
          ...beside.value,
        ]
          .filter(Boolean)
          .join(' · ') ||
        (block.value.notes ?? '')
      )
    case 'layers':
      return isOneItem.value ? 'each rank on its own layer' : 'side by side, each its own'
    case 'turns':
      return holding
        ? `each taught in turn; the others hold: ${holding.title}`
        : 'each taught in turn; the others wait'
    case 'stations':
      return `${counted(stations.length, 'station')}, ${counted(teams, 'team')}, ${shortTime(workSec * 1000)} each`
  }
})

/** Every track works the same item. */
const isOneItem = computed(() => new Set(block.value.tracks?.map(({ technique }) => technique)).size < 2)
const names = { item: library.itemName, layer: library.layerName }
const beside = computed(() => (block.value.mode === 'together' ? besideWords(block.value, names) : []))

/** The item, where the title does not name it already. */
function focusOf(technique: string | undefined): string {
  const name = library.itemName(technique)
  return name && !block.value.title.toLowerCase().includes(name.toLowerCase()) ? name : ''
}

const twoLines = computed(
  () => !cut.value && !ladder.value && props.board.h >= 44 && lookFor.value.length > 0,
)
const lookFor = computed(() => {
  const { dose } = block.value
  if (dose?.kind === 'routine') return dose.entries.map(({ title }) => title).join(' · ')
  if (block.value.notes) return block.value.notes
  const item = library.items.get(block.value.technique ?? '')
  return item?.keyPoints.join('. ') ?? ''
})
const label = computed(() => `${block.value.title}, ${minutes(props.board.ms)}, ${say.value}`)
</script>

<template>
  <div
    role="option"
    class="board"
    :class="{ cut, selected, lit, marked, headed: heading, water: block.phase === 'water' }"
    :data-phase="block.phase"
    :data-board="block.id"
    :style="{ height: `${board.h}px` }"
    :aria-label="label"
    :aria-selected="selected || marked"
    :tabindex="selected ? 0 : -1"
    @pointerdown="byPointer = true"
    @click="clicked"
    @focus="byPointer || emit('choose')"
  >
    <span v-if="heading" class="heading">{{ heading }}</span>
    <i v-if="!near" class="far" />
    <div v-else-if="block.phase === 'water'" class="channel">
      <PhaseMark phase="water" />
      <svg width="10" height="12" viewBox="0 0 10 13" aria-hidden="true">
        <path d="M5 0C7 4 10 6 10 9a5 5 0 0 1-10 0C0 6 3 4 5 0z" fill="#2A6C82" />
      </svg>
      <span>{{ block.title }}</span>
      <span class="dots" />
      <b>{{ minutes(board.ms) }}</b>
    </div>
    <template v-else-if="cut">
      <div class="cut-head"><BoardHead :block="block" :say="say" :ms="board.ms" /></div>
      <CutBoard :board="board" :plan="plan" />
    </template>
    <div v-else class="plank">
      <TallyEdge :lane="board.lanes[0] ?? []" :ms="board.ms" :height="board.h - 2" />
      <BoardHead :block="block" :say="say" :ms="board.ms" :class="{ top: ladder || twoLines }" />
      <LadderRungs v-if="ladder" :board="board" :dose="ladder" />
      <p v-else-if="twoLines" class="look-for">
        <b v-if="block.dose?.kind !== 'routine'">Looks for:</b> {{ lookFor }}
      </p>
    </div>
    <span v-if="near" class="grip" aria-hidden="true" />
    <span
      v-if="near"
      class="pull"
      aria-hidden="true"
      title="Pull: whole sets or rounds"
      @pointerdown.stop.prevent="emit('pull', $event)"
      @mousedown.stop
      @touchstart.stop
      @click.stop
    />
  </div>
</template>

<style scoped>
.board {
  position: relative;
  margin-bottom: 3px;
  scroll-margin-top: 40px;
  cursor: pointer;
  outline: none;
  border-radius: 2px;
  /* What is in it can move nothing outside of it. */
  contain: layout style size;
  /* As far as the ring of a selected one reaches, for one that came and went would have the browser work out all layers of the page. */
  box-shadow: 0 0 0 4px rgb(74 56 43 / 0.01);
}
/* A board out of view: as cheap as can be, for there are many. */
.far {
  position: absolute;
  inset: 0;
  background: var(--color-paper);
}
.plank {
  position: absolute;
  inset: 0;
  contain: strict;
  display: flex;
  flex-direction: column;
  justify-content: center;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-radius: 2px;
  box-shadow: 0 1px 2px rgba(74, 56, 43, 0.16);
}
.top {
  height: 22px;
  flex: none;
}
.look-for {
  padding: 1px 14px 0 15px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
  line-height: 17px;
  color: #4b4239;
}
.look-for b {
  font-weight: 620;
}
.cut-head {
  position: absolute;
  inset: 0 0 auto;
  height: 23px;
  display: flex;
  align-items: center;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-bottom: 0;
  border-left: 8px solid var(--phase);
  border-radius: 2px 2px 0 0;
}
.cut-head > * {
  flex: 1;
  padding-left: 7px;
}
.channel {
  position: absolute;
  inset: 0;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 9px 0 16px;
  border-radius: 2px;
  background: #e4eeed;
  font-size: 13px;
  line-height: 16px;
  color: #26596b;
}
.channel .dots {
  flex: 1;
  border-top: 1.5px dotted #6fa3b4;
}
.channel b {
  font-weight: 600;
  color: var(--color-ink);
}
.headed {
  margin-top: 20px;
}
.heading {
  position: absolute;
  left: 0;
  right: 0;
  top: -20px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font: 640 13px/19px var(--font-serif);
  color: var(--color-umber);
  border-bottom: 1px solid #b9a98d;
}
.pull {
  position: absolute;
  left: 30px;
  right: 30px;
  bottom: -3px;
  z-index: 4;
  height: 7px;
  cursor: ns-resize;
}
.pull:hover {
  background: linear-gradient(transparent 2px, var(--color-gilt) 2px 5px, transparent 5px);
}
.board.marked::after {
  content: '';
  position: absolute;
  inset: -1px -2px;
  z-index: 4;
  pointer-events: none;
  /* Among the marked, the selected one keeps its own colour: it is the one on the bench. */
  border: 2px solid var(--ring, var(--color-gilt));
  border-radius: 3px;
  background: rgba(255, 231, 168, 0.25);
}
.lit .plank,
.lit .cut-head,
.lit .channel {
  background: #fbeee0;
  box-shadow: inset 0 0 0 2px var(--color-brick);
}
/* What is drawn around a marked board lies over its neighbours. */
.board.marked {
  z-index: 1;
}
.grip {
  position: absolute;
  right: 3px;
  top: calc(50% - 5px);
  display: none;
  width: 7px;
  height: 9px;
  background: repeating-linear-gradient(#a08c6c 0 1.5px, transparent 1.5px 3.5px);
}
.board:hover .grip {
  display: block;
}
.board:hover .plank {
  border-color: #a08c6c;
  box-shadow: 0 2px 6px rgba(74, 56, 43, 0.32);
}
.board.selected {
  --ring: var(--color-umber);
  box-shadow:
    0 0 0 2px var(--ring),
    0 0 0 4px rgb(200 146 43 / 0.75);
}
.board.selected:focus-visible {
  --ring: var(--color-harbour);
}
.sortable-ghost {
  opacity: 0.45;
}
.board.sortable-drag {
  box-shadow: 0 10px 22px rgba(74, 56, 43, 0.34);
}
</style>
