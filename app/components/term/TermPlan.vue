<script setup lang="ts">
import type { ComingClass } from '~~/core/term/days'
import type { Need } from '~~/core/term/needs'
import type { TermPlan } from '~~/core/term/term'
import { agoSaid, shortDay } from '~/domain/days'

/** Items down, classes across: what of each comes when, what was done, and what stays short. One group at a time. */
const { needs, plan, coming, today } = defineProps<{
  needs: readonly { group: string; items: readonly Need[] }[]
  plan: TermPlan
  coming: readonly ComingClass[]
  today: string
}>()
const emit = defineEmits<{ draft: [of: ComingClass, theme: string[]] }>()
const library = useLibraryStore()
const chosen = ref<string>()
/** The one that is shortest of time, until another is chosen. */
const group = computed(
  () => chosen.value ?? [...plan.groups].sort((a, b) => b.shortMin - a.shortMin)[0]?.id ?? needs[0]?.group,
)
const days = computed(() => [...new Map(coming.map((one) => [one.day, one])).values()])
const shares = computed(() => {
  const found = new Map<string, number>()
  for (const { date, group: of, item, minutes } of plan.plan) found.set(`${of} ${item} ${date}`, minutes)
  return found
})
const rows = computed(() => {
  const told = plan.groups.find(({ id }) => id === group.value)
  return (needs.find((one) => one.group === group.value)?.items ?? [])
    .map((need) => ({
      ...need,
      shortMin: told?.items.find(({ item }) => item === need.item)?.shortMin ?? 0,
      cells: days.value.map(({ day }) => shares.value.get(`${group.value} ${need.item} ${day}`) ?? 0),
    }))
    .filter(({ needMin }) => needMin > 0)
})
const met = computed(
  () => (needs.find((one) => one.group === group.value)?.items.length ?? 0) - rows.value.length,
)
/** The items of a class, over all groups, that have most of it: the theme of its draft. */
function themeOf(day: string): string[] {
  const sums = new Map<string, number>()
  for (const { date, item, minutes } of plan.plan)
    if (date === day) sums.set(item, (sums.get(item) ?? 0) + minutes)
  return [...sums]
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_OF_THEME)
    .map(([item]) => item)
}
const MOST_OF_THEME = 12
const ranksOf = (id: string) => library.groups.find((one) => one.id === id)?.ranks ?? []
</script>

<template>
  <section class="panel" aria-labelledby="plan-title">
    <div class="flex flex-wrap items-center gap-2">
      <h2 id="plan-title" class="text-20">What comes when</h2>
      <span class="text-13 text-ash"
        >minutes of work on it by class; a third of a class is reckoned for it</span
      >
      <span class="ml-auto flex flex-wrap gap-1" role="group" aria-label="Group">
        <button
          v-for="one in needs"
          :key="one.group"
          type="button"
          class="pick"
          :aria-pressed="one.group === group"
          :aria-label="library.groups.find(({ id }) => id === one.group)?.name"
          @click="chosen = one.group"
        >
          <Sash :ranks="ranksOf(one.group)" />
        </button>
      </span>
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col">Done</th>
            <th scope="col">Wants</th>
            <th v-for="one in days" :key="one.day" scope="col">
              <span class="day">{{ shortDay(one.day).slice(0, 6) }}</span>
              <button
                type="button"
                class="link"
                :aria-label="`Draft the class of ${shortDay(one.day)}`"
                :title="
                  one.held
                    ? 'Draft it with this share as its theme'
                    : 'Plan it, and draft it with this share as its theme'
                "
                @click="emit('draft', one, themeOf(one.day))"
              >
                draft
              </button>
            </th>
            <th scope="col">Short</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.item">
            <th scope="row">
              {{ library.itemName(row.item) }}
              <span class="text-13 text-ash">{{
                row.last
                  ? `last ${agoSaid(row.last, today)}${row.never ? `, ${row.never} never` : ''}`
                  : 'never run'
              }}</span>
            </th>
            <td>{{ row.doneMin }}</td>
            <td>{{ row.needMin }}</td>
            <td v-for="(minutes, n) in row.cells" :key="n" :class="{ has: minutes }">{{ minutes || '' }}</td>
            <td :class="{ short: row.shortMin }">{{ row.shortMin || '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="met > 0" class="text-13 text-ash">{{ met }} more have had all that the syllabus asks.</p>
    <p v-if="days.length === 0" class="text-13 text-ash">
      No class is to come before then: set the class days in the settings.
    </p>
  </section>
</template>

<style scoped>
.panel {
  min-width: 0;
  padding: 12px 14px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
.pick {
  padding: 3px;
  border: 2px solid transparent;
  border-radius: 3px;
}
.pick[aria-pressed='true'] {
  border-color: var(--color-gilt);
}
.scroll {
  max-height: 460px;
  overflow: auto;
}
table {
  width: 100%;
  font-size: 13px;
}
thead th {
  position: sticky;
  top: 0;
  font-weight: 600;
  background: var(--color-paper);
  border-bottom: 2px solid var(--color-umber);
}
.day {
  display: block;
  white-space: nowrap;
}
th,
td {
  padding: 3px 5px;
  text-align: right;
}
th:first-child {
  min-width: 180px;
  text-align: left;
}
tbody th {
  font-weight: 400;
  border-bottom: 1px solid var(--color-straw);
}
tbody th span {
  display: block;
}
td {
  border-bottom: 1px solid var(--color-straw);
}
.has {
  font-weight: 700;
  background: #f3e3bd;
}
.short {
  font-weight: 700;
  color: var(--color-brick-deep);
}
</style>
