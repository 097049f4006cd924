<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import type { OrderNote, Syllabus, SyllabusEntry, Target } from '~~/core/curriculum/syllabus'

/** What one rank is asked for in one category, to be changed; with nothing chosen, what the order of the syllabus tells. */
const props = defineProps<{
  kept: KeptDocument<Syllabus>
  rank: string | undefined
  category: Category | undefined
  notes: readonly OrderNote[]
  readonly: boolean
}>()
const emit = defineEmits<{ choose: [cell: { rank: string; category: Category }] }>()
const library = useLibraryStore()
const all = computed(() => props.kept.draft.value)
const entries = computed(() =>
  all.value.filter(
    ({ rank, item }) => rank === props.rank && library.items.get(item)?.category === props.category,
  ),
)
/** The syllabus in figures: by rank, what is new or higher in it and how much practice it wants. */
const amounts = computed(() => {
  const asked = new Set(all.value.map(({ item }) => item))
  const offered = library.offered('')
  const sum = (of: Syllabus, unit: Target['unit']) =>
    of.reduce((total, { target }) => total + (target?.unit === unit ? target.amount : 0), 0)
  return {
    items: asked.size,
    offered: offered.length,
    unasked: offered.filter(({ id }) => !asked.has(id)).map(({ id }) => library.itemName(id)),
    ranks: library.ladder.ranks.map(({ id }) => {
      const of = all.value.filter(({ rank }) => rank === id)
      return { id, items: of.length, reps: sum(of, 'reps'), minutes: sum(of, 'minutes') }
    }),
  }
})
const units: { value: Target['unit']; name: string }[] = [
  { value: 'reps', name: 'reps a side' },
  { value: 'runs', name: 'runs' },
  { value: 'minutes', name: 'minutes' },
]

function put(entry: SyllabusEntry, values: Partial<SyllabusEntry>, touch = '') {
  const next = { ...entry, ...values }
  for (const [name, value] of Object.entries(values))
    if (value === undefined) Reflect.deleteProperty(next, name)
  props.kept.change(
    all.value.map((one) => (one === entry ? next : one)),
    touch,
  )
}
const takeOut = (entry: SyllabusEntry) => props.kept.change(all.value.filter((one) => one !== entry))
function add(item: string | undefined) {
  if (!item || !props.rank || entries.value.some((entry) => entry.item === item)) return
  props.kept.change([...all.value, { rank: props.rank, item, layer: 1 }])
}
function setAmount(entry: SyllabusEntry, amount: number | undefined) {
  put(entry, { target: amount === undefined ? undefined : { unit: entry.target?.unit ?? 'reps', amount } })
}
const layersOf = (id: string) =>
  Array.from({ length: library.items.get(id)?.layers.length ?? 1 }, (_, n) => n + 1)
function look({ rank, item }: OrderNote) {
  const category = library.items.get(item)?.category
  if (category) emit('choose', { rank, category })
}
</script>

