<script setup lang="ts">
import { wallEvents } from '~~/core/floor/wall'
import { WALL_CHANNEL } from '~/composables/useWall'
import { callNow } from '~~/core/floor/call-now'
import { floorNow, isSameMoment, type FloorNow } from '~~/core/floor/now'
import { figureOf, hasMoreThanOne } from '~/domain/floor-figure'
import { techniquesOf } from '~~/core/plan/techniques'
import { shortDose } from '~~/core/plan/doses'
import { PHASES } from '~~/core/plan/phases'
import { minutes } from '~~/core/kernel/time-text'
import { calledDose, saysNow } from '~~/core/floor/called'
import { callOf, isApart } from '~/domain/calls'
import { cautionsOf, workedOf } from '~/domain/doing'
import type { Block } from '~~/core/plan/schema'
import { wallTime } from '~/domain/wall-time'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Floor · Golden Lintel', bodyAttrs: { style: 'background:#15110D' } })
const store = useClassStore()
const library = useLibraryStore()
const clock = useClock()
const problem = ref('')
const loading = ref(true)
const wakeLock = useWakeLock()
useKeptAtHand()
useUnkeptTaps()

const whichClass = useClassAtHand(({ today, next, last }) =>
  // A class that was finished this evening stays at hand until another is due.
  next?.day !== today && last?.day === today ? last.id : next?.id,
)
onMounted(async () => {
  try {
    await library.load()
    const id = await whichClass()
    if (id) await store.open(id)
    else store.data = undefined
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    loading.value = false
  }
})
watch(
  () => store.run?.phase,
  (phase) => {
    if (phase === 'running') void wakeLock.request('screen').catch(() => {})
    else void wakeLock.release()
  },
)

const run = computed(() => store.run)
const plan = computed(() => store.plan)
const now = computed(() => store.now)
const phase = computed(() => run.value?.phase ?? 'ready')
const pausedFor = computed(() =>
  phase.value === 'paused' && run.value?.pausedAt ? minutes(clock.now.value - run.value.pausedAt) : '',
)
const ready = computed(() => run.value?.phase === 'ready')
const finished = computed(() => run.value?.phase === 'finished')
/** Before the start the first board stands ready. */
const shown = computed(() => {
  if (!ready.value || !run.value) return now.value
  return floorNow({ ...run.value, position: 0 })
})
/** What is on, the same until it changes: the clock alone draws nothing anew. */
const moment = computed<FloorNow | undefined>((before) =>
  before && shown.value && isSameMoment(before, shown.value) ? before : shown.value,
)
const call = useUnchanged(() => (shown.value && plan.value ? callOf(shown.value, plan.value) : undefined))
const figure = useUnchanged(() =>
  shown.value && run.value ? figureOf(shown.value, run.value, clock.now.value) : undefined,
)
const SECOND = 1000
/** By the second, as it is told. */
const leftMs = computed(() => Math.ceil((shown.value?.leftMs ?? 0) / SECOND) * SECOND)
/** Where each rank has its own count it is asked for by each; elsewhere by the second. */
const inMs = computed(() => {
  const { inMs: ms = 0, placed } = shown.value ?? {}
  return placed && isApart(placed.block) ? ms : Math.floor(ms / SECOND) * SECOND
})
/** The board’s and the class’s time, beside what the class is doing now. */
const times = computed(() => {
  const { value: at } = shown
  if (!at?.placed || ready.value) return ''
  const isHidden = calling.value !== undefined
  const board = isHidden || hasMoreThanOne(at) ? `Board ${minutes(at.leftMs)}, ` : ''
  return `${board}${board ? 'c' : 'C'}lass ${minutes(at.toEndMs)} left`
})
const acts = useFloorActs()
const isOwnPace = computed(() => !ready.value && shown.value?.called?.span.kind === 'paced')
const teaches = useMayWrite()
/** Walls in this browser hear of every act from here, whether the server can be reached or not. */
const walls = new BroadcastChannel(WALL_CHANNEL)
watch(
  () => store.data?.events,
  (events) => {
    if (events) walls.postMessage({ title: plan.value?.title, events: wallEvents(events) })
  },
)
onScopeDispose(() => walls.close())
const keys = ref<{ finish: () => void }>()
const tools = ref<{ openMore: () => void }>()

