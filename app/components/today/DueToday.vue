<script setup lang="ts">
import { dueForGroup } from '~~/core/balance/due-for-group'
import { Ground } from '~~/core/checks/ground'
import { PLAN_FORMAT, type Plan } from '~~/core/plan/schema'
import { techniquesOf } from '~~/core/plan/techniques'
import { layPlan } from '~~/core/plan/timeline'

/** What is most due for each group on the day of the next class, and why; what its plan has of it is ticked. */
const { day, plan } = defineProps<{ day: string; plan: Plan | undefined }>()
const library = useLibraryStore()
const facts = useFactsStore()
const MOST = 2

const has = computed(() => new Set(plan ? techniquesOf(plan).map(({ id }) => id) : []))
const groups = computed(() => {
  const empty: Plan = {
    format: PLAN_FORMAT,
    version: 1,
    title: 'What is due',
    lengthMin: 60,
    transitionSec: 0,
    firstSide: 'R',
    groups: plan?.groups ?? library.groups.map((group) => ({ ...group, headcount: 0 })),
    blocks: [],
  }
  const ground = new Ground(empty, layPlan(empty), facts.club)
  return ground.groups.map((group) => ({
    group: group.group,
    rows: dueForGroup(ground, group, day, library.loaded?.settings.nextGrading).slice(0, MOST),
  }))
})
</script>

<template>
  <TodayColumn v-if="groups.some(({ rows }) => rows.length)" name="What is most due" figure="in the plan: ✓">
    <div v-for="{ group, rows } in groups" :key="group.id" class="one">
      <Sash :ranks="group.ranks" /><span class="sr-only">{{ group.name }}</span>
      <ul>
        <li v-for="row in rows" :key="row.item">
          <b>{{ library.itemName(row.item) }}</b><span
            v-if="has.has(row.item)"
            class="text-moss"
            title="It is in the plan"
            >&nbsp;✓</span
          >
          <span class="says">{{ row.says }}</span>
        </li>
      </ul>
    </div>
  </TodayColumn>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  justify-items: start;
  padding: 6px 0;
  border-bottom: 1px solid var(--color-straw);
}
.says {
  margin-left: 6px;
  font-size: 13px;
  color: var(--color-ash);
}
</style>
