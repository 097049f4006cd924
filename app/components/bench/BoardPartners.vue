<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { asksOf } from '~~/core/partners/for-board'
import type { Block, Plan } from '~~/core/plan/schema'

/** On Compose: the partners of a board that is worked in twos, in the class that uses this plan. */
const props = defineProps<{ block: Block; plan: Plan }>()
const plans = usePlanStore()
const library = useLibraryStore()
const classes = useClassStore()
const isForTwo = computed(() => asksOf(props.plan, props.block, (id) => library.items.get(id)) !== undefined)
const isOpen = ref(false)
const problem = ref('')
/** The class is paired by its plan as it is kept, so what is on the frame is kept first. */
async function open() {
  const { held } = plans
  problem.value = ''
  if (!held) return
  try {
    await plans.leave()
    await classes.open(held.id)
    isOpen.value = true
  } catch (error) {
    problem.value = saidBy(error)
  }
}
</script>

<template>
  <p v-if="isForTwo" class="mt-1 flex flex-wrap items-center gap-x-3">
    <button v-if="plans.held" type="button" class="btn" @click="open">Partners…</button>
    <NuxtLink v-if="plans.held" :to="`/print/partners/${plans.held.id}`" target="_blank" class="link text-13"
      >all pairs on paper</NuxtLink
    >
    <span v-else class="text-13 text-ash">Partners are made once a class has this plan.</span>
    <span v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</span>
  </p>
  <Dialog :open="isOpen" class="relative z-40" @close="isOpen = false">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4">
      <DialogPanel class="mx-auto max-w-[440px]">
        <DialogTitle class="sr-only">Partners for {{ block.title }}</DialogTitle>
        <PartnersPanel :board="block.id" @close="isOpen = false" />
      </DialogPanel>
    </div>
  </Dialog>
</template>
