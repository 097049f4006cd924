<script setup lang="ts">
import { placedSchema, studentClassesSchema, studentPageSchema } from '~~/shared/answers'
import { toast } from 'vue-sonner'
import type { Mark } from '~~/core/people/marks'
import { sectionIds, wholeRuns } from '~~/core/people/section-runs'
import { longTime, minutes } from '~~/core/kernel/time-text'
import type { StudentPage } from '~~/shared/answers'
import { shortDay } from '~/domain/days'

const route = useRoute()
const library = useLibraryStore()
const page = shallowRef<StudentPage>()
const problem = ref('')
useHead({ title: () => `${page.value?.name ?? 'Student'} · Golden Lintel` })

onMounted(async () => {
  try {
    const [fresh] = await Promise.all([
      api(`/api/students/${String(route.params.id)}`, { answer: studentPageSchema }),
      library.load(),
    ])
    page.value = fresh
  } catch (error) {
    problem.value = saidBy(error)
  }
})

type Row = StudentPage['practice'][number]
const classes = computed(() => {
  const came = new Map<string, Row[]>()
  for (const row of page.value?.practice ?? []) came.set(row.classId, [...(came.get(row.classId) ?? []), row])
  return (page.value?.classes ?? []).map((held) => {
    const rows = came.get(held.id) ?? []
    return { ...held, rows, workMs: rows.reduce((sum, row) => sum + row.workMs, 0) }
  })
})
/** The latest classes first; those before them when asked for. */
const RECENT = 8
const shownCount = ref(RECENT)
const shown = computed(() => classes.value.slice(0, shownCount.value))
const hasMore = computed(() => shown.value.length < classes.value.length || (page.value?.hasMore ?? false))
const isReading = ref(false)
async function showMore() {
  const { value } = page
  if (!value) return
  if (shownCount.value >= classes.value.length && value.hasMore) {
    isReading.value = true
    try {
      const after = value.classes.at(-1)?.id ?? ''
      const more = await api(`/api/students/${value.id}?after=${after}`, { answer: studentClassesSchema })
      page.value = {
        ...value,
        classes: [...value.classes, ...more.classes],
        practice: [...value.practice, ...more.practice],
        marks: [...value.marks, ...more.marks],
        hasMore: more.hasMore,
      }
    } catch (error) {
      toast.error(saidBy(error))
    } finally {
      isReading.value = false
    }
  }
  shownCount.value += CLASSES_MORE
}
const CLASSES_MORE = 12

const keyOf = ({ classId, itemId, layer }: Pick<Row, 'classId' | 'itemId' | 'layer'>) =>
  `${classId} ${itemId} ${layer}`
