<script setup lang="ts">
import { onePlanSchema, todaySchema } from '~~/shared/answers'
import { findingsOf } from '~~/core/checks'
import { layPlan } from '~~/core/plan/timeline'
import { isGrave } from '~~/core/checks'
import { toast } from '~/domain/toast'
import { nextClassDay, usualTimes, type ClassTimes } from '~~/core/curriculum/class-days'
import { carryForward } from '~~/core/draft/carry-forward'
import { counted, minutes } from '~~/core/kernel/time-text'
import type { Plan } from '~~/core/plan/schema'
import type { Today } from '~~/shared/answers'
import { longDay, whenSaid } from '~/domain/days'
import { inOrder } from '~/domain/in-order'
import { wallTime } from '~/domain/wall-time'

useHead({ title: 'Today · Golden Lintel' })

const library = useLibraryStore()
const facts = useFactsStore()
const data = shallowRef<Today>()
const problem = ref('')
const busy = ref(false)
const mayWrite = useMayWrite()
const mayRun = useMayRun()
const planning = usePlanning()

/** Who is expected, with what they have behind them, changes with the roster and the records, not with a tap. */
let areFactsOld = true
const read = inOrder(
  async () => {
    const loading = areFactsOld ? facts.load() : undefined
    areFactsOld = false
    const [fresh] = await Promise.all([api('/api/today', { answer: todaySchema }), loading])
    return fresh
  },
  (fresh) => {
    data.value = fresh
    if (!wanted.value.day) wanted.value = usualFrom(fresh.today)
  },
)
async function load() {
  problem.value = ''
  try {
    await read()
  } catch (error) {
    areFactsOld = true
    problem.value = saidBy(error)
  }
}
const wanted = ref<ClassTimes>({ day: '', startTime: '', lengthMin: 60 })
/** The next class day with its usual hour and length. */
function usualFrom(from: string): ClassTimes {
  const settings = library.loaded?.settings
  if (!settings) return { day: from, startTime: '18:30', lengthMin: 60 }
  const taken = (day: string) => (data.value?.next?.day === day ? [data.value.next.startTime] : [])
  const day = nextClassDay(settings, from)
  return { day, ...usualTimes(settings, day, taken(day)) }
}
onMounted(load)
/** What happens to a class elsewhere is shown as it happens; taps come in many at once. */
const reload = useDebounceFn(load, 600, { maxWait: 2000 })
onChange('class', undefined, (change) => {
  if (change === 'back' || change.what === 'settled' || change.what === 'merged') areFactsOld = true
  void reload()
})
onChange('students', undefined, () => {
  areFactsOld = true
  void reload()
})
onChange('library', 'notices', () => void reload())
onChange('library', 'programmes', () => void reload())

/** Planning a class on a day of choice, although one is planned already. */
const another = ref(false)
const next = computed(() => (another.value ? undefined : data.value?.next))
const last = computed(() => data.value?.last)
const timeline = computed(() => next.value && layPlan(next.value.plan))
const findings = computed(() =>
  next.value && timeline.value ? findingsOf(next.value.plan, timeline.value, facts.club).filter(isGrave) : [],
)
const byGroup = computed(() =>
  library.groups.map((group) => ({
    group,
    students: (data.value?.roster ?? []).filter(({ groupId }) => groupId === group.id),
  })),
)
const expected = computed(() => byGroup.value.reduce((sum, { students }) => sum + students.length, 0))
const notes = computed(() => (data.value?.roster ?? []).filter(({ floorNote }) => floorNote))
const headcounts = computed(() =>
  Object.fromEntries(byGroup.value.map(({ group, students }) => [group.id, students.length])),
)
const ended = computed(() => {
  const at =
    timeline.value && next.value?.plan.start ? next.value.startsAt + next.value.lengthMin * 60_000 : 0
  return at ? wallTime(at, library.club?.zone) : ''
})

/** Another class is at that time already; the way to begin that was chosen, for when that is meant. */
const isBeside = ref<() => Promise<Plan>>()
/**
 * Begins a plan. Where a class is there already the plan is made beside its own, and put on it only when that is asked for; where none is,
 * the class is made with the plan, or neither.
 */
