<script setup lang="ts">
import { savedVersionSchema } from '~~/shared/answers'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'
import { orderNotes, readSyllabus, syllabusGrid, type Syllabus } from '~~/core/curriculum/syllabus'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Syllabus · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const problem = ref('')
const kept = shallowRef<KeptDocument<Syllabus>>()
const scope = getCurrentScope()

onMounted(async () => {
  try {
    const { syllabus, versions } = await library.load()
    kept.value = scope?.run(() =>
      useKeptDocument<Syllabus>(
        { value: syllabus, version: versions.syllabus },
        {
          path: '/api/syllabus',
          field: 'syllabus',
          changedBy: 'syllabus',
          read(draft) {
            const read = readSyllabus(JSON.parse(JSON.stringify(draft)), library.ladder, library.items)
            return read.ok ? { ok: true, value: read.syllabus } : read
          },
          send: (value, base) =>
            api('/api/syllabus', {
              answer: savedVersionSchema,
              method: 'PUT',
              body: { base, syllabus: value },
            }),
          async fresh() {
            const now = await library.refresh()
            return { value: now.syllabus, version: now.versions.syllabus }
          },
          kept: (value, version) =>
            library.change({ syllabus: value, versions: { ...library.loaded!.versions, syllabus: version } }),
        },
      ),
    )
  } catch (error) {
    problem.value = saidBy(error)
  }
})

const syllabus = computed(() => kept.value?.draft.value ?? [])
const ranks = computed(() => library.ladder.ranks)
const grid = computed(() => syllabusGrid(library.ladder, library.items, syllabus.value))
const notes = computed(() => orderNotes(library.ladder, library.items, syllabus.value))
const categories = computed(() =>
  CATEGORY_NAMES.filter((category) =>
    [...library.items.values()].some((item) => item.category === category && !item.archived),
  ),
)
const cellAt = (rank: string, category: Category) =>
  grid.value.find((cell) => cell.rank === rank && cell.category === category)
const again = (rank: string, category: Category) => {
  const cell = cellAt(rank, category)
  const told = new Set([...(cell?.added ?? []), ...(cell?.raised ?? [])].map(({ item }) => item))
  return syllabus.value.filter(
    (entry) =>
      entry.rank === rank && library.items.get(entry.item)?.category === category && !told.has(entry.item),
  )
}
const sums = computed(() =>
  ranks.value.map(({ id }) => {
    const cells = grid.value.filter(({ rank }) => rank === id)
    const sum = (pick: 'added' | 'raised') => cells.reduce((total, cell) => total + cell[pick].length, 0)
    return { id, added: sum('added'), raised: sum('raised') }
  }),
)
const gravely = computed(
  () => new Set(notes.value.filter(({ grave }) => grave).map(({ rank, item }) => `${rank} ${item}`)),
)

const chosen = ref<{ rank: string; category: Category }>()
const isChosen = (rank: string, category: Category) =>
  chosen.value?.rank === rank && chosen.value.category === category
const table = useTemplateRef<HTMLTableElement>('table')
/** Arrows go from cell to cell. */
async function onKey(event: KeyboardEvent, row: number, column: number) {
  const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key]
  if (!step) return
  event.preventDefault()
  const category = categories.value[row + (step[0] ?? 0)]
  const rank = ranks.value[column + (step[1] ?? 0)]
  if (!category || !rank) return
  chosen.value = { rank: rank.id, category }
  await nextTick()
  table.value?.querySelector<HTMLElement>('[data-chosen]')?.focus()
}
const tabStop = (row: number, column: number) => {
  const [category, rank] = [categories.value[row], ranks.value[column]]
  if (!category || !rank) return -1
  return chosen.value ? (isChosen(rank.id, category) ? 0 : -1) : row === 0 && column === 0 ? 0 : -1
}
</script>

