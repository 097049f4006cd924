<script setup lang="ts">
import { isComposed, type Dose } from '~~/core/plan/doses'
import { readBoardLine, writeBoardLine, type BoardWays } from '~~/core/plan/doses/shorthand-board'

/** The whole dose in one line, to be typed or pasted. Enter takes it; what is wrong is told, with the caret at its place. */
const props = defineProps<{
  dose: Dose
  inLadder: boolean
  /** How the board goes, where the dose is a board's. */
  ways?: BoardWays | undefined
}>()
const emit = defineEmits<{ change: [dose: Dose, ways: BoardWays] }>()
const id = useId()
const field = useTemplateRef<HTMLInputElement>('field')
const written = () => writeBoardLine(props.dose, props.ways)
const typed = ref(written())
const wrong = ref('')
watch(written, (line) => {
  typed.value = line
  wrong.value = ''
})

function take() {
  const read = readBoardLine(typed.value)
  if (!read.ok) return tell(read.fault.at, read.fault.message)
  const { dose, ways } = read
  if (props.inLadder && isComposed(dose.kind))
    return tell(0, 'a stage holds any dose but a ladder or a routine')
  if (!props.ways && (ways.firstSide || ways.start))
    return tell(0, 'only a board has a first side and a word to begin')
  wrong.value = ''
  // Leaving the field without a change is none: a form keeps the ids of its sections.
  if (typed.value.trim() !== written()) emit('change', dose, ways)
}
function tell(at: number, message: string) {
  wrong.value = `Character ${at + 1}: ${message}.`
  field.value?.setSelectionRange(at, typed.value.length)
}
/** Escape puts back what stood here; with nothing to put back it leaves the field. */
function leave(event: KeyboardEvent) {
  const stood = written()
  if (typed.value === stood && !wrong.value) return
  event.stopPropagation()
  typed.value = stood
  wrong.value = ''
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
      @keydown.enter.prevent="take"
      @keydown.esc="leave"
      @change="take"
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
