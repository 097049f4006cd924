<script setup lang="ts">
import type { Block, Mode, Priority } from '~~/core/plan/schema'
import { stagesOf, type Dose } from '~~/core/plan/doses'
import { withFields } from '~/domain/with-fields'
import type { BoardWays } from '~~/core/plan/doses/shorthand-board'
import { withItem } from '~~/core/plan/edit-places'
import { canBeCut, NEW_BOARD, withMode, withPhase } from '~~/core/plan/edit'
import { PHASES, PHASE_NAMES, type Phase } from '~~/core/plan/phases'
import { clockAt, minutes } from '~~/core/kernel/time-text'

/** The selected board: what it is, how the class shares it, its dose, and the sum. */
const store = usePlanStore()
const library = useLibraryStore()
/**
 * The board moves first, and the bench follows, with all that is in it; whoever takes hold of the bench has it as the board is. What is
 * drawn here reads the plan from this alone: a word read off the store would draw the whole bench within the frame of the key.
 */
const { shown, now: follow } = useAfterPaint(() => ({
  plan: store.plan,
  block: store.selectedBlock,
  placed: store.timeline?.blocks.find((one) => one.block.id === store.selected),
  isFirst: store.selectedIndex === 0,
}))
const block = computed(() => shown.value.block)
const plan = computed(() => shown.value.plan)
const placed = computed(() => shown.value.placed)
const span = computed(() => {
  const start = plan.value?.start ?? '00:00'
  return placed.value ? `${clockAt(start, placed.value.at).join('')}, ${minutes(placed.value.ms)}` : ''
})
const MODES: { value: Mode; name: string }[] = [
  { value: 'together', name: 'Together' },
  { value: 'oneCount', name: 'One count' },
  { value: 'layers', name: 'Layers' },
  { value: 'turns', name: 'Turns' },
  { value: 'stations', name: 'Stations' },
]
const PRIORITIES: { value: Priority; name: string }[] = [
  { value: 'must', name: 'must' },
  { value: 'should', name: 'should' },
  { value: 'could', name: 'could' },
]
const item = computed(() => library.items.get(block.value?.technique ?? ''))
const layers = computed(() => Math.max(block.value?.layer ?? 1, item.value?.layers.length ?? 1))

function set(values: { [K in keyof Block]?: Block[K] | undefined }, touch?: string) {
  if (block.value) store.changeBlock(block.value.id, (b) => withFields(b, values), touch && touched(touch))
}
/** Typing in one field of one board is one step of undo. */
const touched = (field: string) => `${block.value?.id}.${field}`
function setMode(mode: Mode) {
  const { plan } = store
  if (!block.value || !plan) return
  if (mode !== 'stations' && !canBeCut(block.value)) askForItem(block.value)
  else store.changeBlock(block.value.id, (b) => withMode(b, mode, plan))
}
function setPhase(phase: Phase) {
  const { plan } = store
  if (block.value && plan) store.changeBlock(block.value.id, (b) => withPhase(b, phase, plan))
}
function setDose(dose: Dose, touch: string, ways?: BoardWays, item?: string) {
  set(
    {
      dose,
      ...(ways ? { firstSide: ways.firstSide, start: ways.start } : {}),
      ...(item ? withItem(item, library.itemMade(item)) : {}),
      ...(item && block.value?.title === NEW_BOARD ? { title: library.itemName(item) } : {}),
    },
    touch,
  )
}
function setItem(id: string | undefined) {
  if (!block.value) return
  const calls = block.value.calls ?? library.items.get(id ?? '')?.calls
  const item = { ...withItem(id, library.itemMade(id)), calls }
  store.changeBlock(block.value.id, (b) => withFields(b, item))
}
/** Kept as it is typed; an empty title is not kept: the board has its old name back. */
const title = useTypedTitle(
  () => block.value?.title,
  (said) => set({ title: said }, 'title'),
)
watch(
  () => block.value?.id,
  () => (title.typed.value = undefined),
)
const titleField = useTemplateRef<HTMLTextAreaElement>('titleField')
defineExpose({
  /** The title of the board as it is now, marked for typing. */
  async title() {
    follow()
    await nextTick()
    titleField.value?.focus()
    await nextTick()
    titleField.value?.select()
  },
})
function setNotes(event: Event) {
  const text = (event.target as HTMLTextAreaElement).value
  if (block.value)
    store.changeBlock(
      block.value.id,
      ({ notes: _had, ...b }) => (text ? { ...b, notes: text } : b),
      touched('notes'),
    )
}
function setLeast(sec: number | undefined) {
  if (!block.value) return
  store.changeBlock(
    block.value.id,
    ({ minSec: _had, ...b }) => (sec === undefined ? b : { ...b, minSec: sec }),
    touched('minSec'),
  )
}
/** Whether any side is worked before another. */
const hasSides = computed(() => {
  const sided = (dose: Dose | undefined): boolean =>
    dose !== undefined &&
    (('sides' in dose && dose.sides === 2) ||
      ('alternate' in dose && dose.alternate) ||
      stagesOf(dose).some((stage) => sided(stage.dose)))
  return sided(block.value?.dose) || !!block.value?.tracks?.some(({ dose }) => sided(dose))
})
const number = (event: Event) => Number((event.target as HTMLSelectElement).value)
</script>

