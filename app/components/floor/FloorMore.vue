<script setup lang="ts">
import { fitShape, type Shape } from '~~/core/curriculum/shapes'
import { freshId } from '~~/core/kernel/ids'
import { counted, minutes } from '~~/core/kernel/time-text'
import { newBlock } from '~~/core/plan/edit'
import { paintedAs } from '~~/core/curriculum/boards'
import type { Block } from '~~/core/plan/schema'

/** What is one swipe away on the floor: all that bends the class, in large targets; each is one act and can be taken back. */
const open = defineModel<boolean>({ default: false })
const emit = defineEmits<{ finish: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const acts = useFloorActs()
const keepsTime = useKeepTime()

const block = computed(() => store.now?.placed?.block)
const hasRungs = computed(() => store.now?.called?.span.stage !== undefined)
/** Does something, and gives the floor back. */
function done(act: () => unknown) {
  act()
  open.value = false
}

const coming = computed(() => {
  const { now, timeline, run } = store
  if (!now || !timeline || !run) return []
  return timeline.blocks
    .slice(now.index + (now.inTransition ? 0 : 1))
    .filter((placed) => !run.skipped.has(placed.block.id))
})
const over = computed(() => {
  const { now, timeline, run } = store
  if (!now || !timeline || !run) return []
  const last = now.placed ? now.index + (now.inTransition ? 0 : 1) : timeline.blocks.length
  return timeline.blocks.slice(0, last).filter((placed) => !run.heirs.has(placed.block.id))
})
const leftOut = computed(() => {
  const { now, timeline, run } = store
  if (!now || !timeline || !run) return []
  return timeline.blocks
    .slice(now.index)
    .filter((placed) => run.skipped.has(placed.block.id) && !run.heirs.has(placed.block.id))
})

const ids = computed(() => store.plan?.blocks.map(({ id }) => id) ?? [])
function putIn(one: Omit<Block, 'id'>, says: string) {
  const made = { ...one, id: freshId(one.title, ids.value) }
  acts.told(says, 'insert', { block: made as Block })
}
const WATER_SEC = 60
const water = () =>
  putIn(
    { ...newBlock('water', 'Water'), priority: 'could', dose: { kind: 'fixed', sec: WATER_SEC } },
    'Water comes next.',
  )
/** Boards of a shape come in one after the other, before whatever was to come. */
function shape(one: Shape) {
  if (!store.plan) return
  const before = coming.value[0]?.block.id
  const taken = [...ids.value]
  for (const board of fitShape(one, store.plan).boards) {
    const id = freshId(board.title, taken)
    taken.push(id)
    store.act('insert', { detail: { block: { ...board, id }, ...(before ? { before } : {}) } })
  }
}
const shapes = computed(() => library.loaded?.shapes ?? [])
const chosenShape = ref('')
function putShape() {
  const one = shapes.value.find(({ id }) => id === chosenShape.value)
  if (one) done(() => shape(one))
}

/** What one group works from now on. */
const group = ref('')
const chosen = ref('')
const layer = ref(1)
const groups = computed(() => (store.plan?.groups ?? []).map(({ id, name }) => ({ value: id, name })))
const mayChange = computed(() => {
  const { mode } = block.value ?? {}
  return block.value !== undefined && mode !== 'stations' && block.value.phase !== 'water'
})
function change() {
  if (!group.value || !chosen.value || !block.value) return
  const name = store.plan?.groups.find(({ id }) => id === group.value)?.name ?? ''
  const says = `${name}: ${library.itemName(chosen.value)}, from now on.`
  const item = library.items.get(chosen.value)
  const about = item ? paintedAs(item, layer.value) : { technique: chosen.value, layer: layer.value }
  done(() => acts.told(says, 'change', { group: group.value, ...about }, block.value?.id))
}
</script>

<template>
  <HallSheet v-model="open" opener="More" title="Change the class">
    <template #top>
      <button type="button" class="act" :disabled="!acts.undoable.value" @click="acts.undo">
        Undo {{ acts.undoable.value ? acts.undoSays.value : '' }}
      </button>
    </template>
    <div v-if="!acts.underWay.value" class="none">Begin the class first: there is nothing to bend yet.</div>
    <div v-else class="halves">
      <section aria-label="This board">
        <h3>{{ block?.title ?? 'The plan is done' }}</h3>
        <div class="row">
          <button type="button" :disabled="!acts.mayDoAgain.value" @click="done(() => acts.again('set'))">
            The set again
          </button>
          <button v-if="hasRungs" type="button" @click="done(() => acts.again('rung'))">
            The rung again
          </button>
          <button v-if="hasRungs" type="button" @click="done(() => acts.endRung())">The rung is over</button>
          <button type="button" :disabled="!acts.mayDoAgain.value" @click="done(() => acts.again('board'))">
            All of it again
          </button>
        </div>
        <div class="row">
          <button type="button" :disabled="!acts.mayCount.value" @click="acts.oneMore">One rep more</button>
          <button type="button" :disabled="!acts.mayCount.value" @click="acts.oneFewer">One fewer</button>
          <button type="button" :disabled="!acts.mayExtend.value" @click="acts.extend(120_000)">+2:00</button>
          <button type="button" :disabled="!acts.mayExtend.value" @click="acts.shorten">−0:30</button>
        </div>
        <form v-if="mayChange" class="change" @submit.prevent="change">
          <h4>One group works something else</h4>
          <HallChoices v-model="group" label="Which group" :options="groups" />
          <HallItem
            v-model:item="chosen"
            v-model:layer="layer"
            find="Find an item"
            which="Which item"
            at="Which layer"
          />
          <button type="submit" class="yes" :disabled="!group || !chosen">From now on</button>
        </form>
        <OneDoesElse
          v-if="block && block.phase !== 'water'"
          :key="block.id"
          :board="block.id"
          @done="open = false"
        />
      </section>
      <section aria-label="To come">
        <h3>To come</h3>
        <ol>
          <li v-for="(placed, n) in coming" :key="placed.block.id">
            <p>
              <b>{{ placed.block.title }}</b> <span>{{ minutes(placed.ms) }}</span>
            </p>
            <button
              v-if="coming[n + 1]"
              type="button"
              :aria-label="`${coming[n + 1]?.block.title} before ${placed.block.title}`"
              @click="
                store.act('swap', { board: placed.block.id, detail: { with: coming[n + 1]?.block.id } })
              "
            >
              Later
            </button>
            <button
              type="button"
              :aria-label="`Leave out ${placed.block.title}`"
              @click="store.act('skip', { board: placed.block.id })"
            >
              Leave out
            </button>
          </li>
          <li v-for="placed in leftOut" :key="placed.block.id" class="out">
            <p>{{ placed.block.title }}, left out</p>
          </li>
        </ol>
        <p v-if="coming.length === 0" class="none">Nothing more is planned.</p>
        <div class="row">
          <button type="button" @click="done(water)">Water next, 1:00</button>
          <form class="shapes" @submit.prevent="putShape">
            <select v-model="chosenShape" aria-label="A shape">
              <option value="">A shape next…</option>
              <option v-for="one in shapes" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select>
            <button type="submit" :disabled="!chosenShape">Put in</button>
          </form>
        </div>
        <template v-if="over.length">
          <h3>Back to</h3>
          <div class="row">
            <button
              v-for="placed in over.slice(-6)"
              :key="placed.block.id"
              type="button"
              @click="done(() => store.act('back', { board: placed.block.id }))"
            >
              {{ placed.block.title }}
            </button>
          </div>
        </template>
        <h3>The class</h3>
        <div class="row">
          <button type="button" @click="done(() => store.act('film'))">Recording begins</button>
          <LazyHeadKnock />
          <button
            type="button"
            role="switch"
            :aria-checked="keepsTime.isOn.value"
            :class="{ on: keepsTime.isOn.value }"
            @click="keepsTime.isOn.value = !keepsTime.isOn.value"
          >
            Keep the end time by itself
          </button>
          <button type="button" @click="done(() => emit('finish'))">Finish</button>
        </div>
        <p v-if="store.run?.films.length" class="none">
          {{ counted(store.run.films.length, 'recording') }} marked: chapters are made of the class on Term.
        </p>
      </section>
    </div>
  </HallSheet>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
  margin-top: 8px;
}
h3 {
  margin: 12px 0 6px;
  font: 660 24px/30px var(--font-serif);
  color: #fff;
}
h4 {
  margin-bottom: 6px;
  font-size: 20px;
  color: var(--color-hall-ash);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 8px;
}
button,
select {
  min-height: 48px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  background: none;
  border: 2px solid #75604a;
  border-radius: 4px;
}
select {
  background: var(--color-hall);
}
button:disabled {
  opacity: 0.45;
}
.on {
  color: var(--color-hall);
  background: #e4d5b8;
  border-color: #e4d5b8;
}
.yes {
  color: #241808;
  background: var(--color-hall-gilt);
  border-color: var(--color-hall-gilt);
}
.act {
  max-width: 100%;
}
.change {
  margin-top: 10px;
  padding-top: 10px;
  border-top: 2px solid #3a3028;
}
.shapes {
  display: flex;
  gap: 8px;
}
.shapes select {
  max-width: 240px;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 56px;
  border-bottom: 1px solid #3a3028;
}
li p {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
}
li span,
.out,
.none {
  color: var(--color-hall-ash);
}
.none {
  padding: 8px 0;
  font-size: 20px;
}
@media (max-width: 760px) {
  .halves {
    grid-template-columns: 1fr;
    gap: 8px;
  }
}
</style>
