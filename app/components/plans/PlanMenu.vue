<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVerticalIcon } from '@heroicons/vue/20/solid'
import { toast } from 'vue-sonner'
import { savedPlanSchema, type ListedPlan } from '~~/shared/answers'

/** What can be done with a plan of the list. What classes were run by is protected: it can only be put away. */
const props = defineProps<{ plan: ListedPlan }>()
const emit = defineEmits<{ changed: []; use: [] }>()
const planning = usePlanning()
const asks = ref<'rename' | 'delete'>()
const name = ref('')
const problem = ref('')
const busy = ref(false)
const path = computed(() => `/api/plans/${props.plan.id}`)

async function doing(task: () => Promise<unknown>) {
  busy.value = true
  problem.value = ''
  try {
    await task()
    asks.value = undefined
    emit('changed')
  } catch (error) {
    problem.value = saidBy(error)
    if (!asks.value) toast.error(problem.value)
  } finally {
    busy.value = false
  }
}
const read = () => api(path.value, { answer: savedPlanSchema })
const copy = () =>
  doing(async () => {
    const { plan } = await read()
    const { date: _, ...rest } = plan
    await planning.addPlan({ ...rest, title: `${plan.title}, a copy`.slice(0, 200) })
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
  doing(async () => {
    const put = (to: boolean) => api(`${path.value}/put-away`, { method: 'PUT', body: { putAway: to } })
    await put(is)
    if (is)
      toast(`“${props.plan.title}” is put away.`, {
        action: { label: 'Undo', onClick: () => void doing(() => put(false)) },
      })
  })
const remove = () => doing(() => api(path.value, { method: 'DELETE', body: {} }))
function ask(what: 'rename' | 'delete') {
  problem.value = ''
  name.value = props.plan.title
  asks.value = what
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="dots" :aria-label="`More for ${plan.title}`"
      ><EllipsisVerticalIcon class="size-5"
    /></MenuButton>
    <MenuItems class="panel menu">
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="emit('use')">Use it on a class…</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="copy">Copy</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="ask('rename')">Rename…</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="putAway(!plan.putAway)">
          {{ plan.putAway ? 'Bring back' : 'Put away' }}
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="ask('delete')">Delete…</button>
      </MenuItem>
    </MenuItems>
  </Menu>
  <AskDialog
    :open="asks === 'rename'"
    title="Rename the plan"
    yes="Rename"
    :problem="problem"
    :busy="busy"
    @yes="rename"
    @no="asks = undefined"
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
    @no="asks = undefined"
  />
</template>

<style scoped>
.dots {
  display: grid;
  place-items: center;
  width: 32px;
  height: 40px;
  color: var(--color-ash);
}
.menu {
  position: absolute;
  right: 0;
  z-index: 20;
  width: 190px;
  padding: 4px 0;
  outline: none;
}
.menu button {
  display: block;
  width: 100%;
  padding: 5px 12px;
  text-align: left;
}
.menu .active {
  background: #f1e4c6;
}
</style>
