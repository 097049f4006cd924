<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVerticalIcon } from '@heroicons/vue/20/solid'
import { toast } from 'vue-sonner'
import type { ClassSummary } from '~~/shared/answers'
import type { WantedTimes } from '~/composables/usePlanning'
import { longDay } from '~/domain/days'

/** What can be done with a class of the list. What was recorded of one stands: it can only be put away. */
const props = defineProps<{ held: ClassSummary; today: string }>()
const emit = defineEmits<{ changed: [] }>()
const planning = usePlanning()
const asks = ref<'move' | 'again' | 'delete'>()
const times = ref<WantedTimes>({ day: '', startTime: '', lengthMin: 60 })
const problem = ref('')
const isBeside = ref(false)
const busy = ref(false)
const path = computed(() => `/api/classes/${props.held.id}`)
const isPlanned = computed(() => props.held.state === 'planned')

async function doing(task: () => Promise<unknown>) {
  busy.value = true
  problem.value = ''
  try {
    await task()
    asks.value = undefined
    emit('changed')
  } catch (error) {
    problem.value = saidBy(error)
    isBeside.value = error instanceof ApiProblem && error.code === 'at-that-time'
    if (!asks.value) toast.error(problem.value)
  } finally {
    busy.value = false
  }
}
/** Asked a second time, it is meant to be beside the other class. */
const settle = () =>
  doing(async () => {
    if (!times.value.day || !times.value.startTime) throw new Error('Say the day and the first bow.')
    const beside = isBeside.value
    if (asks.value === 'move') await api(path.value, { method: 'PUT', body: { ...times.value, beside } })
    else {
      await planning.addClass({ planId: props.held.planId }, times.value, beside)
      toast(`“${props.held.title}” is planned again for ${longDay(times.value.day)}.`)
    }
  })
const putAway = (is: boolean) =>
  doing(async () => {
    const put = (to: boolean) => api(`${path.value}/put-away`, { method: 'PUT', body: { putAway: to } })
    await put(is)
    if (is)
      toast('The class is put away; what was recorded of it stands.', {
        action: { label: 'Undo', onClick: () => void doing(() => put(false)) },
      })
  })
const remove = () => doing(() => api(path.value, { method: 'DELETE', body: {} }))
function ask(what: 'move' | 'again' | 'delete') {
  const { day, startTime, lengthMin } = props.held
  problem.value = ''
  isBeside.value = false
  times.value = { day: what === 'again' ? '' : day, startTime, lengthMin }
  asks.value = what
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="dots" :aria-label="`More for ${held.title} of ${held.day}`"
      ><EllipsisVerticalIcon class="size-5"
    /></MenuButton>
    <MenuItems class="panel menu">
      <MenuItem v-if="isPlanned" v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="ask('move')">Move it…</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="ask('again')">Plan it again…</button>
      </MenuItem>
      <MenuItem v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="putAway(!held.putAway)">
          {{ held.putAway ? 'Bring back' : 'Put away' }}
        </button>
      </MenuItem>
      <MenuItem v-if="isPlanned" v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="ask('delete')">Delete…</button>
      </MenuItem>
    </MenuItems>
  </Menu>
  <AskDialog
    :open="asks === 'move' || asks === 'again'"
    :title="asks === 'move' ? 'Move the class' : 'Plan the class again'"
    :says="asks === 'move' ? 'Its plan says the same time from then on.' : 'With a copy of its plan.'"
    :yes="isBeside ? 'Yes, beside it' : asks === 'move' ? 'Move it' : 'Make the class'"
    :problem="problem"
    :busy="busy"
    @yes="settle"
    @no="asks = undefined"
  >
    <TimesFields v-model="times" class="mt-4" :from="today" @update:model-value="isBeside = false" />
  </AskDialog>
  <AskDialog
    :open="asks === 'delete'"
    :title="`Delete the class of ${longDay(held.day)}?`"
    says="Its plan stays in the list of plans."
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
  height: 28px;
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