const instruction = computed(() => {
  const block = shown.value?.placed?.block
  if (!block) return ''
  if (shown.value?.inTransition) return 'coming up'
  if (block.mode === 'oneCount')
    return `One count for all, your own rank’s technique. ${block.dose ? shortDose(block.dose) : ''}`
  if (block.mode === 'layers') return 'Each rank on its own layer.'
  if (block.mode === 'turns') return 'Each rank taught in turn.'
  return block.dose ? shortDose(block.dose) : ''
})
/** Words for this very moment, and the notes of the board; while it is made ready, its notes alone. */
const words = useUnchanged(() => {
  const { placed, called, inTransition } = shown.value ?? {}
  const block = placed?.block
  const isOn = called && !inTransition && !ready.value
  const dose = isOn ? calledDose(block, called) : undefined
  const finish = dose && 'finish' in dose && dose.finish ? [`To finish: ${dose.finish}`] : []
  return {
    says: isOn ? [...saysNow(block, called, firstSide.value), ...finish] : [],
    notes: block?.notes,
  }
})
/** What all work has its caution once, above, while they listen and while they strike; of different things each group has its own. */
const caution = computed(() => {
  const worked = isShared.value ? (moment.value?.groups ?? []) : []
  const said = worked.flatMap((group) => {
    const at = workedOf(group)
    return at ? cautionsOf(at, (item, layer) => library.itemAt(item, layer)?.hazard) : []
  })
  return [...new Set(said)].join(' ')
})
/** All work the same. */
const isShared = computed(() => moment.value?.placed?.block.mode === 'together')
/** A form whose moves are known is stepped through on the count while it is shown or run. */
const form = computed(() => {
  if (ready.value || shown.value?.inTransition) return undefined
  const { block } = shown.value?.placed ?? {}
  // The plan calls its moves itself.
  if (block && hasMoves(block)) return undefined
  const ids = [block?.technique, ...(block?.tracks ?? []).map(({ technique }) => technique)]
  return ids
    .flatMap((id) => library.items.get(id ?? '') ?? [])
    .find(({ sections }) => sections.some(({ moves }) => moves?.length))
})
const hasMoves = ({ dose, tracks = [] }: Block) =>
  [dose, ...tracks.map((track) => track.dose)].some(
    (one) => one?.kind === 'form' && one.sections.some(({ moves }) => moves?.length),
  )
const FIRST_MS = 25 * 60_000
const FIRST_BOARDS = 5
/** What a group does in the first minutes: its own item where the board is cut, else the board. */
function firstMinutes(group: string) {
  const at = store.data?.startsAt ?? 0
  return (store.timeline?.blocks ?? [])
    .filter(({ at: from, block }) => from < FIRST_MS && block.phase !== 'water')
    .slice(0, FIRST_BOARDS)
    .map(({ block, at: from }) => {
      const track = block.tracks?.find(({ groups }) => groups.includes(group))
      const what = block.tracks ? (track ? library.itemName(track.technique) : 'waits') : block.title
      return { clock: wallTime(at + from, library.club?.zone), what }
    })
}
/** While something is shown, or comes next, its cards stand in the place of the groups. */
const isShowing = computed(() => {
  const { inTransition, called, placed, groups = [] } = moment.value ?? {}
  // In turns one group is shown something, and the others want to know what they do meanwhile.
  if (placed?.block.mode === 'turns' && !inTransition) return false
  const isOn = inTransition || called?.span.kind === 'setup' || run.value?.waitsFor === 'begin'
  return !ready.value && isOn && groups.some((group) => workedOf(group))
})
const firstSide = computed(() => shown.value?.placed?.block.firstSide ?? plan.value?.firstSide ?? 'R')
/** The group whose card is asked for. */
const asked = ref<number>()
const isAsked = computed({
  get: () => asked.value !== undefined,
  set: (is) => {
    if (!is) asked.value = undefined
  },
})
/** What that group does, as if it stood alone. */
const askedNow = computed(() => {
  const now = moment.value?.groups[asked.value ?? -1]
  return moment.value && now && { ...moment.value, groups: [now] }
})
/** The last board has what is to be read out. */
const isTold = computed(() => !ready.value && !shown.value?.coming && (store.data?.notices.length ?? 0) > 0)
/** What is worked at the board, which those who teach watch for. */
const watched = computed(() => {
  const { plan: of } = store
  const block = moment.value?.placed?.block
  if (!of || !block) return []
  return [...new Set(techniquesOf({ ...of, blocks: [block] }).map(({ id }) => id))]
})
const calling = useUnchanged(() =>
  run.value && shown.value ? callNow(run.value, shown.value, clock.now.value) : undefined,
)
const next = computed(() => shown.value?.next)
const nextAt = computed(() =>
  next.value && run.value?.phase === 'running'
    ? wallTime(clock.now.value + (now.value?.toNextMs ?? 0), library.club?.zone)
    : '',
)
</script>