const marks = computed(() => new Map((page.value?.marks ?? []).map((mark) => [keyOf(mark), mark])))
const markOf = (row: Row) => marks.value.get(keyOf(row))
let sending: Promise<void> = Promise.resolve()
/** A mark is kept with its class; a later one of the same row stands over it, so they are sent one after the other. */
function give(row: Row, { mark, fault }: { mark: Mark; fault?: string | undefined }) {
  if (!page.value) return
  const { classId, itemId, layer } = row
  const given = { classId, itemId, layer, mark, fault: fault ?? null }
  page.value = { ...page.value, marks: [...page.value.marks, given] }
  const body = {
    id: crypto.randomUUID(),
    class: classId,
    student: page.value.id,
    item: itemId,
    layer,
    mark,
    ...(fault ? { fault } : {}),
  }
  sending = sending.then(async () => {
    try {
      await api('/api/marks', { method: 'POST', body })
    } catch (error) {
      if (page.value) page.value = { ...page.value, marks: page.value.marks.filter((one) => one !== given) }
      toast.error(`The mark is not kept: ${saidBy(error)}`)
    }
  })
}
const mayWrite = useMayWrite()
const byRank = computed(
  () => library.groups.find(({ ranks }) => ranks.includes(page.value?.rankId ?? ''))?.name ?? '',
)
/** The group they train with: their rank's, or one they are placed in by hand. */
async function place(event: Event) {
  const { value } = page
  if (!value) return
  const group = (event.target as HTMLSelectElement).value || null
  try {
    const now = await api(`/api/students/${value.id}/group`, {
      answer: placedSchema,
      method: 'PUT',
      body: { group },
    })
    page.value = { ...value, ...now }
  } catch (error) {
    toast.error(saidBy(error))
  }
}
/** What was practised only or partly within combinations, and how much of it. */
const combined = computed(() =>
  (page.value?.totals ?? [])
    .filter(({ inCombinations }) => inCombinations > 0)
    .map(({ itemId, inCombinations, repsL, repsR, repsN }) => ({
      name: library.itemName(itemId),
      within: inCombinations,
      alone: repsL + repsR + repsN - inCombinations,
    }))
    .sort((a, b) => b.within - a.within),
)
/** Forms: how often each section was run, whole runs, and what the syllabus of the rank asks for. */
const forms = computed(() =>
  (page.value?.totals ?? [])
    .filter(({ sections }) => sections.length > 0)
    .map(({ itemId, sections }) => {
      const known = library.items.get(itemId)?.sections ?? []
      const asked = library.syllabus.find(
        ({ rank, item, target }) => rank === page.value?.rankId && item === itemId && target?.unit === 'runs',
      )
      return {
        name: library.itemName(itemId),
        whole: wholeRuns(sections, sectionIds(known)),
        asked: asked?.target?.amount,
        sections: sections.map(({ id, runs }) => ({
          name: known[Number(/^section-(\d+)$/.exec(id)?.[1] ?? 0) - 1]?.name ?? id,
          runs,
        })),
      }
    }),
)
/** Versions of their own that the student works at. */
const ownLayers = computed(() =>
  Object.entries(page.value?.layers ?? {}).map(([item, layer]) => ({
    item,
    says: `${library.itemName(item)}: ${library.layerName(item, layer)}`,
  })),
)
const sides = computed(() => {
  return (page.value?.totals ?? [])
    .filter(({ repsL, repsR }) => repsL || repsR)
    .map(({ itemId, repsL, repsR }) => ({ name: library.itemName(itemId), left: repsL, right: repsR }))
    .sort((a, b) => b.left + b.right - a.left - a.right)
    .slice(0, 10)
})
const totals = computed(() => {
  const rows = page.value?.totals ?? []
  type Total = (typeof rows)[number]
  const sum = (pick: (row: Total) => number) => rows.reduce((total, row) => total + pick(row), 0)
  return {
    workMs: sum((row) => row.workMs),
    reps: sum(({ repsL, repsR, repsN }) => repsL + repsR + repsN),
    received: sum((row) => row.received),
  }
})
</script>

