<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/20/solid'
import type { School } from '~~/core/partners/roster-file'
import { MOST_ROUNDS } from '~~/core/partners/board-partners'
import { counted } from '~~/core/kernel/time-text'
import type { PairAct } from '~/composables/usePartners'
import { shortName } from '~/domain/short-name'

/** Partners for a board of the class: the best pairing of who is here, with what speaks for it, pins, the next best and who is left. */
const props = defineProps<{ board?: string | undefined }>()
defineEmits<{ close: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const mayPair = useMay('PUT /api/classes/:id/partners/:board')
const { boards, pairsAt, pair, problem, isPairing } = usePartners()

const chosen = ref<string>()
const current = computed(() => {
  const wanted = props.board ?? chosen.value
  return boards.value.find(({ block }) => block.id === wanted) ?? boards.value[0]
})
const pairs = computed(() => pairsAt(current.value?.block.id))
const school = ref<School>(library.loaded?.settings.partners ?? 'like')
const rounds = ref(1)
const round = ref(0)
// While an act is under way what was chosen stands; what came of it is shown when it is answered, or refused.
watch([pairs, isPairing], ([now, isWaiting]) => {
  if (!isWaiting) hoped.value = undefined
  if (!now || isWaiting) return
  school.value = now.school
  rounds.value = now.rounds.length
  round.value = Math.min(round.value, now.rounds.length - 1)
})
/** The pins as they will be, while that is under way. */
const hoped = ref<string[][]>()
const pins = computed(() => hoped.value ?? pairs.value?.pins ?? [])
watch(
  () => current.value?.block.id,
  () => (hoped.value = undefined),
)
const shown = computed(() => pairs.value?.rounds[round.value])
const isOver = computed(() => store.run?.phase === 'finished')

const students = computed(() => new Map(store.roster.map((one) => [one.id, one])))
const nameOf = (id: string) => shortName(students.value.get(id)?.name)
const figure = (cost: number) => `${cost < 0 ? '−' : ''}${Math.abs(cost).toFixed(1)}`

const sum = computed(() => {
  const groups = shown.value?.groups ?? []
  const threes = groups.filter((group) => group.students.length === 3).length
  const said = [counted(groups.length - threes, 'pair'), threes ? counted(threes, 'group') + ' of three' : '']
  return said.filter(Boolean).join(' and ')
})
/** Who came or went since these were made. */
const moved = computed(() => {
  const first = pairs.value?.rounds[0]
  if (!pairs.value || !first) return { came: [], went: [] }
  const paired = new Set([
    ...first.groups.flatMap((group) => group.students),
    ...first.left.map(({ id }) => id),
  ])
  const here = new Set(pairs.value.here)
  return { came: [...here].filter((id) => !paired.has(id)), went: [...paired].filter((id) => !here.has(id)) }
})
const movedSaid = computed(() => {
  const { came, went } = moved.value
  return [
    came.length ? `${came.map(nameOf).join(', ')} came` : '',
    went.length ? `${went.map(nameOf).join(', ')} not here now` : '',
  ]
    .filter(Boolean)
    .join('; ')
})

type Pins = (now: string[][]) => string[][]
async function make(way: PairAct['way'], wanted: Pins = (now) => now) {
  if (!current.value) return
  hoped.value = wanted(pins.value)
  await pair(current.value.block.id, { school: school.value, rounds: rounds.value, pins: wanted, way })
}
function setSchool(next: School) {
  school.value = next
  if (pairs.value) void make('best')
}
function setRounds(event: Event) {
  rounds.value = Math.min(MOST_ROUNDS, Math.max(1, Number((event.target as HTMLInputElement).value) || 1))
  if (pairs.value) void make('best')
}
const sameGroup = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id) => b.includes(id))
function togglePin(group: readonly string[]) {
  const isPinned = pins.value.some((pin) => sameGroup(pin, group))
  if (isPinned) return make('best', (now) => now.filter((pin) => !sameGroup(pin, group)))
  // A pin changes nothing of a pairing it is already part of.
  return make('fit', withPin(group))
}

/** Two who are put together by hand: they are pinned, and the others change as little as can be. */
const pairTwo = (a: string, b: string) => make('fit', withPin([a, b]))

const withPin =
  (group: readonly string[]): Pins =>
  (now) => [...now.filter((pin) => !pin.some((id) => group.includes(id))), [...group]]
</script>

