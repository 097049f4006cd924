<script setup lang="ts">
import { waitsForServer } from '~/domain/waits-for-server'
import { toast } from '~/domain/toast'
import { inHall } from '~~/core/people/register'
import { counted } from '~~/core/kernel/time-text'
import { longDay } from '~/domain/days'

useHead({ title: 'People · Golden Lintel' })
const store = useClassStore()
const library = useLibraryStore()
const problem = ref('')
const loading = ref(true)

useKeptAtHand()
useUnkeptTaps()

const whichClass = useClassAtHand(({ next, last }) => next?.id ?? last?.id)
onMounted(async () => {
  try {
    await library.load()
    const id = await whichClass()
    if (id) await store.open(id)
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    loading.value = false
  }
})

/** Whom the class is for, and who came all the same. */
const roster = computed(() => store.roster.filter(store.isOnRegister))
const others = computed(() => store.roster.filter((student) => !store.isOnRegister(student)))
const stateOf = (id: string) => store.register.get(id)?.state
const columns = computed(() =>
  library.groups.flatMap((group) => {
    const students = roster.value.filter(({ groupId }) => groupId === group.id)
    if (students.length === 0 && !isMeant(group)) return []
    return {
      group,
      here: students.filter(({ id }) => inHall(store.register.get(id))).length,
      // Whoever is placed by hand stands with the others of their rank, below the ranks of the group.
      ranks: [...new Set([...group.ranks, ...students.map(({ rankId }) => rankId)])].map((rank) => ({
        rank,
        students: students.filter(({ rankId }) => rankId === rank),
      })),
      count: students.length,
    }
  }),
)
/** Whether the class is for a group: it has it, or one of its ranks. */
const isMeant = ({ id, ranks }: { id: string; ranks: readonly string[] }) =>
  (store.plan?.groups ?? []).some(
    (group) =>
      group.id === id || group.ranks.length === 0 || group.ranks.some((rank) => ranks.includes(rank)),
  )
const totals = computed(() => ({
  here: store.here,
  out: roster.value.filter(({ id }) => stateOf(id) === 'out').length,
  away: roster.value.filter(({ id }) => ['away', 'excused'].includes(stateOf(id) ?? '')).length,
  home: roster.value.filter(({ id }) => stateOf(id) === 'home').length,
}))
const fromHome = computed(() => roster.value.filter(({ id }) => stateOf(id) === 'home'))
const mayWrite = useMayWrite()
const mayRunIt = useMayRun()
/** Boards that ask for a figure of each student; the desk enters none. */
const asking = computed(() =>
  !mayRunIt.value ? [] : (store.plan?.blocks ?? []).filter(({ result }) => result),
)
const showsPartners = ref(false)
const isOver = computed(() => store.run?.phase === 'finished')
const notes = computed(() =>
  roster.value.filter(({ id, floorNote }) => floorNote && inHall(store.register.get(id))),
)
const minorsHere = computed(
  () =>
    roster.value.filter(({ id, age }) => age !== null && age < 18 && inHall(store.register.get(id))).length,
)
/** Those of whom nothing is known yet; a desk or a floor says with one press that they are all here. */
const unknown = computed(() => roster.value.filter(({ id }) => (stateOf(id) ?? 'unknown') === 'unknown'))
function allHere() {
  const taps = unknown.value.map(({ id }) => store.tap('here', id))
  toast(`${counted(taps.length, 'student')} here.`, {
    duration: 10_000,
    action: { label: 'Undo', onClick: () => taps.forEach((id) => undo(id)) },
  })
}
const lastTap = ref<string>()
function tapped(id: string, name: string, what: string) {
  if (!id) return void toast(`${name}: ${what}`)
  lastTap.value = id
  toast(`${name}: ${what}`, { duration: 5000, action: { label: 'Undo', onClick: () => undo(id) } })
}
function undo(id: string | undefined) {
  if (!id) return
  store.tap('undo', undefined, { undoes: id })
  if (lastTap.value === id) lastTap.value = undefined
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey)) undo(lastTap.value)
})
const status = computed(() => {
  const phase = store.run?.phase
  if (phase === 'finished') return 'The class is over; changes now update each student’s record.'
  if (phase === 'running' || phase === 'paused') return 'The class is on: “late” counts from this moment.'
  return 'The register is open before the class.'
})
</script>

