<script setup lang="ts">
import { toast } from '~/domain/toast'
import { practiceMatrixSchema } from '~~/shared/answers'
import { longestWithout, standingOf, writeMatrixCsv, type Standing } from '~~/core/people/matrix'
import type { Mark } from '~~/core/people/marks'
import { minutes } from '~~/core/kernel/time-text'
import { CATEGORY_NAMES } from '~~/core/curriculum/categories'
import { agoSaid } from '~/domain/days'
import { cellsOf } from '~/domain/practice-cells'
import { saveFile } from '~/domain/save-file'

/** The ledger as a matrix: who has had what, how long ago and how well; who has not had an item. */
useHead({ title: 'Who has had what · Golden Lintel' })
const library = useLibraryStore()
const { data, problem, readQuietly } = useReading(() =>
  api('/api/practised', { answer: practiceMatrixSchema }),
)
const group = ref('')
const category = ref('')
const isAskedOnly = ref(true)
const find = ref('')
/** The item by which the rows are sorted: who has gone longest without it first. */
const sortedBy = ref<string>()

onChange('students', undefined, readQuietly)

const cells = computed(() => cellsOf(data.value))
const asked = computed(() => {
  const byRank = new Map<string, Set<string>>()
  for (const { rank, item } of library.syllabus) byRank.set(rank, (byRank.get(rank) ?? new Set()).add(item))
  return byRank
})
const students = computed(() =>
  (data.value?.students ?? []).filter(({ groupId }) => !group.value || groupId === group.value),
)
const items = computed(() => {
  const words = find.value.trim().toLowerCase()
  const ranks = new Set(students.value.map(({ rankId }) => rankId))
  const wanted = new Set([...ranks].flatMap((rank) => [...(asked.value.get(rank) ?? [])]))
  return [...library.items.values()]
    .filter(({ archived }) => !archived)
    .filter((item) => !category.value || item.category === category.value)
    .filter(({ id }) => !isAskedOnly.value || wanted.has(id))
    .filter((item) => !words || library.itemName(item.id).toLowerCase().includes(words))
    .sort(
      (a, b) =>
        CATEGORY_NAMES.indexOf(a.category) - CATEGORY_NAMES.indexOf(b.category) ||
        library.itemName(a.id).localeCompare(library.itemName(b.id)),
    )
})
const rows = computed(() => {
  const by = sortedBy.value
  return by ? longestWithout(students.value, (id) => cells.value.get(id)?.get(by)) : students.value
})
const today = computed(() => data.value?.today ?? '')
const standing = (student: { id: string; rankId: string }, item: string): Standing =>
  standingOf(
    cells.value.get(student.id)?.get(item),
    asked.value.get(student.rankId)?.has(item) ?? false,
    today.value,
  )
const glyphOf = (student: string, item: string) => {
  const mark = cells.value.get(student)?.get(item)?.mark
  return mark ? GLYPH[mark] : ''
}
/** As many items as a page is wide. */
const COLUMNS_ON_PAPER = 22
const parts = computed(() =>
  Array.from({ length: Math.ceil(items.value.length / COLUMNS_ON_PAPER) }, (_, n) =>
    items.value.slice(n * COLUMNS_ON_PAPER, (n + 1) * COLUMNS_ON_PAPER),
  ),
)
const isPrinting = ref(false)
useEventListener(window, 'beforeprint', () => (isPrinting.value = true))
useEventListener(window, 'afterprint', () => (isPrinting.value = false))
const GLYPH: Record<Mark, string> = { 'not yet': '○', shaky: '◐', sound: '●', sharp: '◆' }
const SAYS: Record<Standing, string> = {
  never: 'never, and not asked for',
  wanted: 'asked for, never had',
  fresh: 'fresh',
  fading: 'fading',
  due: 'due',
  overdue: 'long due',
}
/** What is pointed at or has the focus, in words below the head. */
const at = ref<{ student: string; item: string }>()
const said = computed(() => {
  const { student: id, item } = at.value ?? {}
  const student = data.value?.students.find((one) => one.id === id)
  if (!student || !item) return ''
  const cell = cells.value.get(student.id)?.get(item)
  const stands = `${student.name}, ${library.itemName(item)}: ${SAYS[standing(student, item)]}`
  if (!cell || cell.last === null) return `${stands}.${cell?.mark ? ` Marked ${cell.mark}.` : ''}`
  const sides = [
    cell.repsL && `${cell.repsL} left`,
    cell.repsR && `${cell.repsR} right`,
    cell.repsN && `${cell.repsN} without a side`,
    cell.received && `${cell.received} received`,
  ]
  return `${stands}. Last ${agoSaid(cell.last, today.value)}, on ${cell.days} ${cell.days === 1 ? 'day' : 'days'}, ${minutes(cell.workMs)} of work${sides.some(Boolean) ? `: ${sides.filter(Boolean).join(', ')}` : ''}.${cell.mark ? ` Marked ${cell.mark}.` : ''}`
})
const without = computed(() => {
  const by = sortedBy.value
  if (!by) return ''
  const never = students.value.filter(({ id }) => !cells.value.get(id)?.get(by)?.last)
  return never.length === 0
    ? `Everybody here has had ${library.itemName(by)}.`
    : `Never had ${library.itemName(by)}: ${never.map(({ name }) => name).join(', ')}.`
})
function point(event: Event) {
  const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-item]')
  at.value = cell ? { student: cell.dataset.of ?? '', item: cell.dataset.item ?? '' } : undefined
}
/** Arrows move from cell to cell. */
function move(event: KeyboardEvent) {
  const cell = (event.target as HTMLElement).closest<HTMLElement>('td[data-item]')
  const row = cell?.parentElement
  if (!cell || !row) return
  const place = [...row.children].indexOf(cell)
  const next = {
    ArrowRight: cell.nextElementSibling,
    ArrowLeft: cell.previousElementSibling,
    ArrowDown: row.nextElementSibling?.children[place],
    ArrowUp: row.previousElementSibling?.children[place],
  }[event.key]
  if (!(next instanceof HTMLElement) || !next.dataset.item) return
  event.preventDefault()
  next.focus()
}
/** All there is, whatever is shown at the moment: a file that leaves something out would be taken for the whole. */
const out = () =>
  (data.value?.students ?? []).flatMap((student) =>
    [...(cells.value.get(student.id) ?? [])].map(([id, cell]) => ({
      studentId: student.id,
      student: student.name,
      rank: library.ranks.get(student.rankId)?.name ?? '',
      item: library.itemName(id),
      ...cell,
    })),
  )
