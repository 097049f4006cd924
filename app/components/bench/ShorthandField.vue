<script setup lang="ts">
import { capital } from '~~/core/kernel/said-fields'
import { readSaidLine } from '~~/core/curriculum/said-line'
import { isComposed, shortDose, type Dose } from '~~/core/plan/doses'
import { keepUnsaid } from '~~/core/plan/doses/unsaid'
import { writeShorthand } from '~~/core/plan/doses/shorthand'
import {
  readBoardLine,
  takeThen,
  takeWays,
  writeBoardLine,
  type BoardWays,
} from '~~/core/plan/doses/shorthand-board'

/**
 * The whole dose in one line, to be typed or pasted, by the book or as it is said, with the item where the line may name one. How it is read
 * stands under it while it is typed. Enter takes it; what is wrong is told, with the caret at its place.
 */
const props = defineProps<{
  dose: Dose
  inLadder: boolean
  /** How the board goes, where the dose is a board's. */
  ways?: BoardWays | undefined
  /** Whether the line may name what is worked. */
  takesItem?: boolean
  /** What a group does by itself after its turn, where it has a turn; null where it does nothing. */
  then?: Dose | null | undefined
}>()
const emit = defineEmits<{ change: [dose: Dose, ways: BoardWays, item?: string, then?: Dose | null] }>()
const library = useLibraryStore()
const id = useId()
const field = useTemplateRef<HTMLInputElement>('field')
const written = () =>
  [
    writeBoardLine(props.dose, props.ways),
    ...(props.then ? [`then ${writeShorthand(props.then)}`] : []),
  ].join(' ')
const { typed, wrong, taken, leave } = useTypedLine(written, take)

const LACKING = /^(?:rest|off|setup|swap|switch|cap|tempo|holds?|sets?|rounds?|reps?)$/i
/** By the book, or else as it is said. */
function read(line: string) {
  const strict = readBoardLine(line)
  if (strict.ok) return { ...strict, name: '', isKnown: true, unread: [], item: undefined }
  const { rest, ways } = takeWays(line)
  const { dose, name, item, unread } = readSaidLine(rest, library.itemCalled)
  // Without figures, or with a word of the dose that lacks its own, what is wrong is told as by the book.
  if (!dose || LACKING.test(name)) return strict
  return { ok: true as const, dose, ways, name, isKnown: item !== undefined || !name, unread, item }
}
const reading = computed(() => {
  if (typed.value.trim() === written() || !typed.value.trim()) return undefined
  const said = read((props.then === undefined ? undefined : takeThen(typed.value))?.turn ?? typed.value)
  return said.ok ? said : undefined
})
function pick(name: string) {
  if (reading.value) typed.value = typed.value.replace(reading.value.name, name)
  field.value?.focus()
}
function take(): string | undefined {
  const two = props.then === undefined ? undefined : takeThen(typed.value)
  const said = read(two?.turn ?? typed.value)
  if (!said.ok) return told(said.fault.at, said.fault.message)
  const { dose, ways, unread, name, item } = said
  const [first] = unread
  if (first) return told(first.from, `“${first.text}” is not understood`)
  if (name && !props.takesItem) return told(typed.value.indexOf(name), 'only a dose is said here')
  if (name && !item) return told(typed.value.indexOf(name), `no item is called “${name}”`)
  if (props.inLadder && isComposed(dose.kind))
    return told(0, 'a stage holds any dose but a ladder or a routine')
  if (!props.ways && (ways.firstSide || ways.start))
    return told(0, 'only a board has a first side and a word to begin')
  emit('change', keepUnsaid(props.dose, dose), ways, item?.id, two ? two.then : props.then ? null : undefined)
}
/** What is wrong, with the caret at its place. */
function told(at: number, message: string): string {
  field.value?.setSelectionRange(at, typed.value.length)
  return `${capital(message)}${message.includes('how many') ? ', as in 2x10 or 4 rounds 2:00' : ''}.`
}
</script>

<template>
  <div class="mt-1">
    <label :for="id" class="text-13 text-ash">In short</label>
    <input
      :id="id"
      ref="field"
      v-model="typed"
      class="field short"
      :title="typed"
      spellcheck="false"
      autocomplete="off"
      :aria-invalid="wrong !== '' || undefined"
      :aria-describedby="wrong ? `${id}-wrong` : undefined"
      @keydown.enter.prevent="taken"
      @keydown.esc="leave"
      @change="taken"
    />
    <SaidReading
      v-if="reading"
      :says="shortDose(reading.dose)"
      :name="reading.item?.name ?? reading.name"
      :is-known="reading.isKnown"
      :unread="reading.unread.map(({ text }) => text)"
      @pick="pick"
    />
    <p v-if="wrong" :id="`${id}-wrong`" class="text-13 text-brick-deep" role="alert">
      {{ wrong }}
    </p>
  </div>
</template>

<style scoped>
.short {
  height: 26px;
  padding: 0 6px;
  font-size: 13px;
}
</style>
