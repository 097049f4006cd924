<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import {
  FIGURE_WORDS,
  figureSaid,
  figuresAt,
  MOST_FIGURE,
  standingAt,
  turnsOf,
  winnerOf,
} from '~~/core/people/results'
import type { Block } from '~~/core/plan/schema'
import { leadingTechnique } from '~~/core/plan/edit'
import { shortName } from '~/domain/short-name'

/** The figure a board asks for, of each student, pair or bout, turn by turn: tap who, tap how many. The next without one is chosen by itself. */
const props = defineProps<{ block: Block; hall?: boolean }>()
const store = useClassStore()
const isOpen = ref(false)
const ask = computed(() => props.block.result ?? { figure: 'scored' as const })
const isWon = computed(() => ask.value.figure === 'won')
/** Pairs are read only where figures are entered by them. */
const partners = ask.value.per === 'pair' || isWon.value ? usePartners() : undefined
const turns = computed(() => turnsOf(ask.value))
const turn = ref(1)

/** Whoever has a figure together: each, or the pairs that were made for this board. */
const sides = computed(() => {
  const here = new Map(store.taking.map((one) => [one.id, one.name]))
  const paired = partners !== undefined
  const groups = partners
    ? (partners.pairsAt(props.block.id)?.rounds[0]?.groups ?? []).map(({ students }) =>
        students.filter((id) => here.has(id)),
      )
    : [...here.keys()].map((id) => [id])
  const names = (ids: readonly string[]) =>
    ids.map((id) => (paired ? shortName(here.get(id)) : (here.get(id)?.split(' ')[0] ?? ''))).join(' – ')
  return groups.flatMap((ids) => (ids.length ? [{ key: ids.join(), ids, name: names(ids) }] : []))
})
const results = computed(() => store.data?.results ?? [])
const ofTurn = computed(() => figuresAt(results.value, props.block.id, ask.value, turn.value))
const inAll = computed(() => figuresAt(results.value, props.block.id, ask.value))
const hasOne = ({ ids }: { ids: readonly string[] }) => ids.some((id) => ofTurn.value.has(id))
const entered = computed(() => sides.value.filter(hasOne).length)
const who = ref<string>()
const chosen = computed(() => sides.value.find(({ key }) => key === who.value))
/** Figures that are one tap; larger ones are typed. */
const ONE_TAP = 20
const keys = computed(() => Array.from({ length: Math.min(ask.value.of ?? ONE_TAP, 40) + 1 }, (_, n) => n))
const typed = ref('')
const problem = ref('')
const step = computed(() => store.run?.steps.get(props.block.id) ?? 0)

const chooseNext = () => {
  const { value: all } = sides
  const at = all.findIndex(({ key }) => key === who.value)
  const after = [...all.slice(at + 1), ...all.slice(0, at + 1)]
  who.value = (after.find((one) => !hasOne(one)) ?? chosen.value ?? all[0])?.key
}
watch([isOpen, turn], () => {
  who.value = undefined
  if (isOpen.value) chooseNext()
})
function keep(student: string, figure: number) {
  const item = leadingTechnique(props.block)
  store.enter({
    kind: 'figure',
    board: props.block.id,
    student,
    figure,
    ask: ask.value,
    ...(turns.value > 1 ? { turn: turn.value } : {}),
    ...(step.value ? { step: step.value } : {}),
    ...(item ? { item } : {}),
  })
}
function enter(figure: number) {
  problem.value = ''
  if (!chosen.value) return
  const most = ask.value.figure === 'scored' ? (ask.value.of ?? MOST_FIGURE) : MOST_FIGURE
  if (!Number.isInteger(figure) || figure < 0 || figure > most)
    return void (problem.value = `The figure must be a whole number from 0 to ${most}.`)
  for (const student of chosen.value.ids) keep(student, figure)
  typed.value = ''
  chooseNext()
}
/** Of those who fought it, one has won this bout. */
function won(winner: string, ids: readonly string[]) {
  for (const student of ids) keep(student, student === winner ? 1 : 0)
}
const winner = (ids: readonly string[]) => winnerOf(ids, inAll.value, ask.value)
const nameOf = (id: string) => shortName(store.taking.find((one) => one.id === id)?.name)
/** Takes the figures of this turn back, to what stood before them. */
function takeBack(ids: readonly string[]) {
  const standing = standingAt(results.value, props.block.id, turn.value)
  for (const id of ids) {
    const last = standing.get(id)
    if (last) store.enter({ kind: 'undo', undoes: last.id })
  }
}
const title = computed(() => {
  const { figure, of } = ask.value
  const tries = of === undefined ? '' : isWon.value ? `, best of ${of}` : ` of ${of}`
  return `${props.block.title}: ${FIGURE_WORDS[figure].name}${tries}`
})
</script>

