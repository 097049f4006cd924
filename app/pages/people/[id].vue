<script setup lang="ts">
import { placedSchema, studentClassesSchema, studentPageSchema } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import type { Mark } from '~~/core/people/marks'
import { longTime, minutes } from '~~/core/kernel/time-text'
import type { StudentPage } from '~~/shared/answers'
import { inTurn } from '~/domain/in-turn'
import { dayOfYear, shortDay } from '~/domain/days'

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
        missed: { ...value.missed, ...more.missed },
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
const missedSaid = (classId: string) => (page.value?.missed[classId] ?? []).map(library.itemName).join(', ')

const keyOf = ({ classId, itemId, layer }: Pick<Row, 'classId' | 'itemId' | 'layer'>) =>
  `${classId} ${itemId} ${layer}`
const marks = computed(() => new Map((page.value?.marks ?? []).map((mark) => [keyOf(mark), mark])))
const markOf = (row: Row) => marks.value.get(keyOf(row))
const next = inTurn()
/** A mark is kept with its class; a later one of the same row stands over it, so they are sent one after the other. */
function give(row: Row, { mark, fault }: { mark: Mark; fault?: string | undefined }) {
  if (!page.value) return
  const { classId, itemId, layer } = row
  const day = page.value.classes.find(({ id }) => id === classId)?.day ?? page.value.today
  const given = { classId, day, itemId, layer, mark, fault: fault ?? null }
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
  void next(async () => {
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
const totals = computed(() => {
  const rows = page.value?.totals ?? []
  type Total = (typeof rows)[number]
  const sum = (pick: (row: Total) => number) => rows.reduce((total, row) => total + pick(row), 0)
  return {
    workMs: sum((row) => row.workMs),
    // A rep of a combination is one rep, not one for each of its parts as well.
    reps: sum(({ repsL, repsR, repsN, inCombinations }) => repsL + repsR + repsN - inCombinations),
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
      <PeopleNav />
      <div class="head">
        <h1>{{ page.name }}</h1>
        <Sash :ranks="[page.rankId]" :notches="page.notches" />
        <span v-if="page.rankSince" class="text-ash">since {{ dayOfYear(page.rankSince) }}</span>
        <label v-if="mayWrite" class="with"
          >trains with
          <select class="field" :value="page.placed ? page.groupId : ''" @change="place">
            <option value="">{{ byRank }}, by rank</option>
            <option v-for="group in library.groups" :key="group.id" :value="group.id">
              {{ group.name }}, placed by hand
            </option>
          </select></label
        >
        <NuxtLink :to="`/people/roster/${page.id}`" class="btn">On the roster</NuxtLink>
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
          <LazyTimelineChart :page="page" />
          <p v-if="classes.length === 0" class="panel p-6 text-ash">
            No class has been finished yet. When one is, what {{ page.name.split(' ')[0] }} practised stands
            here by itself.
          </p>
          <section v-for="held in shown" :key="held.id" class="held">
            <h2>
              {{ held.title }} <span>{{ shortDay(held.day) }}</span>
              <em v-if="held.rows.length">{{ minutes(held.workMs) }} of work</em>
            </h2>
            <p v-if="held.rows.length === 0" class="py-2 text-ash">
              Was not there.<template v-if="page.missed[held.id]?.length">
                Their group had {{ missedSaid(held.id) }}.</template
              >
            </p>
            <PracticeTable v-else :rows="held.rows" :mark-of="markOf" @give="give" />
          </section>
          <button v-if="hasMore" type="button" class="btn mt-4" :disabled="isReading" @click="showMore">
            {{ isReading ? 'Turning back…' : 'Show the classes before' }}
          </button>
        </section>
        <div>
          <StudentDue :page="page" />
          <StudentCorrections :page="page" />
          <AttendanceFigures :page="page" />
          <LazyOverTime :page="page" />
          <StudentAside :page="page" />
          <StudentBalance :page="page" />
        </div>
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
