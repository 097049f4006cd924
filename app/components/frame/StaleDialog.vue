<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'
import { format } from 'date-fns'
import { layPlan } from '~~/core/plan/timeline'
import { minutes } from '~~/core/kernel/time-text'

/** Two people saved the same plan: both versions are kept, and the instructor says which one goes on. */
const store = usePlanStore()
const open = computed(() => store.theirs !== undefined)
const mine = computed(() => (store.timeline ? minutes(store.timeline.totalMs) : ''))
const theirLength = computed(() => (store.theirs ? minutes(layPlan(store.theirs.plan).totalMs) : ''))
/** Titles that only one of the two has. */
function only(a: 'mine' | 'theirs'): string {
  const own = (a === 'mine' ? store.plan : store.theirs?.plan)?.blocks ?? []
  const other = (a === 'mine' ? store.theirs?.plan : store.plan)?.blocks ?? []
  const changed = own.filter((block) => {
    const same = other.find(({ id }) => id === block.id)
    return JSON.stringify(same) !== JSON.stringify(block)
  })
  return changed.map(({ title }) => title).join(', ') || 'the same boards in another order or frame'
}
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="() => {}">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="panel w-full max-w-[620px] border-t-[5px] border-t-gilt p-6">
        <DialogTitle class="text-26">{{ store.theirs?.savedBy }} saved this plan first</DialogTitle>
        <DialogDescription class="mt-1 text-ash">
          Both versions are kept. Which one goes on? The other stays in the plan’s history.
        </DialogDescription>
        <div class="mt-4 grid grid-cols-2 gap-4">
          <section class="panel p-4">
            <h3 class="text-17">Mine</h3>
            <p>{{ store.plan?.blocks.length }} boards, {{ mine }}</p>
            <p class="text-13 mt-1 text-ash">Differs in: {{ only('mine') }}</p>
            <button type="button" class="btn btn-main mt-3" @click="store.keepMine()">Go on with mine</button>
          </section>
          <section class="panel p-4">
            <h3 class="text-17">{{ store.theirs?.savedBy }}’s</h3>
            <p>
              {{ store.theirs?.plan.blocks.length }} boards, {{ theirLength }}, saved
              {{ store.theirs ? format(store.theirs.savedAt, 'HH:mm:ss') : '' }}
            </p>
            <p class="text-13 mt-1 text-ash">Differs in: {{ only('theirs') }}</p>
            <button type="button" class="btn mt-3" @click="store.takeTheirs()">Take theirs</button>
          </section>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
