<script setup lang="ts">
import { pointsOf } from '~~/core/curriculum/showing'
import type { Plan, Track } from '~~/core/plan/schema'
import { shortDose, stagesOf } from '~~/core/plan/doses'
import { answerWords, chainWords } from '~~/core/plan/place-words'
import { workedAt, type Place } from '~~/core/plan/places'
import { classLines } from '~~/core/formats/class-lines'

/** For who helps with one group: what it does, when and how much, and what to look for in it. */
const props = defineProps<{ plan: Plan; group: string }>()
const library = useLibraryStore()
const names = { item: library.itemName, layer: library.layerName }
const answersOf = ({ receives }: Place) => (receives ? answerWords(receives, names) : '')
const group = computed(() => props.plan.groups.find(({ id }) => id === props.group))
/** What is done of each stage or exercise that works something of its own, one line each. */
function stagesSaid(place: Place, dose: Track['dose']): string[] {
  return stagesOf(dose).map((stage) => {
    const worked = workedAt(place, stage)
    const item = worked && library.itemAt(worked.technique, worked.layer)
    const point = item && pointsOf(item, worked?.layer ?? 1)[0]
    return [
      `${stage.title}: ${shortDose(stage.dose)}`,
      stage.technique
        ? `${library.itemName(stage.technique)}, ${library.layerName(stage.technique, worked?.layer ?? 1)}`
        : '',
      stage.parts ? chainWords(stage.parts, names) : '',
      stage.receives ? `the partner works on ${answerWords(stage.receives, names)}` : '',
      stage.technique && item?.helper?.does ? `who holds: ${item.helper.does}` : '',
      stage.technique && point ? `look for: ${point}` : '',
      stage.technique && item?.hazard ? `care: ${item.hazard}` : '',
    ]
      .filter(Boolean)
      .join('; ')
  })
}
const rows = computed(() =>
  classLines(props.plan, { item: library.itemName, layer: library.layerName }).map((line) => {
    const { block } = line
    const track: Track | undefined = block.tracks?.find(({ groups }) => groups.includes(props.group))
    const technique = block.tracks ? track?.technique : block.technique
    const item = library.items.get(technique ?? '')
    const layer = track?.layer ?? block.layer
    const dose = track?.dose ?? block.dose
    const idle = block.tracks !== undefined && !track
    const holds = library.itemAt(technique, layer)?.helper
    return {
      ...line,
      what: idle
        ? 'waits'
        : technique
          ? `${library.itemName(technique)}, ${library.layerName(technique, layer)}`
          : '',
      how: dose && !idle ? shortDose(dose) : '',
      look:
        idle || !item
          ? []
          : [...item.keyPoints.slice(0, 2), ...(item.layers[layer - 1]?.points.slice(0, 1) ?? [])],
      fault: idle ? undefined : item?.faults[0],
      helper:
        idle || !holds
          ? ''
          : (['does', 'height', 'angle', 'when', 'watch', 'safety'] as const)
              .flatMap((part) => holds[part] ?? [])
              .join('; '),
      answers: idle ? '' : answersOf(track ?? block),
      stages: idle ? [] : stagesSaid(track ?? block, dose),
    }
  }),
)
</script>

<template>
  <PaperSheet v-if="group">
    <header>
      <h1>{{ group.name }}</h1>
      <p>{{ plan.title }}, {{ group.headcount }} expected. For who helps with this group.</p>
    </header>
    <table>
      <tbody>
        <tr v-for="row in rows" :key="row.block.id">
          <td class="clock">{{ row.clock }}</td>
          <td>
            <b>{{ row.title }}</b> {{ row.what }} <span class="how">{{ row.how }}</span>
            <span v-for="(stage, n) in row.stages" :key="n" class="look">{{ n + 1 }}. {{ stage }}.</span>
            <span v-if="row.look.length" class="look">Look for: {{ row.look.join('; ') }}.</span>
            <span v-if="row.answers" class="look">The partner works on {{ row.answers }}.</span>
            <span v-if="row.helper" class="look">Who holds: {{ row.helper }}.</span>
            <span v-if="row.fault" class="look">If {{ row.fault.fault }}: {{ row.fault.correction }}.</span>
          </td>
          <td class="clock">{{ row.length }}</td>
        </tr>
      </tbody>
    </table>
  </PaperSheet>
</template>

<style scoped>
h1 {
  font-size: 1.8em;
  line-height: 1.1;
}
header {
  border-bottom: 2px solid #000;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  padding: 0.18em 0.35em;
  vertical-align: top;
  border-bottom: 1px solid #bbb;
}
.clock {
  width: 3.4em;
  font-weight: 700;
}
.look {
  display: block;
  font-size: 0.9em;
}
.how {
  white-space: nowrap;
}
</style>
