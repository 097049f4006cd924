<script setup lang="ts">
import { cautionsOf, workedOf } from '~/domain/doing'
import { callNow } from '~~/core/floor/call-now'
import { floorNow } from '~~/core/floor/now'
import { replay } from '~~/core/floor/run'
import { minutes } from '~~/core/kernel/time-text'
import { callOf } from '~/domain/calls'
import { figureOf } from '~/domain/floor-figure'
import { wallTime } from '~/domain/wall-time'

/**
 * The wall: what everybody in the hall may see, in letters that read at twelve metres. It follows the floor and has nothing to press; it is
 * opened by a link of its own.
 */
definePageMeta({ layout: 'bare' })
useHead({ title: 'Wall · Golden Lintel', bodyAttrs: { style: 'background:#15110D' } })
const clock = useClock()
/** The key stands behind the # of the link, which is sent to no server and kept in no log. */
const key = ref('')
onBeforeMount(() => (key.value = location.hash.slice(1)))
const { view, problem } = useWall(() => key.value)
const wakeLock = useWakeLock()
onMounted(() => void wakeLock.request('screen').catch(() => {}))

const run = computed(() =>
  view.value ? replay(view.value.plan, view.value.events, clock.now.value) : undefined,
)
const ready = computed(() => run.value?.phase === 'ready')
const shown = computed(() => {
  if (!run.value) return undefined
  return floorNow(ready.value ? { ...run.value, position: 0 } : run.value)
})
const call = computed(() => (shown.value && run.value ? callOf(shown.value, run.value.plan) : undefined))
const calling = computed(() =>
  run.value && shown.value ? callNow(run.value, shown.value, clock.now.value) : undefined,
)
const figure = computed(() => {
  if (!shown.value || !run.value || !view.value) return undefined
  const toStart = view.value.startsAt - clock.now.value
  if (ready.value && toStart > 0)
    return { text: minutes(Math.ceil(toStart / 1000) * 1000), of: '', label: 'to the first bow', last: false }
  const now = figureOf(shown.value, run.value, clock.now.value)
  // How long somebody has talked is the instructor’s affair.
  return run.value.waitsFor === 'begin' ? { ...now, text: '0:00', label: 'about to begin' } : now
})
const block = computed(() => shown.value?.placed?.block)
const time = (ms: number) => wallTime(ms, view.value?.zone)
const nextAt = computed(() =>
  run.value?.phase === 'running' && shown.value ? time(clock.now.value + shown.value.toNextMs) : '',
)
const care = computed(() => {
  const worked = (shown.value?.groups ?? []).flatMap((group) => workedOf(group) ?? [])
  const said = worked.flatMap((one) =>
    cautionsOf(one, (item, layer) => view.value?.items[item]?.layers[layer - 1]?.hazard),
  )
  return (
    [...new Set(said)].join(' ') || 'Control before speed. One pair, one space. Stop when your partner stops.'
  )
})
/** Partners are read while they are being found: before the board and while it is explained. */
const pairs = computed(() => {
  const { value: at } = shown
  const isFinding = at?.inTransition || at?.called?.span.kind === 'setup' || run.value?.waitsFor === 'begin'
  if (!isFinding || !block.value) return undefined
  return view.value?.pairs.find(({ board }) => board === block.value?.id)?.rounds[0]
})
const stations = computed(() => (block.value?.mode === 'stations' ? (block.value.stations ?? []) : []))
const columns = computed(() => {
  const count = run.value?.plan.groups.length ?? 1
  return count > 4 ? Math.ceil(count / 2) : count
})
</script>

