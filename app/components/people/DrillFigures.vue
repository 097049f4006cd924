<script setup lang="ts">
import { FIGURE_WORDS, figuresAt, MOST_FIGURE, standingAt } from '~~/core/people/results'
import type { Block } from '~~/core/plan/schema'
import { leadingTechnique } from '~~/core/plan/edit'

/** The one figure a board asks of each student: tap who, tap how many. The next without one is chosen by itself. */
const props = defineProps<{ block: Block; hall?: boolean }>()
const store = useClassStore()
const isOpen = ref(false)
const ask = computed(() => props.block.result ?? { figure: 'scored' as const })
const students = computed(() => store.taking)
const figures = computed(() => figuresAt(store.data?.results ?? [], props.block.id))
const entered = computed(() => students.value.filter(({ id }) => figures.value.has(id)).length)
const who = ref<string>()
const chosen = computed(() => students.value.find(({ id }) => id === who.value))
/** Figures that are one tap; larger ones are typed. */
const ONE_TAP = 20
const keys = computed(() => Array.from({ length: Math.min(ask.value.of ?? ONE_TAP, 40) + 1 }, (_, n) => n))
const typed = ref('')
const problem = ref('')

watch(isOpen, (now) => {
  if (now) who.value = students.value.find(({ id }) => !figures.value.has(id))?.id ?? students.value[0]?.id
})
function enter(figure: number) {
  problem.value = ''
  const { value: student } = who
  if (!student) return
  const most = ask.value.figure === 'scored' ? (ask.value.of ?? MOST_FIGURE) : MOST_FIGURE
  if (!Number.isInteger(figure) || figure < 0 || figure > most)
    return void (problem.value = `The figure must be a whole number from 0 to ${most}.`)
  const item = leadingTechnique(props.block)
  store.enter({
    kind: 'figure',
    board: props.block.id,
    student,
    figure,
    ask: ask.value,
    ...(item ? { item } : {}),
  })
  typed.value = ''
  const at = students.value.findIndex(({ id }) => id === student)
  const after = [...students.value.slice(at + 1), ...students.value.slice(0, at)]
  who.value = after.find(({ id }) => !figures.value.has(id))?.id ?? student
}
/** Takes the figure of a student back, to what stood before it. */
function takeBack(student: string) {
  const last = standingAt(store.data?.results ?? [], props.block.id).get(student)
  if (last) store.enter({ kind: 'undo', undoes: last.id })
  who.value = student
}
</script>

<template>
  <HallSheet
    v-model="isOpen"
    :opener="`Figures: ${entered} of ${students.length}`"
    :title="`${block.title}: ${FIGURE_WORDS[ask.figure].name}${ask.of ? ` of ${ask.of}` : ''}`"
    :paper="!hall"
  >
    <p v-if="students.length === 0" class="quiet">Nobody is here yet: the register says who is.</p>
    <div class="names" role="radiogroup" aria-label="Whose figure">
      <button
        v-for="student in students"
        :key="student.id"
        type="button"
        role="radio"
        :aria-checked="who === student.id"
        @click="who = student.id"
      >
        {{ student.name.split(' ')[0] }} <b>{{ figures.get(student.id) ?? '–' }}</b>
      </button>
    </div>
    <template v-if="chosen">
      <p class="quiet" aria-live="polite">
        {{ chosen.name.split(' ')[0]
        }}<template v-if="figures.has(chosen.id)">
          has {{ figures.get(chosen.id) }}.
          <button type="button" class="link" @click="takeBack(chosen.id)">Take it back</button></template
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
  </HallSheet>
</template>

<style scoped>
.names {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 6px;
  margin-top: 8px;
}
.names button,
.pad button {
  min-height: 48px;
  font-size: 20px;
  border: 1.5px solid #a3927a;
  border-radius: 4px;
}
.names button {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 0 10px;
}
.names [aria-checked='true'] {
  color: #241808;
  background: var(--color-gilt);
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
