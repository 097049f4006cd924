<script setup lang="ts">
import { DOSE_NAMES, isComposed, type Dose, type DoseName } from '~~/core/plan/doses'
import { readFigures } from '~~/core/plan/lines/figures'
import type { Read } from '~~/core/plan/lines/read'
import type { BoardWays } from '~~/core/plan/doses/shorthand-board'
import { withFields } from '~/domain/with-fields'
import { DOSE_FIELDS, DOSE_TITLES, withKind, type DoseField } from '~/domain/dose-fields'

/** The dose of a board, a track or a stage: its kind, its figures, and what is particular to it. */
const props = withDefaults(
  defineProps<{
    dose: Dose
    inLadder?: boolean
    idPrefix?: string
    worked?: boolean
    ways?: BoardWays
    of?: string
    /** Whether the line in short may name the item. */
    takesItem?: boolean
    /** What a group does by itself after its turn, where it has a turn; null where it does nothing. */
    then?: Dose | null | undefined
    /** What is worked, where it is known: a form's moves are taken from it. */
    item?: string
  }>(),
  {
    inLadder: false,
    worked: false,
    ways: undefined,
    of: undefined,
    item: undefined,
    then: undefined,
    idPrefix: 'dose',
  },
)
const emit = defineEmits<{
  change: [dose: Dose, touch: string, ways?: BoardWays, item?: string, then?: Dose | null]
}>()

const kinds = computed(() => DOSE_NAMES.filter((kind) => !(props.inLadder && isComposed(kind))))
const figures = computed(() => props.dose as unknown as Record<string, number | undefined>)
const matters: Record<string, () => boolean> = {
  switchSec: () => figures.value.sides === 2,
  // Who trade within a set do not swap.
  swapSec: () => figures.value.roles === 2 && exchange.value === undefined,
  restSec: () => (figures.value.sets ?? figures.value.rounds ?? 1) > 1,
  lapRestSec: () => (figures.value.laps ?? 1) > 1,
}
const fields = computed(() => DOSE_FIELDS[props.dose.kind].filter(({ key }) => matters[key]?.() ?? true))
const valueOf = (field: DoseField) =>
  figures.value[field.key] ?? field.otherwise?.(props.dose as unknown as Record<string, unknown>) ?? 0

function set(key: string, value: unknown) {
  emit('change', withFields(props.dose as object, { [key]: value }) as Dose, `${props.idPrefix}.${key}`)
}
const hasSides = computed(() => 'sides' in props.dose)
const hasRoles = computed(() => 'roles' in props.dose)
/** Which sides are worked: both, one that is named, or one that nobody names. */
const sidesWorked = [
  { value: 'both', name: 'Both' },
  { value: 'R', name: 'Right' },
  { value: 'L', name: 'Left' },
  { value: 'none', name: 'None' },
]
const worksSides = computed(() => {
  const { sides, side } = props.dose as { sides?: number; side?: string }
  return sides === 2 ? 'both' : (side ?? 'none')
})
function setSides(value: unknown) {
  const side = value === 'R' || value === 'L' ? value : undefined
  const values = { sides: value === 'both' ? 2 : 1, side }
  emit('change', withFields(props.dose as object, values) as Dose, `${props.idPrefix}.sides`)
}
function setAlternate(alternate: unknown) {
  const values = alternate ? { alternate, side: undefined } : { alternate }
  emit('change', withFields(props.dose as object, values) as Dose, `${props.idPrefix}.alternate`)
}
/** Alone, one role after the other, or trading within the set, which only a count has. */
const waysOfTwo = computed(() => [
  { value: 'turn', name: 'In turn' },
  ...(props.dose.kind === 'count' ? [{ value: 'about', name: 'Turn about' }] : []),
  { value: 'alone', name: 'Alone' },
])
const exchange = computed(() => (props.dose.kind === 'count' ? props.dose.exchange : undefined))
const roleWay = computed(() =>
  figures.value.roles !== 2 ? 'alone' : exchange.value === undefined ? 'turn' : 'about',
)
function setRoles(way: string) {
  const values = { roles: way === 'alone' ? 1 : 2, exchange: way === 'about' ? 1 : undefined }
  const known = props.dose.kind === 'count' ? values : { roles: values.roles }
  emit('change', withFields(props.dose as object, known) as Dose, `${props.idPrefix}.roles`)
}
/** What goes by the instructor's word in this kind of dose, as it is asked for. */
const BY: Partial<Record<DoseName, string>> = {
  count: 'Count goes',
  own: 'Each ends',
  rounds: 'Each ends',
  hold: 'Each ends',
  form: 'Moves come',
}
const goesBy = computed(() => ('by' in props.dose ? (props.dose.by ?? 'clock') : 'clock'))
function take<T>(read: Read<T[]>, key: string): string | undefined {
  if (!read.ok) return read.message
  set(key, read.value.length ? read.value : undefined)
  return undefined
}
const takeMarks = (line: string) =>
  take(readFigures(line, { least: 1, most: 3599, many: 20, what: 'second' }), 'marks')
