<script setup lang="ts">
import { format } from 'date-fns'
import { minutes } from '~~/core/plan/time-text'

useHead({ title: 'Plans · Golden Lintel' })
interface ListedPlan {
  id: string
  title: string
  totalMs: number
  spareMs: number
  blocks: number
  savedAt: string
}
const plans = shallowRef<ListedPlan[]>()
const problem = ref('')
const newPlan = useNewPlan()
const library = useLibraryStore()

async function load() {
  try {
    const [students] = await Promise.all([api<{ groupId: string }[]>('/api/students'), library.load()])
    headcounts.value = Object.fromEntries(
      library.groups.map(({ id }) => [id, students.filter(({ groupId }) => groupId === id).length]),
    )
    plans.value = await api<ListedPlan[]>('/api/plans')
  } catch (error) {
    problem.value = saidBy(error)
  }
}
const headcounts = ref<Record<string, number>>({})
onMounted(load)

async function blank() {
  await navigateTo(`/compose/${await newPlan(headcounts.value)}`)
}
</script>

<template>
  <div class="mx-auto max-w-[860px] px-6 py-8">
    <div class="flex items-baseline gap-4 border-b-2 border-umber pb-2">
      <h1 class="text-34">Plans</h1>
      <span class="text-ash">the latest first</span>
      <button type="button" class="btn btn-main ml-auto" @click="blank">Start blank</button>
    </div>
    <p v-if="problem" role="alert" class="py-6 text-brick-deep">{{ problem }}</p>
    <p v-else-if="!plans" class="py-6 text-ash">Looking…</p>
    <p v-else-if="plans.length === 0" class="py-6 text-ash">
      No plan yet. Start blank: two posts and an empty floor.
    </p>
    <ul v-else>
      <li v-for="plan in plans" :key="plan.id" class="border-b border-straw">
        <NuxtLink :to="`/compose/${plan.id}`" class="flex items-baseline gap-4 px-2 py-3 hover:bg-paper">
          <span class="text-17 font-serif font-semibold text-umber">{{ plan.title }}</span>
          <span class="text-ash">{{ plan.blocks }} boards, {{ minutes(plan.totalMs) }}</span>
          <span v-if="plan.spareMs < 0" class="font-semibold text-brick-deep"
            >{{ minutes(-plan.spareMs) }} over</span
          >
          <span class="text-13 ml-auto text-ash"
            >kept {{ format(new Date(plan.savedAt), 'd MMM, HH:mm') }}</span
          >
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>
