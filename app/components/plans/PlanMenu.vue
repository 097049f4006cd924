<script setup lang="ts">
import { cutTo } from '~~/core/kernel/sound-text'
import { toast } from '~/domain/toast'
import { savedPlanSchema, type ListedPlan } from '~~/shared/answers'

/** What can be done with a plan of the list. What classes were run by is protected: it can only be put away. */
const props = defineProps<{
  plan: ListedPlan
  /** Told as a prop: by the time something is done the list may show others, and what a row that is gone emits nobody hears. */
  onChanged: () => void
}>()
const emit = defineEmits<{ use: [] }>()
const planning = usePlanning()
const { asks, problem, busy, ask, leave, doing } = useAsking<'rename' | 'delete'>(() => props.onChanged())
const name = ref('')
const path = computed(() => `/api/plans/${props.plan.id}`)

const read = () => api(path.value, { answer: savedPlanSchema })
/** Without a dialog there is nowhere else to say what went wrong. */
async function atOnce(task: () => Promise<unknown>) {
  if (!(await doing(task))) toast.error(problem.value)
}
const copy = () =>
  atOnce(async () => {
    const { plan } = await read()
    const { date: _, ...rest } = plan
    await planning.addPlan({ ...rest, title: cutTo(`${plan.title}, a copy`, 200) })
    toast(`“${props.plan.title}” is copied.`)
  })
const rename = () =>
  doing(async () => {
    const title = name.value.trim()
    if (!title) throw new Error('The plan needs a name.')
    const { plan, version } = await read()
    await api(path.value, { method: 'PUT', body: { base: version, plan: { ...plan, title } } })
  })
const putAway = (is: boolean) =>
  atOnce(() =>
    planning.putAway(path.value, is, `“${props.plan.title}” is put away.`, () => props.onChanged()),
  )
const remove = () => doing(() => api(path.value, { method: 'DELETE', body: {} }))
function askForName() {
  name.value = props.plan.title
  ask('rename')
}
const acts = computed(() => [
  { name: 'Use it on a class…', act: () => emit('use') },
  { name: 'Copy', act: copy },
  { name: 'Rename…', act: askForName },
  props.plan.putAway
    ? { name: 'Bring back', act: () => putAway(false) }
    : { name: 'Put away', act: () => putAway(true) },
  { name: 'Delete…', act: () => ask('delete') },
])
</script>

<template>
  <DotsMenu :label="`More for ${plan.title}`" :acts="acts" />
  <AskDialog
    :open="asks === 'rename'"
    title="Rename the plan"
    yes="Rename"
    :problem="problem"
    :busy="busy"
    @yes="rename"
    @no="leave"
  >
    <input v-model="name" class="field mt-3" maxlength="200" aria-label="Name of the plan" />
  </AskDialog>
  <AskDialog
    :open="asks === 'delete'"
    :title="`Delete “${plan.title}”?`"
    says="It goes with all its versions, for good."
    yes="Delete it"
    no="Keep it"
    :problem="problem"
    :busy="busy"
    @yes="remove"
    @no="leave"
  />
</template>
