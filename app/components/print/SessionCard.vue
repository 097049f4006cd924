<script setup lang="ts">
import { techniquesOf } from '~~/core/plan/techniques'
import { layPlan } from '~~/core/plan/timeline'
import type { Plan } from '~~/core/plan/schema'
import type { Programme } from '~~/core/term/programme'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import { classLines } from '~~/core/formats/class-lines'
import { clockAt, minutes } from '~~/core/kernel/time-text'
import { longDay } from '~/domain/days'
import { referenceSaid } from '~/domain/reference-said'

/** The class on one page: when, how long, what, and who does what in it. */
const props = defineProps<{ plan: Plan; week?: Programme | undefined; month?: Programme | undefined }>()
const library = useLibraryStore()
const timeline = computed(() => layPlan(props.plan))
const lines = computed(() => classLines(props.plan, { item: library.itemName, layer: library.layerName }))
/** Why a board is there, who shows it, who leads whom. */
function teachingSaid({ teaching }: Plan['blocks'][number]): string {
  const { why, demonstrates, leads = [] } = teaching ?? {}
  const nameOf = (id: string) => props.plan.groups.find((group) => group.id === id)?.name ?? id
  return [
    why,
    demonstrates && `${demonstrates} shows it`,
    ...leads.map(({ group, who }) => `${who} leads ${nameOf(group)}`),
  ]
    .filter(Boolean)
    .join('; ')
}
/** What the holder or helper does, and how nobody is hurt, on boards that all work together. */
function holderSaid({ mode, technique, layer }: Plan['blocks'][number]): string {
  const { helper, partner } = library.itemAt(technique, layer) ?? {}
  if (mode !== 'together' || partner === 'solo' || !helper) return ''
  return [helper.does, helper.height && `at the height of ${helper.height}`, helper.safety]
    .filter(Boolean)
    .join('; ')
}
const themeName = (id: string) =>
  id in CATEGORIES && !library.items.has(id)
    ? CATEGORIES[id as Category].name.toLowerCase()
    : library.itemName(id)
const weekSaid = computed(() => {
  const { says, theme = [] } = props.week ?? {}
  return [says, theme.map(themeName).join(', ')].filter(Boolean).join(': ')
})
const monthSaid = computed(() =>
  (props.month?.ranks ?? []).map(
    ({ rank, items }) => `${library.ranks.get(rank)?.name ?? rank}: ${items.map(themeName).join(', ')}`,
  ),
)
const cautions = computed(() => {
  const said = techniquesOf(props.plan).flatMap(({ id, layer }) => library.itemAt(id, layer)?.hazard ?? [])
  return [...new Set(said)]
})
</script>

<template>
  <PaperSheet>
    <header>
      <h1>{{ plan.title }}</h1>
      <p>
        {{ plan.date ? longDay(plan.date) : '' }} {{ plan.start }}, {{ minutes(timeline.totalMs) }} of
        {{ plan.lengthMin }}:00, bow out
        {{ plan.start ? clockAt(plan.start, timeline.totalMs)[0] : minutes(timeline.totalMs) }} ·
        <template v-for="(group, g) in plan.groups" :key="group.id"
          >{{ g ? ', ' : '' }}{{ group.name }} {{ group.headcount }}</template
        >
      </p>
    </header>
    <table>
      <tbody>
        <tr v-for="line in lines" :key="line.block.id" :class="{ water: line.phase === 'water' }">
          <td class="clock">{{ line.clock }}</td>
          <td class="mark"><PhaseMark :phase="line.phase" /></td>
          <td>
            <b>{{ line.title }}</b> <span class="dose">{{ line.dose }}</span>
            <span v-if="line.parts.length" class="parts">
              <span v-for="(part, p) in line.parts" :key="p">
                <i v-if="part.who.length">{{ part.who.join(', ') }}:</i> {{ part.what
                }}<template v-if="part.dose">, {{ part.dose }}</template></span
              >
            </span>
            <span v-if="holderSaid(line.block)" class="teaching"
              >Who holds: {{ holderSaid(line.block) }}</span
            >
            <span v-if="line.block.teaching" class="teaching">{{ teachingSaid(line.block) }}</span>
          </td>
          <td class="length">{{ line.length }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="weekSaid" class="care"><b>This week.</b> {{ weekSaid }}</p>
    <p v-if="monthSaid.length" class="care"><b>This month.</b> {{ monthSaid.join('; ') }}</p>
    <p v-if="plan.references?.length" class="care">
      <b>See.</b> {{ plan.references.map(referenceSaid).join('; ') }}
    </p>
    <p v-if="cautions.length" class="care"><b>Care.</b> {{ cautions.join(' ') }}</p>
  </PaperSheet>
</template>

<style scoped>
h1 {
  font-size: 1.7em;
  line-height: 1.1;
}
header {
  padding-bottom: 0.3em;
  border-bottom: 2px solid #000;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  padding: 0.17em 0.35em;
  vertical-align: top;
  border-bottom: 1px solid #bbb;
}
.clock,
.length {
  width: 3.4em;
  font-weight: 700;
}
.length {
  text-align: right;
}
.mark {
  width: 2.2em;
}
.mark :deep(*) {
  font-size: 0.85em;
  line-height: inherit;
}
.dose {
  margin-left: 0.4em;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.2em;
  font-size: 0.88em;
}
.parts i {
  font-weight: 650;
  font-style: normal;
}
.teaching {
  display: block;
  font-size: 0.88em;
  font-style: italic;
}
.water td {
  padding-block: 0;
}
.care {
  margin-top: 0.4em;
  font-size: 0.85em;
}
</style>