<template>
  <section class="panel partners" aria-labelledby="partners-title">
    <div class="top">
      <h2 id="partners-title">Partners</h2>
      <button type="button" class="close" aria-label="Close the partners" @click="$emit('close')">
        <XMarkIcon class="size-5" />
      </button>
    </div>
    <p v-if="!current" class="text-ash">No board of this plan is worked with a partner.</p>
    <template v-else>
      <label v-if="!board" class="for"
        >for
        <select
          class="field"
          :value="current.block.id"
          @change="chosen = ($event.target as HTMLSelectElement).value"
        >
          <option v-for="one in boards" :key="one.block.id" :value="one.block.id">
            {{ one.block.title }}
          </option>
        </select></label
      >
      <p v-else class="text-ash">
        for <b class="text-ink">{{ current.block.title }}</b>
      </p>
      <p v-if="current.asks.contact" class="text-13 text-ash">
        Contact: mass and age keep some apart. Both agree on the level; stop when one stops.
      </p>
      <div class="ways" role="radiogroup" aria-label="Who with whom">
        <button type="button" role="radio" :aria-checked="school === 'mentor'" @click="setSchool('mentor')">
          Senior by junior
        </button>
        <button type="button" role="radio" :aria-checked="school === 'like'" @click="setSchool('like')">
          Like with like
        </button>
      </div>
      <label class="rounds"
        >Partners change
        <input
          class="field"
          type="number"
          min="1"
          :max="MOST_ROUNDS"
          :value="rounds"
          aria-label="Rounds with a change of partner"
          @change="setRounds"
        />
        {{ rounds === 1 ? 'round: no change' : 'rounds, each with another' }}</label
      >
      <p v-if="problem" role="alert" class="my-2 text-brick-deep">{{ problem }}</p>
      <template v-if="!pairs">
        <button
          v-if="mayPair && !isOver"
          type="button"
          class="btn btn-dark main"
          :disabled="isPairing"
          @click="make('best')"
        >
          {{ isPairing ? 'Working it out…' : 'Pair who is here' }}
        </button>
        <p v-else class="text-ash">Nobody has paired this board.</p>
      </template>
      <template v-else-if="shown">
        <p v-if="movedSaid && !isOver" class="moved" role="status">
          {{ movedSaid }}.
          <button type="button" class="link" :disabled="isPairing" @click="make('fit')">
            Fit in with the fewest changes
          </button>
        </p>
        <div v-if="pairs.rounds.length > 1" class="turns" role="tablist" aria-label="Rounds">
          <button
            v-for="(one, n) in pairs.rounds"
            :key="n"
            type="button"
            role="tab"
            :aria-selected="n === round"
            :title="one.cost === null ? undefined : `cost ${figure(one.cost)}`"
            @click="round = n"
          >
            {{ n + 1 }}
          </button>
        </div>
        <p class="sum">
          <b>{{ sum }}</b><template v-if="shown.cost !== null"
            >, the best possible pairing{{
              pairs.pins.length && round === 0 ? ' with what is pinned' : ''
            }}</template
          >
        </p>
        <PairList
          :round="shown"
          :pins="round === 0 ? pins : undefined"
          :refused="pairs.refused"
          :may-change="mayPair && !isOver && round === 0"
          @pin="togglePin"
          @pair="pairTwo"
        />
        <p v-if="pairs.again.length" class="text-13 text-ash">
          Nobody new is left for all:
          {{ pairs.again.map((two) => two.map(nameOf).join(' and ')).join(', ') }} meet again.
        </p>
        <div v-if="mayPair && !isOver" class="acts">
          <button
            type="button"
            class="btn"
            :disabled="isPairing"
            title="The next best, with none of these pairs"
            @click="make('next')"
          >
            Others
          </button>
          <button
            type="button"
            class="btn"
            :disabled="isPairing"
            title="The best there is with who is here now"
            @click="make('best', () => [])"
          >
            Best anew
          </button>
        </div>
        <WhyNot
          v-if="pairs.refused.length || mayPair"
          :here="pairs.here"
          :refused="pairs.refused"
          :may-pair="!isOver && !isPairing"
          @pair="pairTwo"
        />
      </template>
    </template>
  </section>
</template>

<style scoped>
.partners {
  padding: 12px 16px 16px;
  border-top: 5px solid var(--color-gilt);
}
.top {
  display: flex;
  align-items: center;
}
.top h2 {
  flex: 1;
  font-size: 20px;
}
.close {
  display: grid;
  place-items: center;
  width: 34px;
  height: 34px;
  color: var(--color-ash);
}
.for {
  display: flex;
  align-items: center;
  gap: 8px;
  color: var(--color-ash);
}
.ways {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 10px 0 8px;
}
.ways button {
  height: 32px;
  border: 1.5px solid var(--color-umber);
  font-weight: 640;
}
.ways button[aria-checked='true'] {
  color: var(--color-paper);
  background: var(--color-umber);
}
.rounds {
  display: flex;
  align-items: center;
  gap: 8px;
  color: var(--color-ash);
}
.rounds .field {
  width: 58px;
}
.main {
  width: 100%;
  height: 40px;
  justify-content: center;
  margin-top: 12px;
}
.moved {
  margin-top: 8px;
  padding: 6px 10px;
  background: #fbf3df;
  border-left: 4px solid var(--color-gilt);
}
.turns {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 10px;
}
.turns button {
  min-width: 34px;
  height: 30px;
  border: 1px solid #bdac90;
  font-weight: 640;
}
.turns button[aria-selected='true'] {
  background: #f1e4c6;
  border-color: var(--color-gilt);
}
.sum {
  margin: 10px 0 4px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 12px;
}
.acts .btn {
  height: 34px;
}
@media (max-width: 760px) {
  .ways button,
  .acts .btn,
  .close {
    min-height: 44px;
  }
}
</style>
