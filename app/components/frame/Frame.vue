<script setup lang="ts">
import { PHASES } from '~~/core/plan/phases'
import { clockAt, minutes } from '~~/core/kernel/time-text'
import { frameGeometry, type PlacedBoard } from '~/domain/frame-geometry'

/** The class under the beam: time down the page, one column per group, boards laid across or cut, load at the right. */
const store = usePlanStore()
const checks = useChecksStore()
const library = useLibraryStore()
const plan = computed(() => store.shown!)
const timeline = computed(() => store.shownTimeline!)
const geometry = computed(() => frameGeometry(timeline.value, plan.value.groups.length))
const start = computed(() => plan.value.start ?? '00:00')
const postY = computed(() => geometry.value.yAt(plan.value.lengthMin * 60_000))
const overhangs = computed(() => timeline.value.spareMs < 0)

/** What a board is drawn by: it is drawn anew only when one of these is another. Where it lies is the flow's. */
function drawnBy(board: PlacedBoard, index: number) {
  const { id } = board.block
  const { groups, firstSide, start: bow } = plan.value
  return [
    board.block,
    groups,
    firstSide,
    board.h,
    board.heading,
    // Only stations say what the clock is.
    board.block.mode === 'stations' && `${bow} ${board.at}`,
    id === store.selected,
    checks.lit.includes(id),
    marked.isMany && marked.ids.includes(id),
    library.loaded,
    isNear(index),
  ]
}

/** The heads of the columns stay above the boards. */
const HEADS_PX = 36
const scroller = useTemplateRef<HTMLElement>('scroller')
const { bring, isNear, near, unseen } = useFrameView(scroller, HEADS_PX, geometry)

/** A board was dragged, and those that are marked with it: the plan takes the move as one step, and the frame follows the plan. */
function dragged(from: number, to: number) {
  if (store.looked) return store.sayNotNow()
  const { blocks } = plan.value
  const id = blocks[from]?.id
  if (id === undefined) return
  const moved = marked.ids.includes(id) ? marked.ids : [id]
  // Among the boards that stay, as many come before it as before the place it was dropped at.
  const before = blocks.filter((block) => block.id !== id).slice(0, to)
  store.move(moved, before.filter((block) => !moved.includes(block.id)).length)
}

const marked = useMarkedStore()
const carry = useCarriedStore()
const edge = useEdgePull()
/** The board that was last chosen by a pointer on the frame itself: it may not move away from under it. */
let pointedAt: string | undefined
function choose(id: string, event?: MouseEvent) {
  pointedAt = event && id
  if (event?.shiftKey) marked.upTo(id)
  else if (event?.ctrlKey || event?.metaKey) marked.toggle(id)
  else if (event || !marked.isMany) marked.only(id)
}

const list = useTemplateRef<HTMLElement>('list')
useSortedByHand(list, () => geometry.value.boards, {
  taken: ({ block }) => marked.lead(block.id),
  put: dragged,
})
const boardsBox = useTemplateRef<HTMLElement>('boardsBox')
const { over, insertion, painted } = useCarriedPlace(boardsBox, geometry)

watch(
  () => store.selected,
  async (id) => {
    await nextTick()
    if (!id) return
    bring(id, id === pointedAt)
    const inBoards = document.activeElement?.closest('[data-boards]')
    if (inBoards || document.activeElement === document.body)
      scroller.value?.querySelector<HTMLElement>(`[data-board="${id}"]`)?.focus({ preventScroll: true })
  },
)
function scrollTo(id: string) {
  store.selected = id
}
</script>

