<script setup lang="ts">
import { onePlanSchema, planVersionSchema } from '~~/shared/answers'
import { z } from 'zod'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { format } from 'date-fns'
import { toast } from 'vue-sonner'
import { minutes } from '~~/core/kernel/time-text'
import type { PlanVersion } from '~~/shared/answers'

/** What the plan was before: who kept it and when, what was set aside, and the way back to any of it. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const store = usePlanStore()
const versions = shallowRef<PlanVersion[]>()
const problem = ref('')

watch(
  () => props.open,
  async (open) => {
    if (!open) return
    problem.value = ''
    try {
      await store.save()
      versions.value = await api(`/api/plans/${store.id}/versions`, { answer: z.array(planVersionSchema) })
    } catch (error) {
      problem.value = saidBy(error)
    }
  },
)

async function restore({ id, version }: PlanVersion) {
  try {
    const { plan } = await api(`/api/plans/${store.id}/versions/${id}`, { answer: onePlanSchema })
    store.change(plan)
    emit('close')
    toast(`The plan is as it was at version ${version}.`, {
      action: { label: 'Undo', onClick: () => store.undo() },
    })
  } catch (error) {
    problem.value = saidBy(error)
  }
}
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel
        class="panel flex max-h-[80vh] w-full max-w-[640px] flex-col border-t-[5px] border-t-gilt p-6"
      >
        <DialogTitle class="text-26">Versions</DialogTitle>
        <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
        <p v-else-if="!versions" class="text-ash">Looking…</p>
        <ul v-else class="mt-3 overflow-y-auto">
          <li
            v-for="row in versions"
            :key="row.id"
            class="flex items-baseline gap-3 border-b border-straw py-1.5"
          >
            <b class="w-9">{{ row.version }}</b>
            <span class="w-36 text-ash">{{ format(new Date(row.savedAt), 'd MMM, HH:mm:ss') }}</span>
            <span class="w-36 truncate">{{ row.savedBy }}</span>
            <span class="flex-1 text-ash"
              >{{ row.blocks }} boards, {{ minutes(row.totalMs)
              }}<b v-if="row.outcome === 'set aside'" class="text-brick-deep"> set aside</b></span
            >
            <span v-if="row.version === store.version && row.outcome === 'saved'" class="text-moss"
              >as it is</span
            >
            <button
              v-else
              type="button"
              class="btn"
              :aria-label="`Back to version ${row.version}`"
              @click="restore(row)"
            >
              Back to it
            </button>
          </li>
        </ul>
        <button type="button" class="btn mt-4 self-start" @click="emit('close')">Back to the frame</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
