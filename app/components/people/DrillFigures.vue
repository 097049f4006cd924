<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { XMarkIcon } from '@heroicons/vue/24/solid'
import { FIGURE_WORDS, figuresAt, MOST_FIGURE, standingAt } from '~~/core/people/results'
import { inHall } from '~~/core/people/register'
import type { Block } from '~~/core/plan/schema'
import { leadingTechnique } from '~~/core/plan/edit'

/** The one figure a board asks of each student: tap who, tap how many. The next without one is chosen by itself. */
const props = defineProps<{ block: Block; hall?: boolean }>()
const store = useClassStore()
const isOpen = ref(false)
const ask = computed(() => props.block.result ?? { figure: 'scored' as const })
const students = computed(() =>
  (store.data?.roster ?? []).filter(
    ({ id }) => inHall(store.register.get(id)) || store.register.get(id)?.state === 'home',
  ),
)
const figures = computed(() => figuresAt(store.data?.results ?? [], props.block.id))
const entered = computed(() => students.value.filter(({ id }) => figures.value.has(id)).length)
const who = ref<string>()
const chosen = computed(() => students.value.find(({ id }) => id === who.value))
/** Figures that are one tap; larger ones are typed. */
const ONE_TAP = 20
const keys = computed(() => Array.from({ length: Math.min(ask.value.of ?? ONE_TAP, 40) + 1 }, (_, n) => n))
const typed = ref('')
const problem = ref('')

function show() {
  who.value = students.value.find(({ id }) => !figures.value.has(id))?.id ?? students.value[0]?.id
  isOpen.value = true
}
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
  <button type="button" :class="hall ? 'opener' : 'btn'" @click="show">
    Figures: {{ entered }} of {{ students.length }}
  </button>
  <Dialog :open="isOpen" class="relative z-40" @close="isOpen = false">
    <div class="fixed inset-0 bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4">
      <DialogPanel class="sheet" :class="{ dark: hall }">
        <div class="top">
          <DialogTitle as="h2">
            {{ block.title }}: {{ FIGURE_WORDS[ask.figure].name
            }}<template v-if="ask.of"> of {{ ask.of }}</template>
          </DialogTitle>
          <button type="button" class="close" aria-label="Close" @click="isOpen = false">
            <XMarkIcon class="size-7" />
          </button>
        </div>
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
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.opener {
  flex: none;
  min-height: 40px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.sheet {
  max-width: 980px;
  margin: 0 auto;
  padding: 18px 22px 24px;
  color: var(--color-ink);
  background: var(--color-paper);
  border-top: 5px solid var(--color-gilt);
}
.dark {
  color: var(--color-hall-text);
  background: var(--color-hall);
}
.top {
  display: flex;
  align-items: center;
  gap: 12px;
}
.top h2 {
  flex: 1;
  font-size: 26px;
  line-height: 32px;
}
.dark h2 {
  color: #fff;
}
.close {
  display: grid;
  place-items: center;
  width: 48px;
  height: 48px;
}
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