async function begin(make: () => Promise<Plan>, beside = false, drafted = false) {
  const query = drafted ? '?draft=1' : ''
  problem.value = ''
  isBeside.value = undefined
  const { day, startTime } = wanted.value
  if (!next.value && !(day && startTime)) {
    problem.value = 'Say the day and the first bow of the class first.'
    return
  }
  busy.value = true
  try {
    const plan = await make()
    if (next.value) {
      const id = await planning.addPlan(plan)
      toast(
        `A plan by itself. “${next.value.title}” stays the plan of the class until you put another on it.`,
      )
      await navigateTo(`/compose/${id}${query}`)
    } else {
      const made = await planning.addClass({ plan }, wanted.value, beside)
      await navigateTo(`/compose/${made.planId}${query}`)
    }
  } catch (error) {
    problem.value = saidBy(error)
    if (error instanceof ApiProblem && error.code === 'at-that-time') isBeside.value = make
  } finally {
    busy.value = false
  }
}
const blank = () => planning.emptyPlan(headcounts.value)
/** The last class, one step on: what changes is said in the notes of the new plan. */
async function again(): Promise<Plan> {
  const { plan } = await api(`/api/plans/${last.value?.planId}`, { answer: onePlanSchema })
  const title = `${plan.title.replace(/, one step on$/, '')}, one step on`
  const { plan: carried, changes } = carryForward(plan, facts.club, {
    title,
    cut: last.value?.cut ?? [],
  })
  const notes = [`Carried forward from ${plan.title}:`, ...changes.map((one) => `– ${one}`)]
    .join('\n')
    .slice(0, 4900)
  toast(
    `Carried forward: ${counted(changes.length, 'change')}, each with its reason in the notes of the class.`,
  )
  return { ...carried, notes }
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).matches('input, button, a, select') || event.ctrlKey || event.altKey)
    return
  if (event.key === 'Enter' && next.value && mayWrite.value) void navigateTo(`/compose/${next.value.planId}`)
  if (event.key === 'g' && next.value && mayRun.value) void navigateTo('/floor')
})
</script>