<template>
  <div class="hall" data-test="wall">
    <header class="beam timber">
      <span class="club"><Mark /> {{ view?.club }}</span>
      <span class="time">{{ time(clock.now.value) }}</span>
    </header>
    <p v-if="problem" role="alert" class="message">{{ problem }}</p>
    <p v-else-if="view === undefined" class="message">The wall opens…</p>
    <p v-else-if="view === null" class="message">No class today.</p>
    <p v-else-if="run?.phase === 'finished'" class="message">Thank you. Bow out.</p>
    <main v-else-if="run && shown && call && figure" class="stage">
      <div class="middle">
        <FloorClock :figure="figure" :phase="ready ? 'running' : run.phase" />
        <section class="beside">
          <h1>{{ ready ? view.title : (block?.title ?? 'Bow out') }}</h1>
          <CallPanel
            v-if="!ready"
            :call="call"
            :layer-name="(item, layer) => view?.items[item]?.layers[layer - 1]?.name ?? ''"
          />
          <p v-else class="first">We begin with {{ block?.title }}.</p>
        </section>
      </div>
      <CallNow v-if="calling" :now="calling" wall />
      <ul v-else-if="pairs" class="pairs" aria-label="Partners">
        <li v-for="names in pairs" :key="names.join()">{{ names.join(' – ') }}</li>
      </ul>
      <ol v-else-if="stations.length" class="pairs stations" aria-label="Stations">
        <li v-for="(station, s) in stations" :key="s">
          <b>{{ s + 1 }}</b> {{ station.title }}
        </li>
      </ol>
      <div
        v-else
        class="groups"
        :class="{ free: shown.placed?.block.kinds !== undefined }"
        :style="{ '--count': columns }"
      >
        <WallColumn
          v-for="(group, g) in run.plan.groups"
          :key="group.id"
          :group="group"
          :now="shown.groups[g]"
          :block="block"
          :in-ms="shown.inMs"
          :view="view"
          :counted="run.counted"
        />
      </div>
      <footer>
        <p class="next">
          <template v-if="shown.next && !ready">
            <span>Next{{ nextAt && `, ${nextAt}` }}</span> <b>{{ shown.next.block.title }}</b>
          </template>
        </p>
        <p class="care">{{ care }}</p>
      </footer>
    </main>
  </div>
</template>

<style scoped>
.hall {
  display: flex;
  flex-direction: column;
  height: 100dvh;
  overflow: hidden;
  color: var(--color-hall-text);
  background: radial-gradient(circle at 40% 35%, #221a13, var(--color-hall) 70%);
}
.beam {
  display: flex;
  flex: none;
  align-items: center;
  justify-content: space-between;
  height: 7.2vh;
  padding: 0 2vw;
  border-bottom: 4px solid var(--color-gilt);
}
.club {
  display: flex;
  align-items: center;
  gap: 1vw;
  font: 640 max(32px, 3.2vh) / 1.1 var(--font-serif);
  color: #f6e7c8;
}
.time {
  font: 740 max(36px, 4vh) / 1 var(--font-sans);
  color: #ffe2a0;
}
.message {
  margin: auto;
  font-size: 8vh;
}
.stage {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 1.6vh;
  min-height: 0;
  padding: 1.6vh 2vw;
}
.middle {
  display: grid;
  flex: 1.4;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  align-items: center;
  min-height: 0;
  container-type: size;
}
.beside h1 {
  font: 660 6vh/1.05 var(--font-serif);
  color: #fff3d6;
}
.first {
  margin-top: 2vh;
  font-size: 4.6vh;
}
.beside :deep(.call) {
  padding-left: 0;
  border: 0;
}
.beside :deep(.call.change) {
  padding-left: 1vw;
}
.beside :deep(h2),
.beside :deep(h2.long) {
  font-size: min(9vh, 5.4vw);
}
.beside :deep(.slabs i) {
  width: 2.6vw;
  height: 8vh;
}
.beside :deep(.line) {
  font-size: max(32px, 3.8vh);
  line-height: 1.2;
}
.beside :deep(.figure) {
  font-size: 5vh;
}
.beside :deep(.figure b) {
  font-size: 9vh;
  line-height: 1;
}
.groups {
  display: grid;
  flex: 1;
  grid-template-columns: repeat(var(--count), minmax(0, 1fr));
  gap: 1vw;
  min-height: 0;
  padding-top: 0.4vh;
  border-top: 4px solid var(--color-gilt);
}
/* What each may use wants the room of the clock. */
.groups.free {
  flex: 2;
}
.pairs {
  display: grid;
  flex: 1;
  grid-template-columns: repeat(auto-fill, minmax(20vw, 1fr));
  align-content: start;
  gap: 0.6vh 2vw;
  min-height: 0;
  overflow: hidden;
  padding-top: 1.4vh;
  font-size: max(34px, 4.2vh);
  line-height: 1.25;
  border-top: 4px solid var(--color-gilt);
}
.stations b {
  color: var(--color-hall-gilt);
}
footer {
  display: flex;
  flex: none;
  align-items: baseline;
  justify-content: space-between;
  gap: 3vw;
  font-size: max(32px, 3.8vh);
  line-height: 1.2;
}
.next {
  flex: none;
  max-width: 44vw;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.next span {
  color: var(--color-hall-ash);
}
.next b {
  font-family: var(--font-serif);
}
.care {
  display: -webkit-box;
  overflow: hidden;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  padding-left: 1vw;
  border-left: 5px solid var(--color-gilt);
  font-weight: 640;
}
</style>