<template>
  <div class="flex h-full flex-col">
    <Beam />
    <p v-if="problem" role="alert" class="p-10 text-center text-brick-deep">{{ problem }}</p>
    <p v-else-if="!kept" class="p-10 text-center text-ash">Opening the syllabus…</p>
    <main v-else class="room">
      <div class="sheet">
        <div class="top">
          <h1 class="text-26">Syllabus</h1>
          <p class="text-ash">
            what each rank adds: <b class="text-ink">new</b>, <span class="text-moss">higher layer ↑</span>,
            <span>again</span>; hatched is a gap
          </p>
          <KeptBar v-if="mayWrite" class="ml-auto" :kept="kept" what="the syllabus" />
        </div>
        <table ref="table" role="grid" aria-label="Syllabus, ranks by category">
          <thead>
            <tr>
              <th class="corner"><span class="sr-only">category</span></th>
              <th v-for="(rank, r) in ranks" :key="rank.id" scope="col">
                <Sash :ranks="[rank.id]" fill />
                <span class="sum">{{ sums[r]?.added }} new, {{ sums[r]?.raised }} higher</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(category, row) in categories" :key="category">
              <th scope="row" class="category">{{ CATEGORIES[category].name }}</th>
              <td
                v-for="(rank, column) in ranks"
                :key="rank.id"
                role="gridcell"
                class="cell"
                :class="{ chosen: isChosen(rank.id, category), gap: !cellAt(rank.id, category) }"
                :data-chosen="isChosen(rank.id, category) || undefined"
                :aria-selected="isChosen(rank.id, category)"
                :aria-label="`${rank.name}, ${CATEGORIES[category].name}`"
                :tabindex="tabStop(row, column)"
                @click="chosen = { rank: rank.id, category }"
                @focus="chosen = { rank: rank.id, category }"
                @keydown="onKey($event, row, column)"
              >
                <ul>
                  <li v-for="entry in cellAt(rank.id, category)?.added" :key="entry.item" class="added">
                    <b
                      v-if="gravely.has(`${rank.id} ${entry.item}`)"
                      class="mark"
                      title="asked before what it builds on"
                      >!</b
                    >
                    {{ library.itemName(entry.item) }}
                  </li>
                  <li v-for="entry in cellAt(rank.id, category)?.raised" :key="entry.item" class="raised">
                    <b
                      v-if="gravely.has(`${rank.id} ${entry.item}`)"
                      class="mark"
                      title="asked before what it builds on"
                      >!</b
                    >
                    {{ library.itemName(entry.item) }} ↑{{ entry.layer }}
                  </li>
                  <li v-for="entry in again(rank.id, category)" :key="entry.item" class="again">
                    {{ library.itemName(entry.item) }}
                  </li>
                </ul>
                <span v-if="!cellAt(rank.id, category)" class="sr-only">nothing asked</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <SyllabusBench
        :kept="kept"
        :rank="chosen?.rank"
        :category="chosen?.category"
        :notes="notes"
        :readonly="!mayWrite"
        @choose="chosen = $event"
      />
    </main>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  flex: 1;
  min-height: 0;
  grid-template-columns: minmax(0, 1fr) 300px;
}
.sheet {
  min-height: 0;
  overflow: auto;
  padding: 0 0 20px 16px;
}
.top {
  position: sticky;
  left: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  padding: 10px 16px 8px 0;
}
table {
  width: 100%;
  border-collapse: separate;
  border-spacing: 0;
}
thead th {
  position: sticky;
  top: 0;
  z-index: 1;
  min-width: 116px;
  padding: 4px 3px 3px;
  background: var(--color-plaster);
  border-bottom: 2px solid var(--color-umber);
}
thead .corner {
  min-width: 0;
}
.sum {
  display: block;
  padding-top: 2px;
  font-size: 13px;
  font-weight: 400;
  color: var(--color-ash);
}
.category {
  width: 96px;
  padding: 4px 6px 0 0;
  text-align: left;
  vertical-align: top;
  font: 660 15px/18px var(--font-serif);
  color: var(--color-umber);
  border-bottom: 1px solid var(--color-straw);
}
.cell {
  padding: 3px 5px 4px;
  vertical-align: top;
  font-size: 13px;
  line-height: 17px;
  background: var(--color-paper);
  border-bottom: 1px solid var(--color-straw);
  border-left: 1px solid var(--color-straw);
  cursor: pointer;
}
.cell:focus-visible {
  outline-offset: -2px;
}
.cell.gap {
  background: repeating-linear-gradient(135deg, #f7f1e3 0 6px, #e4d8c0 6px 7px);
}
.cell.chosen {
  box-shadow: inset 0 0 0 2px var(--color-gilt);
}
.added {
  font-weight: 620;
}
.raised {
  color: var(--color-moss);
}
.again {
  color: var(--color-ash);
}
.mark {
  color: var(--color-brick);
}
@media (max-width: 900px) {
  .room {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) 280px;
  }
}
</style>
