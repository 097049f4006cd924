<script setup lang="ts">
import { checkPlan, isGrave } from '~~/core/checks'
import { whoIsHere, withCounts } from '~~/core/people/who-is-here'
import { counted } from '~~/core/kernel/time-text'

/** What who is here means for the class: which groups are odd or empty, and what the checks say now that they did not say of the plan. */
const store = useClassStore()
const facts = useFactsStore()
onMounted(() => void facts.load())
const here = computed(() => {
  const { plan, data } = store
  if (!plan || !data) return undefined
  const students = data.roster.map(({ id, groupId, rankId }) => ({ id, group: groupId, rank: rankId }))
  return whoIsHere(plan.groups, store.register, students, data.state !== 'planned')
})
const groups = computed(() =>
  (store.plan?.groups ?? []).map(({ id, name }) => ({ name, count: here.value?.counts.get(id) ?? 0 })),
)
const odd = computed(() => groups.value.filter(({ count }) => count % 2 === 1))
const empty = computed(() => groups.value.filter(({ count }) => count === 0))
/** The sentences of what has to be mended; reckoned once the taps have rested. */
const fresh = shallowRef<string[]>([])
watchDebounced(
  [here, () => facts.club],
  () => {
    const { plan, timeline } = store
    const { value: now } = here
    if (!plan || !timeline || !now || facts.students.length === 0) return void (fresh.value = [])
    const students = facts.students.filter(({ id }) => id !== undefined && now.ids.has(id))
    const says = (of: typeof plan, club: typeof facts.club) =>
      checkPlan(of, timeline, club)
        .findings.filter(isGrave)
        .map((finding) => finding.says)
    const before = new Set(says(plan, facts.club))
    fresh.value = says(withCounts(plan, now.counts), { ...facts.club, students }).filter(
      (one) => !before.has(one),
    )
  },
  { debounce: 250, maxWait: 1000, immediate: true },
)
const MOST = 4
</script>

<template>
  <section v-if="here" class="panel now" aria-labelledby="hall-title">
    <h2 id="hall-title">{{ counted(here.ids.size, 'student') }} to plan for</h2>
    <p aria-live="polite">
      <template v-if="here.ids.size % 2">An odd number: one works in a three. </template>
      <template v-else>All in pairs. </template>
      <template v-if="odd.length">Odd number in {{ odd.map(({ name }) => name).join(', ') }}. </template>
      <template v-if="empty.length">Nobody from {{ empty.map(({ name }) => name).join(', ') }}.</template>
    </p>
    <template v-if="fresh.length">
      <p class="mt-1"><b>With who is here, the plan wants:</b></p>
      <ul>
        <li v-for="one in fresh.slice(0, MOST)" :key="one">{{ one }}</li>
      </ul>
      <p v-if="fresh.length > MOST" class="text-ash">and {{ fresh.length - MOST }} more, in Compose</p>
    </template>
  </section>
</template>

<style scoped>
.now {
  padding: 10px 14px 12px;
}
.now h2 {
  font-size: 17px;
}
.now li {
  padding: 2px 0 2px 10px;
  margin-top: 3px;
  border-left: 4px solid var(--color-brick);
}
</style>