/** What leaves the house is read anew for it, and the server writes down that it did. */
async function save(ending: 'csv' | 'json') {
  try {
    data.value = await api('/api/practised?for=file', { answer: practiceMatrixSchema })
  } catch (error) {
    return void toast.error(saidBy(error))
  }
  const name = `who-has-had-what-personal-data.${ending}`
  if (ending === 'csv') saveFile(name, 'text/csv', writeMatrixCsv(out()))
  else saveFile(name, 'application/json', `${JSON.stringify({ today: today.value, rows: out() }, null, 2)}\n`)
}
</script>

<template>
  <div class="page">
    <PeopleNav />
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="!data" class="text-ash">Reading the ledger…</p>
    <template v-else>
      <div class="head">
        <h1>Who has had what</h1>
        <div class="acts">
          <button type="button" class="btn" @click="save('csv')">Save as CSV</button>
          <button type="button" class="btn" @click="save('json')">Save as JSON</button>
        </div>
      </div>
      <div class="sieve">
        <FindField v-model="find" label="Find an item" class="grow" />
        <select v-model="group" class="field" aria-label="Group">
          <option value="">all groups</option>
          <option v-for="one in library.groups" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <select v-model="category" class="field" aria-label="Category">
          <option value="">all categories</option>
          <option v-for="one in CATEGORY_NAMES" :key="one">{{ one }}</option>
        </select>
        <label class="tick"><input v-model="isAskedOnly" type="checkbox" /> what their syllabus asks</label>
      </div>
      <p class="legend" aria-label="What the cells mean">
        <span v-for="(says, which) in SAYS" :key="which"><i class="cell" :class="which" /> {{ says }}</span>
        <span v-for="(glyph, mark) in GLYPH" :key="mark"
          ><b>{{ glyph }}</b> {{ mark }}</span
        >
      </p>
      <p class="said" aria-live="polite">
        {{
          said || without || 'Point at a cell. Press an item’s name to see who has gone longest without it.'
        }}
      </p>
      <div
        v-if="rows.length && items.length && !isPrinting"
        class="around"
        @pointerover="point"
        @focusin="point"
        @keydown="move"
      >
        <table>
          <thead>
            <tr>
              <th scope="col" class="corner">
                <button v-if="sortedBy" type="button" class="link" @click="sortedBy = undefined">
                  by rank again
                </button>
              </th>
              <th
                v-for="item in items"
                :key="item.id"
                scope="col"
                :aria-sort="sortedBy === item.id ? 'ascending' : undefined"
              >
                <button
                  type="button"
                  :class="{ on: sortedBy === item.id }"
                  @click="sortedBy = sortedBy === item.id ? undefined : item.id"
                >
                  {{ library.itemName(item.id) }}
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(student, r) in rows" :key="student.id">
              <th scope="row">
                <NuxtLink :to="`/people/${student.id}`">{{ student.name }}</NuxtLink>
                <RankTag :rank="student.rankId" />
              </th>
              <td
                v-for="(item, c) in items"
                :key="item.id"
                class="cell"
                :class="standing(student, item.id)"
                :data-of="student.id"
                :data-item="item.id"
                :tabindex="r === 0 && c === 0 ? 0 : -1"
              >
                {{ glyphOf(student.id, item.id)
                }}<span class="sr-only">{{ SAYS[standing(student, item.id)] }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <!-- On paper all items stand, as many beside one another as a page is wide; the heads come again on every page. -->
      <div v-if="isPrinting" class="paper">
        <table v-for="part in parts" :key="part[0]?.id">
          <thead>
            <tr>
              <th scope="col" class="corner" />
              <th v-for="item in part" :key="item.id" scope="col">
                <span>{{ library.itemName(item.id) }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="student in rows" :key="student.id">
              <th scope="row">{{ student.name }} <RankTag :rank="student.rankId" /></th>
              <td v-for="item in part" :key="item.id" class="cell" :class="standing(student, item.id)">
                {{ glyphOf(student.id, item.id) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-else-if="!(rows.length && items.length)" class="panel p-6 text-center text-ash">
        {{ data.students.length ? 'No item matches.' : 'Nobody is on the roster yet.' }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  height: calc(100dvh - 62px);
  padding: 14px 24px 14px;
}
.head,
.sieve,
.legend {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
}
.head h1 {
  flex: 1;
  font-size: 26px;
  line-height: 32px;
}
.acts {
  display: flex;
  gap: 8px;
}
.sieve {
  margin: 8px 0;
}
.sieve .field {
  width: 160px;
  height: 32px;
}
.grow {
  flex: 1 1 200px;
}
.tick {
  display: flex;
  align-items: center;
  gap: 6px;
}
.legend {
  font-size: 13px;
  color: var(--color-ash);
}
.legend span {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.legend i {
  width: 18px;
  height: 15px;
  border: 1px solid #cbbda3;
}
.said {
  min-height: 24px;
  margin: 4px 0 6px;
}
.around {
  flex: 1;
  min-height: 0;
  overflow: auto;
  border: 1px solid var(--color-straw);
  background: var(--color-paper);
}
table {
  border-collapse: separate;
  border-spacing: 0;
}
thead th {
  position: sticky;
  top: 0;
  z-index: 1;
  height: 132px;
  min-width: 28px;
  vertical-align: bottom;
  background: #f6efe1;
  border-bottom: 2px solid var(--color-umber);
}
thead th button:not(.link) {
  width: 28px;
  max-height: 126px;
  padding: 4px 0;
  overflow: hidden;
  font-size: 13px;
  line-height: 26px;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
  writing-mode: vertical-rl;
  transform: rotate(180deg);
}
thead th button.on {
  background: #ffe7a8;
  font-weight: 700;
}
.corner {
  left: 0;
  z-index: 2 !important;
  padding: 6px 8px;
  text-align: left;
}
tbody tr {
  content-visibility: auto;
  contain-intrinsic-height: 28px;
}
tbody th {
  position: sticky;
  left: 0;
  z-index: 1;
  height: 28px;
  padding: 0 10px;
  font-weight: 600;
  text-align: left;
  white-space: nowrap;
  background: var(--color-paper);
  border-right: 1px solid var(--color-umber);
  border-bottom: 1px solid #e7decd;
}
tbody th a {
  margin-right: 8px;
}
tbody th a:hover {
  text-decoration: underline;
}
.cell {
  min-width: 28px;
  text-align: center;
  border-right: 1px solid #efe7d8;
  border-bottom: 1px solid #efe7d8;
}
.cell.wanted {
  background: repeating-linear-gradient(135deg, #fffdf8 0 4px, #d9b0a2 4px 5px);
}
.cell.fresh {
  background: #cfe0bf;
}
.cell.fading {
  background: #e9eed6;
}
.cell.due {
  background: repeating-linear-gradient(90deg, #fbe6b4 0 5px, #f0d189 5px 7px);
}
.cell.overdue {
  background: repeating-linear-gradient(45deg, #f4ddd3 0 4px, #dfa796 4px 6px);
}
@media (max-width: 760px) {
  .page {
    height: auto;
    padding: 10px 10px 20px;
  }
  .around {
    max-height: 75vh;
  }
}
@media print {
  .page {
    display: block;
    height: auto;
    padding: 8mm;
  }
  .acts,
  .sieve,
  .said {
    display: none;
  }
  .paper table {
    margin-top: 6px;
    break-after: page;
    font-size: 9px;
  }
  .paper table:last-child {
    break-after: auto;
  }
  .paper thead {
    display: table-header-group;
  }
  .paper th,
  .paper td {
    position: static;
    height: auto;
    min-width: 0;
    padding: 1px 3px;
    print-color-adjust: exact;
  }
  .paper thead th {
    height: 110px;
    width: 22px;
  }
  .paper thead span {
    display: inline-block;
    max-height: 106px;
    writing-mode: vertical-rl;
    transform: rotate(180deg);
    white-space: nowrap;
  }
  .paper tr {
    break-inside: avoid;
    content-visibility: visible;
  }
}
</style>