/** Rounds that are not said go on at the last version that is. */
function takeLayers(line: string): string | undefined {
  if (props.dose.kind !== 'rounds') return undefined
  const { rounds } = props.dose
  const read = readFigures(line, { least: 1, most: 99, many: rounds, what: 'version' })
  if (!read.ok || read.value.length === 0) return take(read, 'roundLayers')
  const last = read.value.at(-1) ?? 1
  set(
    'roundLayers',
    Array.from({ length: rounds }, (_, r) => read.value[r] ?? last),
  )
  return undefined
}
function takeFinish(text: string): undefined {
  set('finish', text || undefined)
}
const marks = computed(() => ('marks' in props.dose ? props.dose.marks : undefined))
const mayMark = computed(
  () =>
    ['rounds', 'hold'].includes(props.dose.kind) || ('active' in props.dose && props.dose.active === true),
)
const finish = computed(() => ('finish' in props.dose ? props.dose.finish : undefined))
const opens = reactive({ marks: false, layers: false, finish: false })
const offers = computed(() => {
  const { dose } = props
  const isCounted = dose.kind === 'count' || dose.kind === 'own'
  const mayRise = dose.kind === 'rounds' && props.worked && !dose.roundLayers
  return [
    { key: 'marks' as const, name: 'Marks called', isOffered: mayMark.value && !marks.value && !opens.marks },
    { key: 'layers' as const, name: 'Rounds at rising versions', isOffered: mayRise && !opens.layers },
    {
      key: 'finish' as const,
      name: 'How a set is finished',
      isOffered: isCounted && !finish.value && !opens.finish,
    },
  ]
})
const changesSides = computed(() => figures.value.sides === 2 && exchange.value === undefined)
const sidesBy = computed(() => ('sidesBy' in props.dose ? (props.dose.sidesBy ?? 'turn') : 'turn'))
</script>