<template>
  <div class="page">
    <p v-if="problem" role="alert" class="mb-4 text-brick-deep">
      {{ problem }}
      <button v-if="isBeside" type="button" class="btn" :disabled="busy" @click="begin(isBeside, true)">
        Add it as a second class
      </button>
      <button v-else-if="!data" type="button" class="link" @click="load">Try again</button>
    </p>
    <p v-if="!data && !problem" class="text-ash">Looking at today…</p>
    <template v-if="data">
      <SetAside v-if="data.setAside.length" :classes="data.setAside" @changed="load" />
      <div class="head">
        <div>
          <h1 v-if="next">{{ whenSaid(next.day, next.startTime, data.today) }}, {{ longDay(next.day) }}</h1>
          <h1 v-else>{{ another ? 'Another class' : 'No class is planned' }}</h1>
          <p v-if="next" class="text-ash">
            {{ next.startTime }} to {{ ended }}, {{ next.lengthMin }} minutes.
            <b class="text-ink">{{ expected }} on the roster</b>.
            <template v-if="next.teacher">{{ next.teacher }} teaches.</template>
          </p>
          <p v-else-if="mayWrite" class="text-ash">Say when, then begin with a plan.</p>
        </div>
        <p class="club">
          <b>{{ library.club?.name }}</b><br />{{ library.club?.place }}
        </p>
      </div>

      <div class="top">
        <div v-if="next && timeline">
          <section class="panel plan" aria-label="The plan">
            <div class="flex items-baseline gap-3">
              <h2 class="text-20">{{ next.plan.title }}</h2>
              <span class="text-13 text-ash">{{ next.plan.theme }}</span>
              <span v-if="next.state === 'running'" class="ml-auto font-semibold text-moss"
                >on the floor now</span
              >
            </div>
            <PlanStrip :plan="next.plan" class="mt-3" />
            <div class="mt-2 flex flex-wrap items-center gap-3">
              <div class="flex-1">
                <p>
                  <b v-if="timeline.spareMs < 0" class="text-brick-deep" data-test="verdict"
                    >{{ minutes(-timeline.spareMs) }} over</b
                  >
                  <b v-else class="text-moss" data-test="verdict">{{ minutes(timeline.spareMs) }} spare</b>
                  <span class="text-ash">
                    · {{ next.plan.blocks.length }} boards, {{ minutes(timeline.totalMs) }}</span
                  >
                </p>
                <p v-if="findings.length" class="text-13">
                  <b>{{ findings.length }} to fix:</b>
                  {{ findings.map(({ says }) => says.replace(/\.$/, '')).join('; ') }}
                </p>
                <p v-else class="text-13 text-ash">Nothing to fix.</p>
              </div>
              <NuxtLink v-if="mayRun" to="/floor" class="btn tall">Go to floor <kbd>G</kbd></NuxtLink>
              <NuxtLink v-if="mayWrite" :to="`/compose/${next.planId}`" class="btn btn-main tall"
                >Open in Compose <kbd>Enter</kbd></NuxtLink
              >
            </div>
          </section>
          <WeekAndMonth :week="data.week" :month="data.month" :day="next.day" />
        </div>
        <section v-else-if="mayWrite" class="panel plan">
          <h2 class="text-20">When is it?</h2>
          <TimesFields v-model="wanted" class="mt-3" :from="data.today" />
        </section>
        <section v-if="mayWrite" aria-labelledby="ways">
          <h2 id="ways" class="mb-2 text-17">
            {{ next ? 'Or begin another plan, beside it' : 'Ways to begin' }}
          </h2>
          <button v-if="last" type="button" class="way" :disabled="busy" @click="begin(again)">
            <b>Carry forward</b>
            <span>{{ last.title }}, one step on: layers by the marks, less talk, more work</span>
          </button>
          <button type="button" class="way" :disabled="busy" @click="begin(blank, false, true)">
            <b>Draft it</b>
            <span>from what is due for each group, within every check</span>
          </button>
          <button type="button" class="way" :disabled="busy" @click="begin(blank)">
            <b>Start blank</b>
            <span>an empty plan</span>
          </button>
          <button v-if="next" type="button" class="way" @click="another = true">
            <b>Plan another class</b>
            <span>on a day you choose</span>
          </button>
          <button v-else-if="another" type="button" class="link mt-2" @click="another = false">
            Back to the next class
          </button>
        </section>
      </div>

      <div class="columns">
        <WhoIsComing :roster="data.roster" :came="last?.came" />
        <TodayColumn name="The floor must know" :figure="`${notes.length || 'no'} notes`">
          <p v-for="student in notes" :key="student.id" class="note">
            <b>{{ student.name.split(' ')[0] }}</b> {{ student.floorNote }}
          </p>
          <p class="text-13 mt-2 text-ash">
            Under-18s train with two adults in sight. Limits are the club’s, with its governing body and
            insurer.
          </p>
        </TodayColumn>
        <div>
          <DueToday v-if="mayWrite" :day="next?.day ?? data.today" :plan="next?.plan" class="mb-6" />
          <NoticesColumn :notices="data.notices" :today="data.today" class="mb-6" @changed="load" />
          <LastClass :last="last" :today="data.today" />
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1280px;
  margin: 0 auto;
  padding: 22px 28px 30px;
}
.head {
  display: flex;
  align-items: flex-start;
  gap: 24px;
}
.head h1 {
  font-size: 34px;
  line-height: 40px;
}
.club {
  margin-left: auto;
  padding-left: 16px;
  border-left: 3px solid var(--color-gilt);
  color: var(--color-ash);
  white-space: nowrap;
}
.club b {
  font: 660 17px/22px var(--font-serif);
  color: var(--color-umber);
}
.top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 26px;
  margin-top: 16px;
  align-items: start;
}
.plan {
  padding: 14px 18px 16px;
}
.tall {
  height: 34px;
}
.way {
  display: block;
  width: 100%;
  margin-bottom: 12px;
  padding: 11px 18px 10px;
  text-align: left;
  background: var(--color-paper);
  border: 5px solid var(--color-umber);
  border-top: 0;
  border-bottom: 1px solid var(--color-straw);
  position: relative;
}
.way::before {
  content: '';
  position: absolute;
  left: -12px;
  right: -12px;
  top: -3px;
  height: 6px;
  background: var(--color-umber);
  border-bottom: 2px solid var(--color-gilt);
}
.way:hover:not(:disabled) {
  background: #fff6df;
}
.way b {
  display: block;
  font: 660 17px/22px var(--font-serif);
  color: var(--color-umber);
}
.way span {
  color: var(--color-ash);
}
.columns {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 30px;
  margin-top: 24px;
}
.note {
  padding: 7px 0 7px 12px;
  margin-top: 6px;
  border-left: 4px solid var(--color-gilt);
  background: #fbf5e6;
}
@media (max-width: 900px) {
  .page {
    padding: 14px 14px 24px;
  }
  .head h1 {
    font-size: 26px;
    line-height: 31px;
  }
  .club {
    display: none;
  }
  .top,
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
  .plan .btn {
    flex: 1;
    height: 44px;
    justify-content: center;
  }
}
</style>