<template>
  <section
    class="frame"
    :class="{ looked: store.preview }"
    aria-label="The class"
    :style="{ '--columns': plan.groups.length }"
  >
    <div ref="scroller" class="scroll">
      <div class="heads">
        <span class="corner">clock</span>
        <GroupHeads :groups="plan.groups" />
        <span class="corner load">load <i>8</i></span>
      </div>
      <div class="canvas" :style="{ minHeight: `${Math.max(geometry.height, postY) + 30}px` }">
        <ClockRuler :geometry="geometry" :boards="near" :start="start" :total-ms="timeline.totalMs" />
        <div
          ref="boardsBox"
          class="boards"
          @dragover="over"
          @dragleave.self="carry.place = undefined"
          @drop.prevent="carry.drop()"
        >
          <div class="grounds" aria-hidden="true"><i v-for="group in plan.groups" :key="group.id" /></div>
          <div ref="list" role="listbox" aria-label="Boards" data-boards class="relative">
            <Board
              v-for="(board, b) in geometry.boards"
              :key="board.block.id"
              v-memo="drawnBy(board, b)"
              :board="board"
              :plan="plan"
              :near="isNear(b)"
              :selected="board.block.id === store.selected"
              :lit="checks.lit.includes(board.block.id)"
              :marked="marked.isMany && marked.ids.includes(board.block.id)"
              :heading="board.heading"
              @choose="choose(board.block.id, $event)"
              @pull="edge.pull($event, board.block)"
            />
          </div>
          <BoardMarks v-if="!store.preview" :boards="near" />
          <CarriedMarks
            :insertion="plan.blocks.length ? insertion : undefined"
            :painted="painted"
            :columns="plan.groups.length"
          />
          <div v-if="plan.blocks.length === 0" class="empty">
            <h2>An empty plan</h2>
            <p>
              Press <kbd>A</kbd> to add a board, or take one from the shelf on the left. A class usually opens
              with a line-up and a warm-up.
            </p>
          </div>
          <div
            v-if="overhangs"
            class="beyond"
            :style="{ top: `${postY}px`, height: `${geometry.height - postY}px` }"
          />
          <div class="post" :class="{ fits: !overhangs }" :style="{ top: `${postY}px` }">
            <span title="the class ends">{{ clockAt(start, plan.lengthMin * 60_000)[0] }}</span>
          </div>
        </div>
        <LoadRibbon :geometry="geometry" :timeline="timeline" :groups="plan.groups.length" />
        <ReadingLine :geometry="geometry" :plan="plan" :timeline="timeline" />
      </div>
    </div>
    <LazyMarkedBar v-if="marked.isMany" />
    <div v-else class="strip">
      <b v-if="edge.says.value" role="status">{{ edge.says.value }}</b>
      <b v-else>{{ unseen.name }}</b>
      <button
        v-for="board in unseen.boards.slice(0, 9)"
        :key="board.block.id"
        type="button"
        class="chip"
        :data-phase="board.block.phase"
        :title="board.block.title"
        @click="scrollTo(board.block.id)"
      >
        {{ PHASES[board.block.phase].mark }} {{ minutes(board.ms) }}
      </button>
      <span class="bow" :class="{ late: overhangs }"
        >bow {{ clockAt(start, timeline.totalMs).join('') }}</span
      >
    </div>
  </section>
</template>

<style scoped>
.frame {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  /* What changes in one of the three panes is laid out and painted in it alone. */
  contain: strict;
}
.looked .boards {
  outline: 2px dashed var(--color-gilt);
  outline-offset: 3px;
}
.heads,
.canvas {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) 66px;
  column-gap: 8px;
  padding: 0 8px 0 0;
}
.heads {
  position: sticky;
  top: 0;
  height: 30px;
  align-items: center;
  background: var(--color-plaster);
  border-bottom: 1px solid #b9a98d;
  box-shadow: 0 2px 3px -1px rgba(74, 56, 43, 0.15);
  z-index: 6;
}
.corner {
  padding-left: 14px;
  font-size: 13px;
  color: var(--color-ash);
}
.load {
  padding-left: 0;
}
.load i {
  margin-left: 4px;
  font-style: normal;
  font-weight: 640;
  color: var(--color-brick-deep);
}
.grounds {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  column-gap: 6px;
}
.scroll {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow-y: scroll;
  scrollbar-width: thin;
  scrollbar-color: #c9bba2 transparent;
}
.canvas {
  position: relative;
  padding-top: 6px;
}
.boards {
  position: relative;
}
.grounds {
  position: absolute;
  inset: 0;
}
.grounds i {
  background: var(--color-ground);
  border-radius: 2px;
}
.post {
  position: absolute;
  left: -10px;
  right: -74px;
  z-index: 2;
  pointer-events: none;
  border-top: 3px solid var(--color-gilt);
}
.post span {
  position: absolute;
  right: 0;
  top: 0;
  padding: 0 7px;
  font: 680 13px/17px var(--font-sans);
  color: #241808;
  background: linear-gradient(#e3b85b, #c8922b);
  border-radius: 0 0 2px 2px;
}
.beyond {
  position: absolute;
  left: 0;
  right: 0;
  z-index: 1;
  pointer-events: none;
  background: repeating-linear-gradient(135deg, transparent 0 8px, rgba(166, 58, 36, 0.22) 8px 10px);
}
.empty {
  position: absolute;
  inset: 60px 0 auto;
  text-align: center;
  color: var(--color-ash);
}
.empty p {
  max-width: 420px;
  margin: 8px auto;
}
.strip {
  display: flex;
  flex: none;
  align-items: center;
  gap: 5px;
  height: 28px;
  padding: 0 10px 0 14px;
  overflow: hidden;
  background: #ebe2d0;
  border-top: 1px solid #b9a98d;
  font-size: 13px;
  white-space: nowrap;
}
.chip {
  height: 24px;
  padding: 0 6px;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-left: 4px solid var(--phase);
  border-radius: 2px;
}
.bow {
  margin-left: auto;
  font-weight: 600;
}
.late {
  color: var(--color-brick-deep);
}
</style>