<template>
  <HallSheet
    v-model="isOpen"
    :opener="`Figures: ${entered} of ${sides.length}`"
    :title="title"
    :paper="!hall"
  >
    <template v-if="turns > 1" #top>
      <div class="turns" role="tablist" :aria-label="isWon ? 'Bouts' : 'Turns'">
        <button
          v-for="n in turns"
          :key="n"
          type="button"
          role="tab"
          :aria-selected="turn === n"
          @click="turn = n"
        >
          {{ isWon ? 'Bout' : 'Turn' }} {{ n }}
        </button>
      </div>
    </template>
    <p v-if="store.taking.length === 0" class="quiet">Nobody is here yet: the register says who is.</p>
    <p v-else-if="sides.length === 0" class="quiet">
      Nobody is paired for this board yet: make the partners first.
    </p>
    <ul v-if="isWon" class="bouts">
      <li v-for="{ key, ids } in sides" :key="key" role="group" :aria-label="ids.map(nameOf).join(' and ')">
        <button
          v-for="id in ids"
          :key="id"
          type="button"
          :aria-pressed="ofTurn.get(id) === 1"
          :aria-label="`${nameOf(id)} wins bout ${turn}`"
          @click="won(id, ids)"
        >
          {{ nameOf(id) }} <b>{{ inAll.get(id) ?? 0 }}</b>
        </button>
        <span v-if="winner(ids)">{{ nameOf(winner(ids) ?? '') }} has won</span>
        <button v-if="hasOne({ ids })" type="button" class="back" @click="takeBack(ids)">Take it back</button>
      </li>
    </ul>
    <template v-else>
      <div class="names" role="radiogroup" aria-label="Whose figure">
        <button
          v-for="side in sides"
          :key="side.key"
          type="button"
          role="radio"
          :aria-checked="who === side.key"
          @click="who = side.key"
        >
          {{ side.name }} <b>{{ ofTurn.get(side.ids[0] ?? '') ?? '–' }}</b>
        </button>
      </div>
      <template v-if="chosen">
        <p class="quiet" aria-live="polite">
          {{ chosen.name
          }}<template v-if="hasOne(chosen)">
            has {{ ofTurn.get(chosen.ids[0] ?? '')
            }}<template v-if="turns > 1"
              >; {{ figureSaid(inAll.get(chosen.ids[0] ?? '') ?? 0, ask) }}</template
            >.
            <button type="button" class="link" @click="takeBack(chosen.ids)">Take it back</button></template
          >
        </p>
        <div class="pad" role="group" :aria-label="`Figure of ${chosen.name}`">
          <button v-for="n in keys" :key="n" type="button" @click="enter(n)">{{ n }}</button>
        </div>
        <form v-if="!ask.of" class="more" novalidate @submit.prevent="enter(Number(typed || NaN))">
          <input
            v-model="typed"
            class="field"
            inputmode="numeric"
            aria-label="A larger figure"
            placeholder="more"
          />
          <button type="submit" class="btn">Enter it</button>
        </form>
        <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
      </template>
    </template>
    <p v-if="step" class="quiet">
      {{ counted(Math.abs(step), 'step') }} {{ step > 0 ? 'further than planned' : 'nearer than planned' }}:
      kept with each figure.
    </p>
  </HallSheet>
</template>

<style scoped>
.names {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 6px;
  margin-top: 8px;
}
button {
  min-height: 48px;
  font-size: 20px;
  border: 1.5px solid #a3927a;
  border-radius: 4px;
}
.link {
  min-height: 32px;
  border: 0;
}
.names button,
.bouts button {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  padding: 0 10px;
  text-align: left;
}
.names [aria-checked='true'],
.bouts [aria-pressed='true'],
.turns [aria-selected='true'] {
  color: #241808;
  background: var(--color-gilt);
}
.turns {
  display: flex;
  gap: 6px;
  overflow-x: auto;
}
.turns button {
  flex: none;
  padding: 0 12px;
}
.bouts li {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 220px)) minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
  font-size: 20px;
}
.bouts .back {
  grid-column: -2;
  font-size: 17px;
}
@media (max-width: 760px) {
  .bouts li {
    grid-template-columns: 1fr 1fr;
  }
  .bouts .back {
    grid-column: auto;
  }
}
.quiet {
  margin-top: 12px;
  font-size: 20px;
}
.pad {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(64px, 1fr));
  gap: 6px;
  margin-top: 6px;
}
.pad button {
  font-weight: 700;
  font-size: 24px;
}
.more {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
.more .field {
  width: 110px;
  height: 44px;
}
.more .btn {
  height: 44px;
}
</style>