<template>
  <div class="hall" data-test="floor">
    <FloorBeam />
    <p v-if="problem" role="alert" class="message">{{ problem }} <NuxtLink to="/">Back to Today</NuxtLink></p>
    <p v-else-if="loading" class="message">Opening the floor…</p>
    <p v-else-if="!store.data" class="message">
      No class is planned. <NuxtLink to="/">Plan one on Today</NuxtLink>, then run it here.
    </p>
    <template v-else-if="plan && moment && call">
      <BowedOut v-if="finished" />
      <main
        v-else
        class="stage"
        :class="{
          many: plan.groups.length > 4,
          stepped: form ?? isTold,
          cut: !isShared,
          calling,
          showing: isShowing,
          named: call.chain.length > 0,
          free: moment?.placed?.block.kinds !== undefined,
          own: isOwnPace,
        }"
      >
        <div class="say">
          <span v-if="moment.placed" class="tag">{{ PHASES[moment.placed.block.phase].mark }}</span>
          <h1>{{ moment.placed?.block.title ?? 'The plan is done' }}</h1>
          <p v-if="pausedFor" class="paused">Paused {{ pausedFor }}</p>
          <p v-else>{{ instruction }}</p>
          <span v-if="store.unsent" class="unsent" role="status"
            >{{ store.unsent }}
            {{
              store.hasUnkept
                ? 'not sent, and this device cannot keep them: leave the page open'
                : 'kept on this device, not sent yet'
            }}</span
          >
          <span v-if="store.refused" class="unsent" role="alert">{{ store.refused }}</span>
        </div>
        <div class="middle">
          <CallNow v-if="calling" :now="calling" />
          <FloorClock v-else-if="figure" :figure="figure" :phase="phase" />
          <CallPanel v-if="!ready" :call="call" :times="times" :layer-name="library.layerName" />
          <BeforeTheStart v-else />
        </div>
        <FloorWords :says="words.says" :notes="words.notes" />
        <NowLine
          v-if="!ready && !moment.inTransition && !calling && !isShowing"
          :now="moment"
          :shared="isShared"
          :watched="watched"
        />
        <MoveSteps v-if="form" :sections="form.sections" :name="library.itemName(form.id)" />
        <FloorNotices v-if="isTold && !isShowing" :notices="store.data.notices" />
        <NextClasses v-if="!ready && !moment.coming && !moment.inTransition" />
        <p v-if="caution && !isShowing" class="care"><b>Care.</b> {{ caution }}</p>
        <ShowCards v-if="isShowing" :now="moment" :groups="plan.groups" :first-side="firstSide" />
        <div
          v-else
          class="groups"
          :style="{
            '--count': plan.groups.length > 4 ? Math.ceil(plan.groups.length / 2) : plan.groups.length,
          }"
        >
          <GroupColumn
            v-for="(group, g) in plan.groups"
            :key="group.id"
            :group="group"
            :now="moment.groups[g]"
            :left-ms="leftMs"
            :in-ms="inMs"
            :apart="moment.placed !== undefined && isApart(moment.placed.block)"
            :cares="!isShared"
            :tight="plan.groups.length > 4"
            :shared="isShared"
            :first="ready ? firstMinutes(group.id) : undefined"
            @card="asked = g"
          />
        </div>
        <DoneRow v-if="isOwnPace && acts.leads.value" />
        <UnseenRow
          v-if="teaches && !ready && moment.placed && watched.length"
          :block="moment.placed.block"
          :items="watched"
        />
        <div class="line">
          <p class="next">
            <template v-if="next">
              <span>Next{{ nextAt && `, ${nextAt}` }}</span>
              <b>{{ next.block.title }}, {{ minutes(next.ms) }}</b>
            </template>
            <template v-else><span>Then</span> <b>bow out</b></template>
          </p>
          <FloorTools
            ref="tools"
            :shown="moment"
            :ready="ready"
            :watched="watched"
            @finish="keys?.finish()"
          />
        </div>
        <HallSheet v-model="isAsked" :title="plan.groups[asked ?? 0]?.name ?? ''">
          <ShowCards
            v-if="askedNow"
            :now="askedNow"
            :groups="plan.groups.slice(asked ?? 0, (asked ?? 0) + 1)"
            :first-side="firstSide"
          />
        </HallSheet>
        <FitOffer v-if="!ready && acts.leads.value" />
      </main>
      <FloorKeys ref="keys" @more="tools?.openMore()" />
    </template>
  </div>