<template>
  <div>
    <ShorthandField
      :dose="dose"
      :in-ladder="inLadder"
      :ways="ways"
      :takes-item="takesItem"
      :then="then"
      @change="(next, said, item, after) => emit('change', next, `${idPrefix}.short`, said, item, after)"
    />
    <div class="grid grid-cols-[84px_1fr] items-center gap-x-1">
      <label :for="`${idPrefix}-kind`">Dose</label>
      <select
        :id="`${idPrefix}-kind`"
        class="field max-w-[152px]"
        :value="dose.kind"
        @change="
          emit(
            'change',
            withKind(dose, ($event.target as HTMLSelectElement).value as DoseName),
            `${idPrefix}.kind`,
          )
        "
      >
        <option v-for="kind in kinds" :key="kind" :value="kind">{{ DOSE_TITLES[kind] }}</option>
      </select>
    </div>
    <Stepper
      v-for="field in fields"
      :key="field.key"
      :label="field.label"
      :model-value="valueOf(field)"
      :min="field.min"
      :max="field.max"
      :step="field.step"
      :unit="field.unit"
      :keys="inLadder ? undefined : field.keys"
      @update:model-value="set(field.key, $event)"
    />
    <Choice
      v-if="hasSides && !((dose.kind === 'count' || dose.kind === 'own') && dose.alternate)"
      label="Sides"
      :model-value="worksSides"
      :options="sidesWorked"
      @update:model-value="setSides"
    />
    <Choice
      v-if="hasSides && changesSides"
      label="Change"
      :model-value="sidesBy"
      :options="[
        { value: 'turn', name: 'At half' },
        { value: 'set', name: dose.kind === 'rounds' ? 'Every round' : 'Every set' },
      ]"
      @update:model-value="set('sidesBy', $event === 'set' ? 'set' : undefined)"
    />
    <Choice
      v-if="hasRoles"
      label="Roles"
      :model-value="roleWay"
      :options="waysOfTwo"
      @update:model-value="setRoles"
    />
    <Stepper
      v-if="exchange !== undefined"
      label="Trade every"
      :model-value="exchange"
      :min="1"
      :max="99"
      :step="1"
      unit="reps"
      @update:model-value="set('exchange', $event)"
    />
    <Choice
      v-if="(dose.kind === 'count' || dose.kind === 'own') && dose.sides === 1"
      label="Reps go"
      :model-value="dose.alternate"
      :options="[
        { value: false, name: 'On one side' },
        { value: true, name: 'Side to side' },
      ]"
      @update:model-value="setAlternate"
    />
    <Choice
      v-if="BY[dose.kind]"
      :label="BY[dose.kind] ?? ''"
      :model-value="goesBy"
      :options="[
        { value: 'clock', name: dose.kind === 'count' ? 'By itself' : 'By the clock' },
        { value: 'word', name: 'My word' },
      ]"
      @update:model-value="set('by', $event === 'word' ? 'word' : undefined)"
    />
    <Choice
      v-if="dose.kind === 'fixed'"
      label="Counts as"
      :model-value="dose.active ?? 'unsaid'"
      :options="[
        { value: true, name: 'Work' },
        { value: false, name: 'Talk' },
        ...(dose.active === undefined ? [{ value: 'unsaid' as const, name: 'By phase' }] : []),
      ]"
      @update:model-value="set('active', $event === 'unsaid' ? undefined : $event)"
    />
    <OptionalFigure
      v-if="dose.kind === 'rounds'"
      label="Count reps at"
      note="a rep every so many seconds, estimated"
      :model-value="dose.tempoSec"
      :start="4"
      :min="0.1"
      @update:model-value="set('tempoSec', $event)"
    />
    <OptionalFigure
      v-if="dose.kind === 'own'"
      label="At most"
      note="the slowest are stopped then"
      :model-value="dose.capSec"
      :start="120"
      :min="1"
      @update:model-value="set('capSec', $event)"
    />
    <TypedLine
      v-if="marks || opens.marks"
      label="Called, seconds before the end"
      :written="(marks ?? []).join(', ')"
      :take="takeMarks"
      placeholder="30, 10, 5"
    />
    <TypedLine
      v-if="dose.kind === 'rounds' && (dose.roundLayers || opens.layers)"
      label="Version of each round"
      :written="(dose.roundLayers ?? []).join(', ')"
      :take="takeLayers"
      placeholder="1, 1, 2"
    />
    <TypedLine
      v-if="(dose.kind === 'count' || dose.kind === 'own') && (finish || opens.finish)"
      label="A set is finished by"
      :written="finish ?? ''"
      :take="takeFinish"
      placeholder="back to the line, hands down"
    />
    <OpensMore :offers="offers" @open="(key) => (opens[key] = true)" />
    <FormFields
      v-if="dose.kind === 'form'"
      :dose="dose"
      :item="item"
      @change="emit('change', $event, `${idPrefix}.form`)"
    />
    <StageFields
      v-if="dose.kind === 'ladder'"
      :stages="dose.stages"
      :worked="worked"
      @change="(stages, touch) => emit('change', { ...dose, stages } as Dose, `${idPrefix}.${touch}`)"
    />
    <LazyRoutineFields
      v-if="dose.kind === 'routine'"
      :key="of"
      :entries="dose.entries"
      @change="(entries, touch) => emit('change', { ...dose, entries } as Dose, `${idPrefix}.${touch}`)"
    />
  </div>
</template>
