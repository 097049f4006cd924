<script setup lang="ts">
import { floorNow } from '~~/core'
import { shortDose } from '~~/core/plan/doses'
import { PHASES } from '~~/core/plan/phases'
import { minutes } from '~~/core/plan/time-text'
import { callOf } from '~/domain/calls'
import { lastKeptClass } from '~/domain/device-store'
import { wallTime } from '~/domain/wall-time'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Floor · Golden Lintel', bodyAttrs: { style: 'background:#15110D' } })
const store = useClassStore()
const library = useLibraryStore()
const clock = useClock()
const route = useRoute()
const problem = ref('')
const loading = ref(true)
const wakeLock = useWakeLock()

async function whichClass(): Promise<string | undefined> {
  if (typeof route.query.class === 'string') return route.query.class
  try {
    return (await api<{ next: { id: string } | null }>('/api/today')).next?.id
  } catch (error) {
    const kept = await lastKeptClass(new Date(clock.read()).toISOString().slice(0, 10))
    if (!kept) throw error
    return kept.id
  }
}
onMounted(async () => {
  try {
    await library.load()
    const id = await whichClass()
    if (id) await store.open(id)
    else store.data = undefined
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
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
const ready = computed(() => run.value?.phase === 'ready')
const finished = computed(() => run.value?.phase === 'finished')
/** Before the start the first board stands ready. */
const shown = computed(() => {
  if (!ready.value || !store.timeline || !run.value) return now.value
  return floorNow(store.timeline, { ...run.value, position: 0 })
})
const call = computed(() => (shown.value && plan.value ? callOf(shown.value, plan.value) : undefined))
const instruction = computed(() => {
  const block = shown.value?.placed?.block
  if (!block) return ''
  if (shown.value?.inTransition) return 'coming up'
  if (block.mode === 'oneCount')
    return `One count for all, your own rank’s technique. ${block.dose ? shortDose(block.dose) : ''}`
  if (block.mode === 'layers') return 'Each rank on its own layer.'
  if (block.mode === 'turns') return 'Each rank taught in turn.'
  return block.notes ?? (block.dose ? shortDose(block.dose) : '')
})
/** The usual caution, once: before the board and while it is shown. */
const caution = computed(() => {
  const before = ready.value || shown.value?.inTransition || shown.value?.called?.span.kind === 'setup'
  if (!before) return undefined
  const techniques = (shown.value?.groups ?? []).map(({ stretch }) => stretch?.technique)
  return techniques.map((id) => library.items.get(id ?? '')?.caution).find(Boolean)
})
const clockText = computed(() => minutes(Math.ceil((shown.value?.leftMs ?? 0) / 1000) * 1000))
const lastTen = computed(() => run.value?.phase === 'running' && (now.value?.leftMs ?? Infinity) <= 10_000)
const next = computed(() => shown.value?.coming)
const nextAt = computed(() =>
  next.value && run.value?.phase === 'running'
    ? wallTime(clock.now.value + (now.value?.leftMs ?? 0), library.club?.zone)
    : '',
)
const outCount = computed(() => [...store.register.values()].filter(({ state }) => state === 'out').length)
</script>

<template>
  <div class="hall" data-test="floor">
    <header class="beam timber">
      <NuxtLink to="/" class="name"><Mark /> <span>Floor</span></NuxtLink>
      <FloorBar v-if="store.data" class="flex-1" />
      <NuxtLink v-if="store.data" to="/people" class="here" data-test="here">
        <b>{{ store.here }} here</b>
        <span>{{ outCount ? `${outCount} sits out` : 'register' }}</span>
      </NuxtLink>
    </header>
    <p v-if="problem" role="alert" class="message">{{ problem }} <NuxtLink to="/">Back to Today</NuxtLink></p>
    <p v-else-if="loading" class="message">Opening the floor…</p>
    <p v-else-if="!store.data" class="message">
      No class is planned. <NuxtLink to="/">Plan one on Today</NuxtLink>, then run it here.
    </p>
    <template v-else-if="plan && run && now && shown && call">
      <section v-if="finished" class="message">
        <h1>Bowed out</h1>
        <p>
          {{ store.here }} students,
          {{ minutes(run.legs.reduce((sum, leg) => sum + leg.to - leg.from, 0)) }} on the floor.
        </p>
        <p v-if="store.unsent">
          {{ store.unsent }} events wait for the server; they are kept on this device.
        </p>
        <p v-else>What each practised is in the ledger.</p>
        <p class="mt-4"><NuxtLink to="/people">See what each practised</NuxtLink></p>
      </section>
      <main v-else class="stage">
        <div class="say">
          <span v-if="shown.placed" class="tag">{{ PHASES[shown.placed.block.phase].mark }}</span>
          <h1>{{ shown.placed?.block.title ?? 'The plan is done' }}</h1>
          <p v-if="run.phase === 'paused' && run.pausedAt" class="paused">
            Paused {{ minutes(clock.now.value - run.pausedAt) }}
          </p>
          <p v-else>{{ instruction }}</p>
        </div>
        <div class="middle">
          <div
            class="clock"
            role="timer"
            data-test="clock"
            :aria-label="`${clockText} left`"
            :class="{ paused: run.phase === 'paused', ten: lastTen, long: clockText.length > 4, ready }"
          >
            {{ clockText.split(':')[0] }}<i aria-hidden="true"><u /><u /></i><span class="sr-only">:</span
            >{{ clockText.split(':')[1] }}
          </div>
          <CallPanel v-if="!ready" :call="call" />
          <section v-else class="begin">
            <h2>{{ store.data.title }}</h2>
            <p>
              {{ plan.blocks.length }} boards, {{ minutes(store.timeline?.totalMs ?? 0) }} of
              {{ plan.lengthMin }}:00. {{ store.here }} here so far.
            </p>
            <p>Room to move, water to hand, rings and watches off, one pair to one space.</p>
          </section>
        </div>
        <p v-if="caution" class="care"><b>Care.</b> {{ caution }}</p>
        <div
          class="groups"
          :style="{
            '--count': plan.groups.length > 4 ? Math.ceil(plan.groups.length / 2) : plan.groups.length,
          }"
        >
          <GroupColumn
            v-for="(group, g) in plan.groups"
            :key="group.id"
            :group="group"
            :now="shown.groups[g]"
            :left-ms="shown.leftMs"
          />
        </div>
        <p class="next">
          <template v-if="next">
            <span>Next{{ nextAt && `, ${nextAt}` }}</span>
            <b>{{ next.block.title }}, {{ minutes(next.ms) }}</b>
          </template>
          <template v-else><span>Then</span> <b>bow out</b></template>
          <span v-if="store.unsent" class="unsent" role="status"
            >{{ store.unsent }} kept on this device, not sent yet</span
          >
          <span v-if="store.refused" class="unsent" role="alert">{{ store.refused }}</span>
        </p>
      </main>
      <FloorKeys />
    </template>
  </div>
</template>

<style scoped>
.hall {
  display: flex;
  flex-direction: column;
  height: 100dvh;
  min-height: 0;
  color: var(--color-hall-text);
  background: radial-gradient(circle at 40% 35%, #221a13, var(--color-hall) 70%);
  border-left: 10px solid #3f2e22;
  border-right: 10px solid #3f2e22;
}
.beam {
  display: flex;
  flex: none;
  align-items: center;
  gap: 24px;
  height: 84px;
  margin: 0 -10px;
  padding: 0 16px 0 20px;
  border-bottom: 4px solid var(--color-gilt);
}
.name {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 56px;
  font: 640 24px/28px var(--font-serif);
  color: #f6e7c8;
}
.here {
  flex: none;
  padding: 5px 12px;
  border: 2px solid #8d7a63;
  font-size: 20px;
  line-height: 23px;
}
.here b {
  display: block;
  font-size: 22px;
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
.message h1 {
  margin-bottom: 14px;
  font-size: 64px;
  color: var(--color-hall-gilt);
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
}
.clock {
  display: flex;
  align-items: center;
  font: 740 min(27vw, 44vh) / 0.78 var(--font-sans);
  letter-spacing: -0.035em;
  color: var(--color-hall-gilt);
  white-space: nowrap;
}
.clock.long {
  font-size: min(20.5vw, 40vh);
}
.clock.paused {
  color: transparent;
  -webkit-text-stroke: 3px #f4ecdd;
}
.clock.ten {
  color: #fff3d6;
}
.clock.ready {
  color: #8d7a63;
}
.clock i {
  display: flex;
  flex-direction: column;
  gap: 0.16em;
  margin: 0 0.05em 0 0.08em;
}
.clock u {
  width: 0.125em;
  height: 0.125em;
  background: currentColor;
}
.clock.paused u {
  background: #f4ecdd;
}
.begin {
  padding-left: 26px;
  border-left: 2px solid #3a3028;
  font-size: 24px;
  line-height: 31px;
}
.begin h2 {
  margin-bottom: 8px;
  font-size: 44px;
  line-height: 48px;
  color: #fff;
}
.begin p + p {
  margin-top: 8px;
  color: var(--color-hall-ash);
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
  min-height: 190px;
  padding-top: 4px;
  border-top: 4px solid var(--color-gilt);
}
.next {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 0 2px;
  font-size: 20px;
  line-height: 28px;
}
.next span {
  color: var(--color-hall-ash);
}
.next b {
  font: 660 23px/28px var(--font-serif);
}
.next .unsent {
  margin-left: auto;
  color: var(--color-hall-brick);
}
@media (max-width: 760px) {
  .hall {
    border: 0;
  }
  .beam {
    position: relative;
    overflow: hidden;
    height: 78px;
    margin: 0;
    padding: 4px 10px;
    align-items: flex-start;
  }
  .name {
    height: 30px;
  }
  .name span {
    display: none;
  }
  .beam > :deep(.bar) {
    margin-left: -46px;
    padding-top: 2px;
  }
  .beam > :deep(.bar .words) {
    margin-left: 46px;
  }
  .here {
    position: absolute;
    right: 8px;
    top: 4px;
    padding: 2px 8px;
    background: #2a1f17;
  }
  .here span,
  .here b {
    font-size: 16px;
    line-height: 18px;
  }
  .here span {
    display: none;
  }
  .here b {
    line-height: 30px;
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
  .middle {
    display: block;
    flex: none;
  }
  .clock {
    justify-content: center;
    font-size: 46vw;
    line-height: 0.8;
    padding: 8px 0;
  }
  .clock.long {
    font-size: 35vw;
  }
  .begin {
    padding: 6px 4px;
    border: 0;
    font-size: 20px;
    line-height: 26px;
  }
  .begin h2 {
    font-size: 28px;
    line-height: 34px;
  }
  .care {
    white-space: normal;
    flex: none;
    line-height: 23px;
  }
  .groups {
    display: flex;
    flex: none;
    flex-direction: column;
    gap: 5px;
    min-height: 0;
  }
  .next {
    flex-wrap: wrap;
    row-gap: 0;
  }
}
</style>
