<script setup lang="ts">
import { layPlan } from '~~/core/plan/timeline'
import type { Block, Plan } from '~~/core/plan/schema'
import { rotationsOf } from '~~/core/plan/modes/rotation'
import { clockAt, minutes, shortTime } from '~~/core/kernel/time-text'

/** What hangs at a station: what is done there, what to look for, and which team comes when. */
const props = defineProps<{ plan: Plan; block: Block; station: number }>()
const library = useLibraryStore()
const here = computed(() => props.block.stations?.[props.station])
const item = computed(() => library.items.get(here.value?.technique ?? ''))
const care = computed(() => library.itemAt(here.value?.technique, here.value?.layer)?.hazard)
const at = computed(
  () => layPlan(props.plan).blocks.find(({ block }) => block.id === props.block.id)?.at ?? 0,
)
const visits = computed(() =>
  rotationsOf(props.block).flatMap(({ at: from, stations }) =>
    stations.flatMap((s, team) =>
      s === props.station
        ? [
            {
              team: team + 1,
              clock: props.plan.start
                ? clockAt(props.plan.start, at.value + from).join('')
                : minutes(at.value + from),
            },
          ]
        : [],
    ),
  ),
)
</script>

<template>
  <PaperSheet v-if="here">
    <p class="of">{{ plan.title }} · {{ block.title }} · {{ shortTime((block.workSec ?? 0) * 1000) }} each</p>
    <h1>
      <b>{{ station + 1 }}</b> {{ here.title }}
    </h1>
    <template v-if="item">
      <p class="what">{{ library.itemName(item.id) }}, {{ library.layerName(item.id, here.layer) }}</p>
      <ul>
        <li v-for="point in [...item.keyPoints, ...(item.layers[here.layer - 1]?.points ?? [])]" :key="point">
          {{ point }}
        </li>
      </ul>
      <p v-for="{ fault, correction } in item.faults" :key="fault">
        <i>{{ fault }}:</i> {{ correction }}
      </p>
      <p v-if="care" class="care"><b>Care.</b> {{ care }}</p>
    </template>
    <ol class="visits">
      <li v-for="visit in visits" :key="visit.clock">
        <b>{{ visit.clock }}</b> team {{ visit.team }}
      </li>
    </ol>
  </PaperSheet>
</template>

<style scoped>
h1 {
  display: flex;
  gap: 0.4em;
  margin: 0.2em 0;
  font-size: 3em;
  line-height: 1.1;
}
h1 b {
  min-width: 1.4em;
  text-align: center;
  color: #fff;
  background: #000;
}
.of {
  border-bottom: 2px solid #000;
}
.what {
  font-size: 1.5em;
  font-weight: 650;
}
ul {
  padding-left: 1.2em;
  font-size: 1.3em;
  list-style: disc;
}
.care {
  margin-top: 0.6em;
  padding: 0.3em 0.5em;
  border: 2px solid #000;
}
.visits {
  margin-top: 1em;
  columns: 3;
}
</style>