<template>
  <aside class="bench" aria-label="The chosen cell">
    <template v-if="rank && category">
      <div class="flex items-center gap-3">
        <Sash :ranks="[rank]" />
        <h2 class="text-17">{{ CATEGORIES[category].name }}</h2>
      </div>
      <p v-if="entries.length === 0" class="mt-2 text-ash">Nothing is asked here yet.</p>
      <section
        v-for="entry in entries"
        :key="entry.item"
        class="entry"
        :aria-label="library.itemName(entry.item)"
      >
        <div class="flex items-start gap-2">
          <NuxtLink :to="`/curriculum/${entry.item}`" class="link flex-1">{{
            library.itemName(entry.item)
          }}</NuxtLink>
          <button
            v-if="!readonly"
            type="button"
            class="out"
            :aria-label="`${library.itemName(entry.item)}: no longer asked`"
            @click="takeOut(entry)"
          >
            ×
          </button>
        </div>
        <label class="line"
          >at layer
          <select
            :value="entry.layer"
            :disabled="readonly"
            @change="put(entry, { layer: Number(($event.target as HTMLSelectElement).value) })"
          >
            <option v-for="n in layersOf(entry.item)" :key="n" :value="n">
              {{ n }}, {{ library.layerName(entry.item, n) }}
            </option>
          </select></label
        >
        <FigureRow
          label="practised"
          optional
          :min="1"
          :max="100000"
          :model-value="entry.target?.amount"
          :readonly="readonly"
          @update:model-value="setAmount(entry, $event)"
        />
        <ChoiceRow
          v-if="entry.target"
          label="counted in"
          :model-value="entry.target.unit"
          :options="units"
          :readonly="readonly"
          @update:model-value="put(entry, { target: { unit: $event, amount: entry.target!.amount } })"
        />
        <InPlace
          :model-value="entry.asks"
          label="The grading asks"
          placeholder="what the grading asks"
          optional
          :readonly="readonly"
          @update:model-value="put(entry, { asks: $event })"
        />
        <InPlace
          class="text-13 text-ash"
          :model-value="entry.part"
          label="Part of the grading"
          placeholder="part of the grading"
          optional
          :readonly="readonly"
          @update:model-value="put(entry, { part: $event })"
        />
      </section>
      <ItemPick
        v-if="!readonly"
        class="mt-3"
        label="Ask for another item"
        :category="category"
        :model-value="undefined"
        @update:model-value="add"
      />
    </template>
    <section v-else aria-label="What the syllabus amounts to">
      <h2 class="text-17">What it amounts to</h2>
      <p class="mt-1">
        <b>{{ amounts.items }}</b> of {{ amounts.offered }} items are asked of
        {{ counted(library.ladder.ranks.length, 'rank') }}, in {{ counted(all.length, 'entry', 'entries') }}.
      </p>
      <table class="amounts">
        <thead>
          <tr>
            <th scope="col">Rank</th>
            <th scope="col">items</th>
            <th scope="col">reps a side</th>
            <th scope="col">minutes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in amounts.ranks" :key="row.id">
            <th scope="row"><Sash :ranks="[row.id]" /></th>
            <td>{{ row.items }}</td>
            <td>{{ row.reps || '–' }}</td>
            <td>{{ row.minutes || '–' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="amounts.unasked.length" class="text-13 mt-2 text-ash">
        Asked of nobody: {{ amounts.unasked.slice(0, 6).join(', ')
        }}<template v-if="amounts.unasked.length > 6"> and {{ amounts.unasked.length - 6 }} more</template>.
      </p>
      <p class="mt-3 text-ash">Choose a cell to change what is asked there. Arrows go from cell to cell.</p>
    </section>
    <section v-if="notes.length" class="mt-5">
      <h2 class="text-17">In its order</h2>
      <ul>
        <li
          v-for="note in notes"
          :key="`${note.rank} ${note.item} ${note.says}`"
          class="note"
          :class="{ grave: note.grave }"
        >
          <button type="button" class="text-left" @click="look(note)">{{ note.says }}</button>
        </li>
      </ul>
    </section>
    <p v-else class="text-13 mt-5 text-moss">Everything is asked after what it builds on.</p>
  </aside>
</template>

<style scoped>
.amounts {
  width: 100%;
  margin-top: 8px;
  border-collapse: collapse;
}
.amounts th,
.amounts td {
  padding: 3px 0;
  border-bottom: 1px solid var(--color-straw);
  text-align: right;
}
.amounts th:first-child {
  text-align: left;
}
.amounts thead th {
  font-size: 13px;
  font-weight: 500;
  color: var(--color-ash);
}
.bench {
  min-height: 0;
  overflow-y: auto;
  padding: 12px 16px 20px;
  border-left: 1px solid var(--color-straw);
}
.entry {
  padding: 8px 0;
  border-bottom: 1px solid var(--color-straw);
}
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
  min-height: 28px;
}
.line select {
  max-width: 190px;
  height: 26px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.out {
  width: 24px;
  height: 24px;
  color: var(--color-ash);
}
.out:hover {
  color: var(--color-brick);
}
.note {
  margin-top: 4px;
  padding: 3px 8px;
  font-size: 13px;
  line-height: 17px;
  background: var(--color-ground);
  border-left: 4px solid #bdac90;
}
.grave {
  background: var(--color-brick-tint);
  border-left-color: var(--color-brick);
}
</style>
