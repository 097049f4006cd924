<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'
import { z } from 'zod'
import { toast } from '~/domain/toast'
import { nextClassDay, usualTimes, type ClassTimes } from '~~/core/curriculum/class-days'
import { classSummarySchema, type ClassSummary } from '~~/shared/answers'
import { longDay } from '~/domain/days'
import { dayOf } from '~/domain/wall-time'

/** Puts a plan on a class: one that is to come, or a new one. It is said what is put in the place of what, and it can be undone. */
const props = defineProps<{
  plan: { id: string; title: string }
  why?: string
  /** Told as a prop: it is undone when the dialog is gone, and what it emits then nobody hears. */
  onUsed: (held: { classId: string; planId: string }) => void
}>()
const emit = defineEmits<{ close: [] }>()
const library = useLibraryStore()
const planning = usePlanning()
const coming = shallowRef<ClassSummary[]>()
const { problem, isBeside, busy, doing } = useAsking(() => emit('close'))
const unread = ref('')
const today = ref('')
const times = ref<ClassTimes>({ day: '', startTime: '18:30', lengthMin: 60 })

onMounted(async () => {
  try {
    const [{ settings, club }, classes] = await Promise.all([
      library.load(),
      api('/api/classes', { answer: z.array(classSummarySchema) }),
    ])
    today.value = dayOf(Date.now(), club.zone)
    coming.value = classes
      .filter(({ state, day, putAway }) => state === 'planned' && !putAway && day >= today.value)
      .sort((a, b) => a.startsAt - b.startsAt)
    const day = nextClassDay(settings, today.value)
    times.value = { day, ...usualTimes(settings, day, takenOn(day)) }
  } catch (error) {
    unread.value = saidBy(error)
  }
})
const takenOn = (day: string) =>
  (coming.value ?? []).filter((held) => held.day === day).map(({ startTime }) => startTime)

const putOn = (held: ClassSummary) =>
  doing(async () => {
    const says = `“${props.plan.title}” is the plan of ${longDay(held.day)}, ${held.startTime}, instead of “${held.title}”.`
    const { planId } = await planning.putOn(props.plan.id, held, says, () =>
      props.onUsed({ classId: held.id, planId: props.plan.id }),
    )
    props.onUsed({ classId: held.id, planId })
  })
const add = (beside: boolean) =>
  doing(async () => {
    const { day, startTime } = times.value
    if (!day || !startTime) throw new Error('Say the day and the first bow of the class.')
    const made = await planning.addClass({ planId: props.plan.id }, times.value, beside)
    toast(`“${props.plan.title}” is the plan of ${longDay(day)}, ${startTime}.`)
    props.onUsed({ classId: made.id, planId: made.planId })
  })
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4">
      <DialogPanel class="panel w-full max-w-[560px] border-t-[5px] border-t-gilt p-6">
        <DialogTitle class="text-26">Use this plan on a class</DialogTitle>
        <DialogDescription class="mt-1 text-ash">
          {{
            why ?? `“${plan.title}” takes the day, the first bow and the length of the class it is put on.`
          }}
        </DialogDescription>
        <p v-if="problem || unread" role="alert" class="mt-3 text-brick-deep">
          {{ problem || unread }}
          <button v-if="isBeside" type="button" class="btn" :disabled="busy" @click="add(true)">
            Add it as a second class
          </button>
        </p>
        <p v-if="!coming && !unread" class="mt-3 text-ash">Looking…</p>
        <template v-else-if="coming">
          <ul v-if="coming.length" class="mt-4 max-h-[38vh] overflow-y-auto">
            <li v-for="held in coming" :key="held.id">
              <button
                type="button"
                class="held"
                :disabled="busy || held.planId === plan.id"
                @click="putOn(held)"
              >
                <b>{{ longDay(held.day) }}, {{ held.startTime }}</b>
                <span v-if="held.planId === plan.id">uses this plan already</span>
                <span v-else>{{ held.lengthMin }} min, in the place of “{{ held.title }}”</span>
              </button>
            </li>
          </ul>
          <h3 class="text-17 mt-5 mb-2">Or a new class</h3>
          <form @submit.prevent="add(false)">
            <TimesFields v-model="times" :from="today" :taken="takenOn" />
            <button type="submit" class="btn btn-main mt-4" :disabled="busy">Make the class</button>
            <button type="button" class="btn mt-4 ml-2" @click="emit('close')">Cancel</button>
          </form>
        </template>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.held {
  display: flex;
  width: 100%;
  gap: 12px;
  align-items: baseline;
  padding: 8px 10px;
  text-align: left;
  border-bottom: 1px solid var(--color-straw);
}
.held:hover:not(:disabled) {
  background: #fff6df;
}
.held b {
  flex: none;
  font: 640 17px/22px var(--font-serif);
  color: var(--color-umber);
}
.held span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--color-ash);
}
</style>