</template>

<style scoped>
.hall {
  color-scheme: dark;
  display: flex;
  flex-direction: column;
  height: 100dvh;
  min-height: 0;
  color: var(--color-hall-text);
  background: radial-gradient(circle at 40% 35%, #221a13, var(--color-hall) 70%);
  border-left: 10px solid #3f2e22;
  border-right: 10px solid #3f2e22;
}
.message {
  max-width: 760px;
  margin: 12vh auto 0;
  padding: 0 24px;
  flex: 1;
  text-align: center;
  font-size: 26px;
  line-height: 38px;
}
.message a {
  color: var(--color-hall-harbour);
  text-decoration: underline;
}
.stage {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 10px 18px 8px;
}
.say {
  display: flex;
  align-items: center;
  gap: 14px;
  min-width: 0;
  white-space: nowrap;
}
.say h1 {
  font-size: 34px;
  line-height: 42px;
  color: #fff;
}
.say p {
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: 26px;
  line-height: 36px;
}
.paused {
  color: var(--color-hall-gilt);
  font-weight: 700;
}
.tag {
  flex: none;
  padding: 0 8px;
  border: 2px solid #d9c7a6;
  font: 720 20px/30px var(--font-sans);
}
.middle {
  display: grid;
  grid-template-columns: minmax(0, 1.62fr) minmax(0, 1fr);
  align-items: center;
  min-height: 0;
  flex: 1.35;
  container-type: size;
}
.care {
  padding: 2px 12px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
  line-height: 27px;
  border-left: 5px solid #db5b3d;
  color: #ffd9c9;
}
.groups {
  display: grid;
  flex: 1;
  grid-template-columns: repeat(var(--count), minmax(0, 1fr));
  gap: 10px;
  min-height: 212px;
  padding-top: 4px;
  border-top: 4px solid var(--color-gilt);
}
.next {
  padding: 0 2px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
  line-height: 28px;
}
.line {
  display: flex;
  align-items: center;
  gap: 12px;
}
.line .next {
  flex: 1;
  min-width: 0;
}
.next span {
  color: var(--color-hall-ash);
}
.next b {
  margin-left: 8px;
  font: 660 23px/28px var(--font-serif);
}
/* What stands at the end of the line of words is never cut. */
.unsent {
  flex: none;
  margin-left: auto;
  font-size: 20px;
  color: var(--color-hall-brick);
}
/* Five groups and more stand in two rows: the clock makes room. */
@media (min-width: 761px) and (min-height: 501px) {
  /* Where each does something else, each has its count, its caution and its point. */
  .cut .groups {
    min-height: 242px;
  }
  /* What a group may use is read, not guessed. */
  .free .groups {
    min-height: 280px;
  }
  .many .groups {
    flex: none;
    min-height: 258px;
  }
}
/* At one's own pace two rows of names would push the clock away: whom nobody has looked at is behind Corrections then. */
@media (min-width: 761px) and (max-height: 799px) {
  .own > :deep(.unseen) {
    display: none;
  }
}
/* A form is stepped through, and notices are read out, under a smaller clock. */
@media (min-width: 761px) {
  .stepped .middle {
    flex: 1;
  }
  .stepped .groups {
    min-height: 150px;
  }
}
/* Where links or moves are called, they are the largest thing, and the clock stands beside them. */
@media (min-width: 761px) and (min-height: 501px) {
  .named .middle {
    grid-template-columns: minmax(0, 0.62fr) minmax(0, 1fr);
  }
  .named .middle :deep(.clock),
  .named .middle :deep(.clock.long) {
    font-size: min(13vw, 110cqh);
  }
  .named .middle :deep(h2) {
    font-size: min(84px, 6.4vw, 34cqh);
  }
  .named .middle :deep(h2.longer) {
    font-size: min(62px, 5vw, 25cqh);
  }
  .named > :deep(.now) {
    -webkit-line-clamp: 1;
  }
  .named .middle :deep(.line),
  .named .middle :deep(.chain),
  .named .middle :deep(.times) {
    margin: 0;
  }
}
/* What is shown wants the room of the clock. */
@media (min-width: 761px) {
  .showing .middle {
    flex: 0.9;
  }
}
@media (max-width: 760px) {
  .hall {
    border: 0;
  }
  .stage {
    padding: 4px 8px;
    gap: 4px;
    overflow-y: auto;
  }
  .say {
    gap: 8px;
  }
  .say h1 {
    font-size: 22px;
    line-height: 28px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .say p {
    display: none;
  }
  .say .paused {
    display: block;
    font-size: 20px;
  }
  /* The clock shrinks, never the groups. */
  .middle {
    grid-template-columns: auto minmax(0, 1fr);
    gap: 12px;
    flex: none;
    container-type: normal;
  }
  .calling .middle,
  .named .middle {
    display: block;
  }
  .named .middle > .figure {
    position: absolute;
    right: 8px;
  }
  .named .middle :deep(.clock),
  .named .middle :deep(.clock.long) {
    font-size: 52px;
  }
  .named .middle :deep(.of) {
    text-align: right;
  }
  .named .middle :deep(.top) {
    margin-right: 120px;
    min-height: 76px;
  }
  .named .middle :deep(h2) {
    font-size: 42px;
    line-height: 1;
  }
  .named .middle :deep(h2.longer) {
    font-size: 31px;
  }
  .care {
    white-space: normal;
    flex: none;
    font-size: 17px;
    line-height: 21px;
  }
  .groups {
    display: flex;
    flex: none;
    flex-direction: column;
    gap: 5px;
    min-height: 0;
  }
  .next {
    white-space: normal;
  }
  /* What is not sent stands under the title, not over it. */
  .say {
    flex-wrap: wrap;
    white-space: normal;
  }
  .say h1 {
    flex: 1;
    min-width: 0;
    white-space: nowrap;
  }
  .unsent {
    flex: 1 0 100%;
    font-size: 16px;
    line-height: 20px;
  }
  /* On a phone they are at hand under the clock. */
  .say,
  .middle {
    order: -2;
  }
  .line {
    display: contents;
  }
}
@media (max-width: 760px) and (min-height: 501px) {
  .stage > :deep(.now) {
    -webkit-line-clamp: 1;
  }
  .care {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
  }
  .named .middle :deep(.times) {
    display: none;
  }
}
/* A phone on its side: the clock at the left, the groups beside it. */
@media (min-width: 500px) and (max-height: 500px) {
  .stage {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
    grid-template-rows: auto minmax(0, 1fr) auto;
    gap: 4px 14px;
    padding: 4px 12px;
    overflow: hidden;
  }
  .say,
  .care {
    grid-column: 1 / -1;
  }
  /* What goes wrong as a rule is read upright. */
  .stage > :deep(.now) {
    display: none;
  }
  .say h1 {
    font-size: 24px;
    line-height: 30px;
  }
  .say p {
    font-size: 18px;
    line-height: 30px;
  }
  .middle {
    display: grid;
    grid-row: 2;
    grid-column: 1;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 12px;
    align-content: center;
    order: 0;
    flex: none;
    min-height: 0;
    overflow: hidden;
    container-type: size;
  }
  .groups {
    display: flex;
    grid-row: 2 / 4;
    grid-column: 2;
    flex-direction: column;
    gap: 4px;
    min-height: 0;
    padding-top: 0;
    overflow-y: auto;
    border-top: 0;
  }
  .groups > :deep(*) {
    flex: none;
  }
  .line {
    display: flex;
    grid-row: 3;
    grid-column: 1;
    order: 0;
    min-height: 40px;
    overflow: hidden;
  }
  .line .next {
    display: none;
  }
  /* What is called has the room, and the clock is small beside it. */
  .named .middle :deep(.clock),
  .named .middle :deep(.clock.long) {
    font-size: min(7.5vw, 60cqh);
  }
  .named .middle :deep(.chain),
  .named .middle :deep(.times) {
    display: none;
  }
  .named .middle :deep(h2) {
    font-size: 30px;
    line-height: 32px;
  }
  .named .middle :deep(.line) {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  /* A form is stepped through between the clock and the keys. */
  .stepped {
    grid-template-rows: auto minmax(0, 1fr) auto auto;
  }
  .stepped .groups {
    grid-row: 2 / 5;
  }
  .stepped > :deep(.moves) {
    grid-row: 3;
    grid-column: 1;
  }
  .stepped .line {
    grid-row: 4;
  }
  .stepped :deep(.times) {
    display: none;
  }
}
</style>
