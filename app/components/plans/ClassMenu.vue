<script setup lang="ts">
import { toast } from '~/domain/toast'
import { movedSchema, type ClassSummary } from '~~/shared/answers'
import { counted } from '~~/core/kernel/time-text'
import type { ClassTimes } from '~~/core/curriculum/class-days'
import { longDay } from '~/domain/days'

/** What can be done with a class of the list. What was recorded of one stands: it can only be put away. */
const props = defineProps<{
  held: ClassSummary
  today: string
  /** Told as a prop: what a row that is gone by then emits nobody hears. */
  onChanged: () => void
}>()
const planning = usePlanning()
const { asks, problem, isBeside, busy, ask, leave, doing } = useAsking<
  'move' | 'again' | 'delete' | 'chapters'
>(() => props.onChanged())
const times = ref<ClassTimes>({ day: '', startTime: '', lengthMin: 60 })
/** What becomes of who was marked already, where the class goes to another day. */
const register = ref<'along' | 'anew'>('along')
const isAsked = computed(
  () => asks.value === 'move' && props.held.registered > 0 && times.value.day !== props.held.day,
)
const path = computed(() => `/api/classes/${props.held.id}`)

const settle = () =>
  doing(async () => {
    if (!times.value.day || !times.value.startTime) throw new Error('Say the day and the first bow.')
    const beside = isBeside.value
    if (asks.value === 'move') {
      const body = { ...times.value, beside, register: register.value }
      const moved = await api(path.value, { answer: movedSchema, method: 'PUT', body })
      const to = `The class is moved to ${longDay(times.value.day)}, ${times.value.startTime}`
      const said = { along: 'its register moves along', anew: 'its register is begun anew' }[register.value]
      toast(moved.registered ? `${to}; ${said}.` : `${to}.`)
    } else {
      await planning.addClass({ planId: props.held.planId }, times.value, beside)
      toast(`“${props.held.title}” is planned again for ${longDay(times.value.day)}.`)
    }
  })
async function putAway(is: boolean) {
  const says = 'The class is put away; what was recorded of it stands.'
  if (!(await doing(() => planning.putAway(path.value, is, says, () => props.onChanged()))))
    toast.error(problem.value)
}
const remove = () => doing(() => api(path.value, { method: 'DELETE', body: {} }))
function askWhen(what: 'move' | 'again') {
  const { day, startTime, lengthMin } = props.held
  times.value = { day: what === 'again' ? '' : day, startTime, lengthMin }
  register.value = 'along'
  ask(what)
}
const acts = computed(() => {
  const isPlanned = props.held.state === 'planned'
  return [
    ...(isPlanned ? [{ name: 'Move it…', act: () => askWhen('move') }] : []),
    { name: 'Plan it again…', act: () => askWhen('again') },
    ...(props.held.state === 'planned'
      ? []
      : [{ name: 'Chapters for a recording…', act: () => ask('chapters') }]),
    props.held.putAway
      ? { name: 'Bring back', act: () => putAway(false) }
      : { name: 'Put away', act: () => putAway(true) },
    ...(isPlanned ? [{ name: 'Delete…', act: () => ask('delete') }] : []),
  ]
})
</script>

<template>
  <DotsMenu :label="`More for ${held.title} of ${held.day}`" :acts="acts" />
  <AskDialog
    :open="asks === 'move' || asks === 'again'"
    :title="asks === 'move' ? 'Move the class' : 'Plan the class again'"
    :says="asks === 'move' ? 'Its plan says the same time from then on.' : 'With a copy of its plan.'"
    :yes="isBeside ? 'Add it as a second class' : asks === 'move' ? 'Move it' : 'Make the class'"
    :problem="problem"
    :busy="busy"
    @yes="settle"
    @no="leave"
  >
    <TimesFields v-model="times" class="mt-4" :from="today" @update:model-value="isBeside = false" />
    <fieldset v-if="isAsked" class="mt-3">
      <legend>
        {{ counted(held.registered, 'student') }} stand{{ held.registered === 1 ? 's' : '' }} on its register:
      </legend>
      <label class="answer"
        ><input v-model="register" type="radio" value="along" /> the register moves along</label
      >
      <label class="answer"><input v-model="register" type="radio" value="anew" /> it is begun anew</label>
    </fieldset>
  </AskDialog>
  <LazyChaptersDialog v-if="asks === 'chapters'" :held="held" @leave="leave" />
  <AskDialog
    :open="asks === 'delete'"
    :title="`Delete the class of ${longDay(held.day)}?`"
    says="Its plan stays in the list of plans."
    yes="Delete it"
    no="Keep it"
    :problem="problem"
    :busy="busy"
    @yes="remove"
    @no="leave"
  />
</template>

<style scoped>
.answer {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 36px;
}
</style>
