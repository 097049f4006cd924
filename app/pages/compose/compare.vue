<script setup lang="ts">
import { listedPlanSchema, savedPlanSchema } from '~~/shared/answers'
import { z } from 'zod'
import { layPlan } from '~~/core/plan/timeline'
import type { Plan } from '~~/core/plan/schema'
import { planBalance } from '~~/core/balance/plan-balance'
import { CATEGORIES } from '~~/core/curriculum/categories'
import { PHASES } from '~~/core/plan/phases'
import { clockAt, minutes } from '~~/core/kernel/time-text'
import type { ListedPlan } from '~~/shared/answers'

/** Two plans side by side: their time, what it goes to, and their boards. */
useHead({ title: 'Two plans · Golden Lintel' })
const route = useRoute()
const library = useLibraryStore()
const list = shallowRef<ListedPlan[]>([])
const plans = shallowRef<(Plan | undefined)[]>([])
const problem = ref('')
const ids = computed(() => [route.query.a, route.query.b].map((id) => (typeof id === 'string' ? id : '')))

watch(
  ids,
  async (wanted) => {
    problem.value = ''
    try {
      const [listed] = await Promise.all([
        api('/api/plans', { answer: z.array(listedPlanSchema) }),
        library.load(),
      ])
      list.value = listed
      plans.value = await Promise.all(
        wanted.map(async (id) =>
          id ? (await api(`/api/plans/${id}`, { answer: savedPlanSchema })).plan : undefined,
        ),
      )
    } catch (error) {
      problem.value = saidBy(error)
    }
  },
  { immediate: true },
)
const sides = computed(() =>
  plans.value.map((plan, s) => {
    if (!plan) return undefined
    const timeline = layPlan(plan)
    return { id: ids.value[s] ?? '', plan, timeline, balance: planBalance(plan, timeline, library.items) }
  }),
)
const categories = computed(() =>
  Object.entries(CATEGORIES)
    .map(([id, { name }]) => ({
      name,
      ms: sides.value.map((side) => side?.balance.byCategory.get(id as never) ?? 0),
    }))
    .filter(({ ms }) => ms.some((one) => one > 0)),
)
const most = computed(() => Math.max(1, ...categories.value.flatMap(({ ms }) => ms)))
/** Boards that only one of the two has, by their title. */
const own = computed(() => {
  const [a, b] = plans.value.map((plan) => new Set(plan?.blocks.map(({ title }) => title)))
  return [(title: string) => !b?.has(title), (title: string) => !a?.has(title)]
})
const pick = (side: number, id: string) =>
  navigateTo({ query: { ...route.query, [side === 0 ? 'a' : 'b']: id } }, { replace: true })
</script>

<template>
  <div class="mx-auto max-w-[1180px] px-6 py-8">
    <h1 class="text-34 border-b-2 border-umber pb-2">Two plans</h1>
    <p v-if="problem" role="alert" class="py-4 text-brick-deep">{{ problem }}</p>
    <div class="two">
      <section v-for="(id, s) in ids" :key="s" :aria-label="s === 0 ? 'First plan' : 'Second plan'">
        <select
          class="field w-full"
          :value="id"
          :aria-label="s === 0 ? 'The first plan' : 'The second plan'"
          @change="pick(s, ($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>choose a plan</option>
          <option v-for="one in list" :key="one.id" :value="one.id">
            {{ one.title }}{{ one.day ? `, ${one.day}` : '' }}
          </option>
        </select>
        <template v-if="sides[s]">
          <p class="mt-3 flex items-baseline gap-3">
            <b class="text-20 font-serif">{{ minutes(sides[s]!.timeline.totalMs) }}</b>
            <span class="text-ash">of {{ sides[s]!.plan.lengthMin }}:00,</span>
            <SpareTime :spare-ms="sides[s]!.timeline.spareMs" />
            <NuxtLink :to="`/compose/${id}`" class="link ml-auto">Open</NuxtLink>
          </p>
          <PlanStrip :plan="sides[s]!.plan" class="mt-2" />
        </template>
        <p v-else class="mt-4 text-ash">Choose a plan to lay beside the other.</p>
      </section>
    </div>
    <section v-if="categories.length" class="mt-6" aria-label="What the time goes to">
      <h2 class="text-20">Work by category, over all groups</h2>
      <div v-for="row in categories" :key="row.name" class="balance">
        <span class="left"
          ><em>{{ minutes(row.ms[0] ?? 0) }}</em
          ><i :style="{ width: `${((row.ms[0] ?? 0) / most) * 78}%` }"
        /></span>
        <b>{{ row.name }}</b>
        <span class="right"
          ><i :style="{ width: `${((row.ms[1] ?? 0) / most) * 78}%` }" /><em>{{
            minutes(row.ms[1] ?? 0)
          }}</em></span
        >
      </div>
      <div v-for="(cls, c) in ['talk', 'idle'] as const" :key="cls" class="balance plain">
        <span class="left"
          ><em>{{ sides[0] ? minutes(sides[0].balance.times[cls]) : '' }}</em></span
        >
        <b>{{ ['Talk', 'Waiting'][c] }}</b>
        <span class="right"
          ><em>{{ sides[1] ? minutes(sides[1].balance.times[cls]) : '' }}</em></span
        >
      </div>
    </section>
    <div class="two mt-6">
      <ol v-for="(side, s) in sides" :key="s">
        <li
          v-for="{ block, at, ms } in side?.timeline.blocks ?? []"
          :key="block.id"
          class="board"
          :data-phase="block.phase"
          :class="{ own: sides[1 - s] && own[s]?.(block.title) }"
        >
          <span class="w-12 text-ash">{{
            side!.plan.start ? clockAt(side!.plan.start, at)[0] : minutes(at)
          }}</span>
          <b class="mark">{{ PHASES[block.phase].mark }}</b>
          <span class="flex-1">{{ block.title }}</span>
          <span>{{ minutes(ms) }}</span>
        </li>
      </ol>
    </div>
    <p v-if="sides[0] && sides[1]" class="text-13 mt-2 text-ash">Gilt: only in this one.</p>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 28px;
  margin-top: 14px;
}
.balance {
  display: grid;
  grid-template-columns: 1fr 130px 1fr;
  align-items: center;
  line-height: 24px;
}
.balance b {
  text-align: center;
  font-weight: 550;
}
.left,
.right {
  display: flex;
  align-items: center;
  gap: 8px;
}
.left {
  justify-content: flex-end;
}
.balance i {
  height: 14px;
  background: linear-gradient(#d9a94f, #c8922b);
}
.balance em {
  font-style: normal;
}
.plain {
  color: var(--color-ash);
}
.board {
  display: flex;
  gap: 10px;
  padding: 3px 8px;
  border-bottom: 1px solid var(--color-straw);
  border-left: 5px solid var(--phase);
}
.mark {
  width: 24px;
  font-size: 13px;
  color: var(--phase);
}
.own {
  background: #fbf3df;
  box-shadow: inset 0 0 0 1px var(--color-gilt);
}
@media (max-width: 760px) {
  .two {
    gap: 10px;
  }
  .balance {
    grid-template-columns: 1fr 100px 1fr;
  }
}
</style>