<template>
  <aside
    class="bench"
    aria-label="The selected board"
    :data-phase="block?.phase"
    @pointerdown.capture="follow"
    @focusin.capture="follow"
  >
    <template v-if="block && plan">
      <div class="flex items-center gap-2">
        <PhaseMark :phase="block.phase" />
        <select
          class="phase-pick"
          :value="block.phase"
          aria-label="Phase"
          @change="setPhase(($event.target as HTMLSelectElement).value as Phase)"
        >
          <option v-for="phase in PHASE_NAMES" :key="phase" :value="phase">{{ PHASES[phase].name }}</option>
        </select>
        <span class="ml-auto text-13 font-semibold tracking-tight whitespace-nowrap">{{ span }}</span>
      </div>
      <textarea
        id="board-title"
        ref="titleField"
        class="title"
        rows="1"
        :value="title.typed.value ?? block.title"
        aria-label="Title"
        maxlength="200"
        @focus="title.begin"
        @input="title.type"
        @change="title.end"
        @blur="title.end"
        @keydown.enter.prevent="($event.target as HTMLElement).blur()"
      />
      <div class="modes" role="group" aria-label="How the class shares the floor">
        <button
          v-for="mode in MODES"
          :key="mode.value"
          type="button"
          :class="{ on: block.mode === mode.value }"
          :aria-pressed="block.mode === mode.value"
          @click="setMode(mode.value)"
        >
          <ModePicture :mode="mode.value" />
          {{ mode.name }}
        </button>
      </div>

      <div v-if="block.mode === 'together'" class="mb-1 grid grid-cols-[84px_1fr] items-center gap-1">
        <span>Item</span>
        <ItemPick
          data-item-pick
          label="Item"
          optional
          :model-value="block.technique"
          @update:model-value="setItem"
        />
        <template v-if="block.technique && block.dose?.kind !== 'ladder'">
          <label for="layer">Layer</label>
          <select id="layer" class="field" :value="block.layer" @change="set({ layer: number($event) })">
            <option v-for="n in layers" :key="n" :value="n">
              {{ n }} {{ library.layerName(block.technique, n) }}
            </option>
          </select>
        </template>
      </div>

      <LazyStationRows
        v-if="block.mode === 'stations'"
        :block="block"
        @change="(values, touch) => set(values, touch)"
      />
      <DoseFields
        v-else-if="block.dose && block.mode !== 'turns'"
        :dose="block.dose"
        :worked="block.mode !== 'together' || block.technique !== undefined"
        :of="block.id"
        :item="block.mode === 'together' ? block.technique : undefined"
        :ways="{ firstSide: block.firstSide, start: block.start }"
        :takes-item="block.mode === 'together' && block.phase !== 'water'"
        @change="setDose"
      />
      <PlaceFields
        v-if="block.mode === 'together' && block.phase !== 'water'"
        :key="block.id"
        :place="block"
        :dose="block.dose"
        :worked="block.technique !== undefined"
        @change="(values, touch) => set(values as Partial<Block>, touch)"
      />
      <Choice
        v-if="hasSides"
        label="First side"
        :model-value="block.firstSide ?? 'plan'"
        :options="[
          { value: 'plan', name: 'Class’s' },
          { value: 'R', name: 'Right' },
          { value: 'L', name: 'Left' },
        ]"
        @update:model-value="set({ firstSide: $event === 'plan' ? undefined : ($event as 'R' | 'L') })"
      />
      <Choice
        v-if="block.mode !== 'stations' && block.dose?.kind !== 'fixed' && block.phase !== 'water'"
        label="Begins"
        :model-value="block.start ?? 'clock'"
        :options="[
          { value: 'clock', name: 'By itself' },
          { value: 'word', name: 'My word' },
        ]"
        @update:model-value="set({ start: $event === 'word' ? 'word' : undefined })"
      />

      <Sum v-if="placed" :board="placed" :plan="plan" />

      <section v-if="block.tracks" class="part">
        <h3>{{ block.mode === 'turns' ? 'Taught in turn' : 'Each rank its own' }}</h3>
        <LazyTrackRows
          :block="block"
          :groups="plan.groups"
          @change="(tracks, touch) => set({ tracks }, touch)"
        />
        <template v-if="block.mode === 'turns'">
          <label class="mt-1 block" for="holding">The others hold</label>
          <input
            id="holding"
            class="field"
            :value="block.holding?.title ?? ''"
            placeholder="nothing: they wait"
            @change="
              set({
                holding: ($event.target as HTMLInputElement).value.trim()
                  ? { ...block.holding, title: ($event.target as HTMLInputElement).value.trim() }
                  : undefined,
              })
            "
          />
          <Stepper
            label="Handover"
            :model-value="block.handoverSec ?? 10"
            :step="5"
            :max="600"
            unit="s"
            @update:model-value="set({ handoverSec: $event }, 'handover')"
          />
          <Choice
            label="Afterwards"
            :model-value="block.afterTurn ?? 'holding'"
            :options="[
              { value: 'holding', name: 'Hold on' },
              { value: 'taught', name: 'Practise it' },
            ]"
            @update:model-value="set({ afterTurn: $event })"
          />
        </template>
      </section>

      <section class="part">
        <Choice
          label="If short"
          :model-value="block.priority"
          :options="PRIORITIES"
          @update:model-value="set({ priority: $event })"
        />
        <OptionalFigure
          v-if="block.priority !== 'must'"
          label="At least"
          note="shortest that is worth it"
          :model-value="block.minSec"
          :start="Math.ceil((placed?.ms ?? 120_000) / 2000)"
          :min="0"
          @update:model-value="setLeast"
        />
        <LazyLadderThen :block="block" />
        <BoardItems :block="block" :groups="plan.groups" />
        <LazyBoardPartners :block="block" :plan="plan" />
        <LazyFigureAsked
          v-if="!['water', 'talk', 'opening', 'closing'].includes(block.phase)"
          :block="block"
          @change="set({ result: $event })"
        />
        <LazySaidFields
          v-if="block.phase !== 'water'"
          :block="block"
          @change="(values, touch) => set(values, touch)"
        />
        <LazyTeachingFields
          :block="block"
          :groups="plan.groups"
          @change="set({ teaching: $event }, 'teaching')"
        />
        <label class="mt-1 block" for="notes">Notes</label>
        <textarea id="notes" class="field notes" :value="block.notes ?? ''" rows="2" @input="setNotes" />
      </section>
      <section class="part acts">
        <button type="button" class="btn" :disabled="shown.isFirst" @click="store.shift([block.id], -1)">
          <kbd>Alt ↑</kbd> earlier
        </button>
        <button type="button" class="btn" @click="store.shift([block.id], 1)"><kbd>Alt ↓</kbd> later</button>
        <button type="button" class="btn" @click="store.duplicate([block.id])"><kbd>D</kbd> copy</button>
        <button type="button" class="btn" @click="store.remove([block.id])"><kbd>Del</kbd> remove</button>
        <LazySaveShape :block="block" />
      </section>
    </template>
    <LazyPlanSettings v-else-if="plan" />
  </aside>