<template>
  <div class="page">
    <PeopleNav />
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="loading" class="text-ash">Opening the register…</p>
    <p v-else-if="!store.data" class="py-8 text-center text-ash">
      No class is planned, so there is no register to keep.
      <NuxtLink to="/" class="link">Plan a class on Today</NuxtLink>
    </p>
    <template v-else>
      <div class="head">
        <div>
          <h1>Register</h1>
          <p class="text-ash">
            {{ store.data.title }}, {{ longDay(store.data.day) }}, {{ store.data.startTime }}. {{ status }}
          </p>
        </div>
        <button v-if="!showsPartners" type="button" class="btn pair" @click="showsPartners = true">
          Partners
        </button>
        <dl class="totals">
          <div>
            <dd class="text-moss">{{ totals.here }}</dd>
            <dt>on the mat</dt>
          </div>
          <div>
            <dd>{{ totals.out }}</dd>
            <dt>sit out</dt>
          </div>
          <div v-if="totals.home">
            <dd class="text-harbour">{{ totals.home }}</dd>
            <dt>from home</dt>
          </div>
          <div>
            <dd>{{ totals.away }}</dd>
            <dt>away</dt>
          </div>
        </dl>
      </div>
      <div v-if="unknown.length" class="all">
        <button type="button" class="btn btn-main" @click="allHere">
          All here: {{ counted(unknown.length, 'student') }}
        </button>
        <span class="text-ash">then tap the exceptions</span>
      </div>
      <div class="desk" :class="{ wide: showsPartners }">
        <div class="min-w-0">
          <div class="columns">
            <section
              v-for="column in columns"
              :key="column.group.id"
              class="column"
              :aria-label="column.group.name"
            >
              <div class="rail timber">
                <h2>{{ column.group.name }}</h2>
                <span
                  ><b>{{ column.here }}</b> of {{ column.count }}</span
                >
              </div>
              <template v-for="part in column.ranks" :key="part.rank">
                <div class="sub">
                  <Sash :ranks="[part.rank]" /><span>here</span><span>late</span><span>out</span><span />
                </div>
                <RegisterRow
                  v-for="student in part.students"
                  :key="student.id"
                  :student="student"
                  @tapped="tapped"
                />
                <p v-if="part.students.length === 0" class="text-13 px-2 py-2 text-ash">
                  Nobody of this rank.
                </p>
              </template>
            </section>
          </div>
          <div class="foot">
            <OthersHere :students="others" @tapped="tapped" />
            <HallNow v-if="mayWrite && !isOver" />
            <AtTheDoor v-if="!isOver" />
            <AmendmentsPanel v-if="mayWrite && isOver" />
            <DoorHeard />
            <WatchFor v-if="mayWrite" />
            <section v-if="asking.length" class="panel must" aria-labelledby="figures-title">
              <h2 id="figures-title">Figures of drills</h2>
              <div v-for="block in asking" :key="block.id" class="figure">
                <span>{{ block.title }}</span> <LazyDrillFigures :block="block" />
              </div>
            </section>
            <p class="text-ash">
              One tap per student; the time of the tap is kept. <b>Here</b> is from the first bow, whenever it
              is tapped; <b>late</b> is from now. Tap a set cell again to clear it; hold a name for more. Keys
              on a line: <kbd>H</kbd> <kbd>L</kbd> <kbd>O</kbd>, <kbd>M</kbd> for more, <kbd>↑</kbd>
              <kbd>↓</kbd>; <kbd>Ctrl Z</kbd> takes the last tap back.
              <span v-if="store.unsent" role="status" class="font-semibold text-brick-deep">{{
                waitsForServer(store.unsent, 'tap', !store.hasUnkept)
              }}</span>
            </p>
            <section v-if="notes.length || minorsHere || fromHome.length" class="panel must">
              <h2>The floor must know</h2>
              <p v-for="student in notes" :key="student.id">
                <b>{{ student.name.split(' ')[0] }}</b> {{ student.floorNote }}
              </p>
              <p v-if="fromHome.length" class="home">
                <b>{{ fromHome.map(({ name }) => name.split(' ')[0]).join(', ') }}, from home:</b> is there
                room to move, nothing to fall on, and somebody at home who knows? Solo forms only; stop when
                it hurts.
              </p>
              <p v-if="minorsHere" class="brick">
                <b>Two adults in sight:</b> {{ minorsHere }} under 18
                {{ minorsHere === 1 ? 'is' : 'are' }} here.
              </p>
            </section>
          </div>
        </div>
        <LazyPartnersPanel v-if="showsPartners" class="partners" @close="showsPartners = false" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1280px;
  margin: 0 auto;
  padding: 16px 24px 28px;
}
.head {
  display: flex;
  align-items: flex-end;
}
.pair {
  height: 34px;
  margin: 0 0 4px 20px;
}
.head h1 {
  font-size: 26px;
  line-height: 32px;
}
.totals {
  display: flex;
  gap: 24px;
  margin-left: auto;
  text-align: right;
}
.totals dd {
  font: 700 34px/34px var(--font-serif);
}
.totals dt {
  color: var(--color-ash);
}
.totals div {
  display: flex;
  flex-direction: column;
}
.all {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-top: 14px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(270px, 1fr));
  gap: 12px;
  margin-top: 14px;
  align-items: start;
}
.column {
  max-width: 640px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
.rail {
  display: flex;
  align-items: center;
  height: 40px;
  padding: 0 10px;
  color: #f2e6d0;
  border-bottom: 3px solid var(--color-gilt);
}
.rail h2 {
  flex: 1;
  font-size: 17px;
  color: #f6e7c8;
}
.rail b {
  font-size: 26px;
  color: #ffd98a;
}
.sub {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 36px 36px 36px 24px;
  align-items: center;
  height: 29px;
  padding-left: 9px;
  background: #f6efe1;
  font-size: 13px;
  text-align: center;
  color: var(--color-ash);
}
.sub > :first-child {
  justify-self: start;
}
.desk {
  display: grid;
  gap: 16px;
  align-items: start;
}
.desk.wide {
  grid-template-columns: minmax(0, 1fr) 390px;
}
.foot {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 24px;
  margin-top: 16px;
  align-items: start;
}
.must {
  padding: 10px 14px 12px;
}
.must h2 {
  font-size: 17px;
}
.must p {
  margin-top: 6px;
  padding-left: 10px;
  border-left: 4px solid var(--color-gilt);
}
.figure {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  margin-top: 6px;
}
.must .home {
  border-color: var(--color-harbour);
}
.must .brick {
  border-color: var(--color-brick);
}
@media (max-width: 1000px) {
  .desk.wide {
    grid-template-columns: minmax(0, 1fr);
  }
  .desk.wide > :last-child {
    grid-row: 1;
  }
}
@media (max-width: 760px) {
  .page {
    padding: 12px 10px 24px;
  }
  .head,
  .foot {
    display: block;
  }
  .totals {
    justify-content: flex-start;
    margin-top: 8px;
    text-align: left;
  }
  .sub {
    grid-template-columns: minmax(0, 1fr) 48px 48px 48px 32px;
  }
}
</style>