<template>
  <div class="page">
    <p v-if="problem" role="alert" class="text-brick-deep">
      {{ problem }} <NuxtLink to="/people" class="link">Back to People</NuxtLink>
    </p>
    <p v-else-if="!page" class="text-ash">Turning to the page…</p>
    <template v-else>
      <NuxtLink to="/people" class="link text-13">People</NuxtLink>
      <div class="head">
        <h1>{{ page.name }}</h1>
        <Sash :ranks="[page.rankId]" :notches="page.notches" />
        <span v-if="page.rankSince" class="text-ash">since {{ shortDay(page.rankSince) }}</span>
        <label v-if="mayWrite" class="with"
          >trains with
          <select class="field" :value="page.placed ? page.groupId : ''" @change="place">
            <option value="">{{ byRank }}, by rank</option>
            <option v-for="group in library.groups" :key="group.id" :value="group.id">
              {{ group.name }}, placed by hand
            </option>
          </select></label
        >
        <dl class="totals">
          <div>
            <dd>{{ longTime(totals.workMs) }}</dd>
            <dt>of work</dt>
          </div>
          <div>
            <dd>{{ totals.reps }}</dd>
            <dt>reps</dt>
          </div>
          <div>
            <dd>{{ totals.received }}</dd>
            <dt>received</dt>
          </div>
        </dl>
      </div>
      <p v-if="page.apart.length" class="note"><b>Never paired with:</b> {{ page.apart.join(', ') }}</p>
      <p v-if="page.floorNote" class="note"><b>The floor must know:</b> {{ page.floorNote }}</p>
      <div class="body">
        <section aria-label="What was practised">
          <p v-if="classes.length === 0" class="panel p-6 text-ash">
            No class has been finished yet. When one is, what {{ page.name.split(' ')[0] }} practised stands
            here by itself.
          </p>
          <section v-for="held in shown" :key="held.id" class="held">
            <h2>
              {{ held.title }} <span>{{ shortDay(held.day) }}</span>
              <em v-if="held.rows.length">{{ minutes(held.workMs) }} of work</em>
            </h2>
            <p v-if="held.rows.length === 0" class="py-2 text-ash">Was not there.</p>
            <PracticeTable v-else :rows="held.rows" :mark-of="markOf" @give="give" />
          </section>
          <button v-if="hasMore" type="button" class="btn mt-4" :disabled="isReading" @click="showMore">
            {{ isReading ? 'Turning back…' : 'Show the classes before' }}
          </button>
        </section>
        <aside v-if="sides.length || combined.length || forms.length || ownLayers.length" class="panel p-4">
          <template v-if="ownLayers.length">
            <h2 class="text-17 mb-1">At a version of their own</h2>
            <p v-for="one in ownLayers" :key="one.item">{{ one.says }}</p>
          </template>
          <template v-if="combined.length">
            <h2 class="text-17 mb-1">In combinations</h2>
            <table class="small">
              <thead>
                <tr>
                  <th scope="col">Item</th>
                  <th scope="col" class="n">In them</th>
                  <th scope="col" class="n">By itself</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in combined" :key="row.name">
                  <th scope="row">{{ row.name }}</th>
                  <td class="n">{{ row.within }}</td>
                  <td class="n">{{ row.alone }}</td>
                </tr>
              </tbody>
            </table>
          </template>
          <template v-for="form in forms" :key="form.name">
            <h2 class="text-17 mb-1">{{ form.name }}</h2>
            <p>
              {{ form.whole }} whole {{ form.whole === 1 ? 'run' : 'runs'
              }}<template v-if="form.asked !== undefined"> of {{ form.asked }} asked for</template>
            </p>
            <p class="text-13 mb-2 text-ash">
              {{ form.sections.map(({ name, runs }) => `${name} ×${runs}`).join(', ') }}
            </p>
          </template>
          <template v-if="sides.length">
            <h2 class="text-17 mb-2">Left against right</h2>
            <SidesChart :rows="sides" />
          </template>
          <p class="text-13 mt-2 text-ash">
            Computed from the class as it was run and the register; nobody types it. ≈ is estimated from timed
            rounds.
          </p>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1280px;
  margin: 0 auto;
  padding: 14px 28px 30px;
}
.head {
  display: flex;
  align-items: center;
  gap: 14px;
  padding-bottom: 10px;
  border-bottom: 2px solid var(--color-umber);
}
.head h1 {
  font-size: 34px;
  line-height: 40px;
}
.with {
  color: var(--color-ash);
  white-space: nowrap;
}
.with .field {
  display: inline-block;
  width: auto;
  height: 28px;
}
.totals {
  display: flex;
  gap: 24px;
  margin-left: auto;
  text-align: right;
}
.totals div {
  display: flex;
  flex-direction: column;
}
.totals dd {
  font: 700 26px/30px var(--font-serif);
  color: var(--color-umber);
}
.totals dt {
  font-size: 13px;
  color: var(--color-ash);
}
.note {
  margin-top: 12px;
  padding: 6px 12px;
  border-left: 4px solid var(--color-gilt);
  background: #fbf5e6;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 30px;
  margin-top: 16px;
  align-items: start;
}
.small {
  width: 100%;
  margin-bottom: 12px;
  border-collapse: collapse;
}
.small th {
  padding: 2px 0;
  font-weight: 450;
  text-align: left;
  border-bottom: 1px solid #e7decd;
}
.small thead th {
  font-size: 13px;
  color: var(--color-ash);
}
.small .n {
  width: 74px;
  text-align: right;
}
.held {
  margin-bottom: 22px;
}
.held h2 {
  display: flex;
  align-items: baseline;
  gap: 10px;
  font-size: 20px;
}
.held h2 span {
  font: 450 15px var(--font-sans);
  color: var(--color-ash);
}
.held h2 em {
  margin-left: auto;
  font: 600 15px var(--font-sans);
  color: var(--color-ink);
}
@media (max-width: 900px) {
  .page {
    padding: 10px 12px 24px;
  }
  .head {
    flex-wrap: wrap;
  }
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
  .totals {
    margin-left: 0;
    text-align: left;
  }
}
</style>
