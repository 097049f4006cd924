<script setup lang="ts">
import {
  ChevronDownIcon,
  ChevronUpIcon,
  MinusIcon,
  PencilSquareIcon,
  PlusIcon,
  TrashIcon,
} from '@heroicons/vue/20/solid'
import { PHASES } from '~~/core/plan/phases'
import { shortDose } from '~~/core/plan/doses'
import { changeDoses } from '~~/core/plan/edit-doses'
import { nudgeSets } from '~~/core/plan/nudge'
import type { Block } from '~~/core/plan/schema'
import { clockAt, minutes } from '~~/core/kernel/time-text'

/** The class one column at a time, where there is no room for the frame: read, moved and retimed with the thumb. */
const emit = defineEmits<{ open: [] }>()
const store = usePlanStore()
const library = useLibraryStore()
const checks = useChecksStore()
const plan = computed(() => store.shown)
const ALL = 'all'
const group = ref(ALL)
const groupIndex = computed(() => (plan.value?.groups ?? []).findIndex(({ id }) => id === group.value))

/** What the chosen group does at a board: its own item where the board is cut, else the board’s. */
function workOn(block: Block): string {
  const tracks = block.tracks ?? []
  const named = (item: string | undefined, layer = 1) =>
    item
      ? [library.itemName(item), layer > 1 ? library.layerName(item, layer) : ''].filter(Boolean).join(', ')
      : ''
  if (groupIndex.value < 0)
    return tracks.length
      ? [...new Set(tracks.map(({ technique }) => library.itemName(technique)))].join(' · ')
      : named(block.technique, block.layer)
  const own = tracks.find(({ groups }) => groups.includes(group.value))
  if (tracks.length && !own) return 'waits'
  return named(own?.technique ?? block.technique, own?.layer ?? block.layer)
}
const rows = computed(() => {
  const { value: of } = plan
  const timeline = store.shownTimeline
  if (!of || !timeline) return []
  return timeline.blocks.map(({ block, at, ms }) => {
    const work = workOn(block)
    const dose = block.tracks?.find(({ groups }) => groups.includes(group.value))?.dose ?? block.dose
    return {
      block,
      clock: clockAt(of.start ?? '00:00', at)[0],
      ms,
      work: work === block.title ? '' : work,
      dose: dose ? shortDose(dose) : '',
    }
  })
})
const last = computed(() => rows.value.length - 1)
const retime = (id: string, by: 1 | -1) =>
  store.changeBlock(id, (block) => changeDoses(block, (dose) => nudgeSets(dose, by)))
/** What a thumb does with a board; of what is only looked at nothing is changed, and it is said why. */
function actsOn({ id, title, mode }: Block, n: number) {
  const ofPlan = (act: () => unknown) => () => void (store.looked ? store.sayNotNow() : act())
  return [
    {
      says: `${title} earlier`,
      icon: ChevronUpIcon,
      isOff: n === 0,
      press: ofPlan(() => store.shift([id], -1)),
    },
    {
      says: `${title} later`,
      icon: ChevronDownIcon,
      isOff: n === last.value,
      press: ofPlan(() => store.shift([id], 1)),
    },
    ...(mode === 'stations'
      ? []
      : [
          { says: `${title} shorter`, icon: MinusIcon, press: ofPlan(() => retime(id, -1)) },
          { says: `${title} longer`, icon: PlusIcon, press: ofPlan(() => retime(id, 1)) },
        ]),
    { says: `Edit ${title}`, icon: PencilSquareIcon, press: ofPlan(() => emit('open')) },
    { says: `Remove ${title}`, icon: TrashIcon, press: ofPlan(() => store.remove([id])) },
  ].map((act) => ({ isOff: false, ...act }))
}
function choose(id: string) {
  store.selected = store.selected === id ? undefined : id
}
</script>

<template>
  <section class="column" aria-label="The class">
    <div v-if="(plan?.groups.length ?? 0) > 1" class="pick" role="group" aria-label="Whose column">
      <button type="button" :aria-pressed="group === ALL" @click="group = ALL">All</button>
      <button
        v-for="one in plan?.groups"
        :key="one.id"
        type="button"
        :aria-pressed="group === one.id"
        @click="group = one.id"
      >
        {{ one.name }}
      </button>
    </div>
    <p v-if="rows.length === 0" class="p-6 text-center text-ash">
      An empty plan. Press <b>Add</b> for a board, or take one from the shelf.
    </p>
    <ol>
      <li
        v-for="(row, n) in rows"
        :key="row.block.id"
        :data-phase="row.block.phase"
        :data-board="row.block.id"
        :class="{ on: row.block.id === store.selected, lit: checks.lit.includes(row.block.id) }"
      >
        <button
          type="button"
          class="board"
          :aria-expanded="row.block.id === store.selected"
          @click="choose(row.block.id)"
        >
          <i class="clock">{{ row.clock }}</i>
          <span class="what"
            ><b
              ><em>{{ PHASES[row.block.phase].mark }}</em> {{ row.block.title }}</b
            ><span v-if="row.work">{{ row.work }}</span
            ><span v-if="row.dose">{{ row.dose }}</span></span
          >
          <b class="length">{{ minutes(row.ms) }}</b>
        </button>
        <div v-if="row.block.id === store.selected" class="acts">
          <button
            v-for="act in actsOn(row.block, n)"
            :key="act.says"
            type="button"
            :disabled="act.isOff"
            :aria-label="act.says"
            @click="act.press"
          >
            <component :is="act.icon" class="size-6" />
          </button>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.column {
  min-height: 0;
  overflow-y: auto;
  padding: 0 8px 12px;
}
.pick {
  position: sticky;
  top: 0;
  z-index: 1;
  display: flex;
  gap: 4px;
  padding: 4px 0;
  overflow-x: auto;
  background: var(--color-plaster);
}
.pick button {
  flex: none;
  min-height: 44px;
  padding: 0 12px;
  white-space: nowrap;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.pick [aria-pressed='true'] {
  color: #fbf1dc;
  background: var(--color-umber);
  font-weight: 640;
}
li {
  margin-top: 4px;
  background: var(--color-paper);
  border: 1px solid #d9ccb3;
  border-left: 6px solid var(--phase);
}
.on {
  border-color: var(--color-gilt);
  border-left-color: var(--phase);
  box-shadow: 0 0 0 1.5px var(--color-gilt);
}
.lit {
  background: #f9e6c6;
}
.board {
  display: grid;
  grid-template-columns: 46px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: baseline;
  width: 100%;
  min-height: 44px;
  padding: 6px 10px 6px 6px;
  text-align: left;
}
.clock {
  font-style: normal;
  font-size: 14px;
  color: var(--color-ash);
}
.what b {
  display: block;
  font: 640 17px/22px var(--font-serif);
}
.what em {
  font: 700 13px/22px var(--font-sans);
  font-style: normal;
  color: var(--phase);
}
.what span {
  display: block;
  font-size: 14px;
  line-height: 18px;
  color: var(--color-ash);
}
.length {
  font-variant-numeric: tabular-nums;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  border-top: 1px solid var(--color-straw);
}
.acts button {
  display: grid;
  flex: 1;
  place-items: center;
  min-width: 48px;
  min-height: 48px;
  color: var(--color-umber);
}
.acts button + button {
  border-left: 1px solid var(--color-straw);
}
.acts button:disabled {
  opacity: 0.35;
}
</style>