</template>

<style scoped>
.phase-pick {
  height: 24px;
  width: 96px;
  flex: none;
  color: var(--phase);
  font-size: 13px;
  background: transparent;
}
.title {
  width: calc(100% + 8px);
  margin: 2px -5px 6px;
  padding: 0 4px;
  font: 660 20px/26px var(--font-serif);
  color: var(--color-umber);
  background: transparent;
  resize: none;
  field-sizing: content;
  border: 1px solid transparent;
  border-radius: 3px;
}
.title:hover {
  border-color: var(--color-straw);
}
.modes {
  display: flex;
  justify-content: space-between;
  margin: 0 -6px 8px;
}
.modes button {
  padding: 4px 2px 2px;
  border: 1px solid transparent;
  border-radius: 4px;
  font-size: 13px;
  line-height: 16px;
  letter-spacing: -0.35px;
  white-space: nowrap;
  color: var(--color-ash);
}
.modes svg {
  display: block;
  margin: 0 auto 1px;
  fill: #bfae92;
  color: #bfae92;
}
.modes .on {
  border-color: #8f6416;
  background: var(--color-paper);
  color: var(--color-ink);
  font-weight: 620;
}
.modes .on svg {
  fill: var(--color-gilt);
  color: var(--color-gilt);
}
.part {
  padding-top: 7px;
}
.part h3 {
  font-size: 15px;
}
.notes {
  height: auto;
  padding: 4px 8px;
  resize: vertical;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.acts .btn {
  padding: 0 7px;
  font-size: 13px;
}
</style>
