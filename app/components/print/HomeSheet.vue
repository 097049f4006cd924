<script setup lang="ts">
import type { Plan } from '~~/core/plan/schema'
import { layPlan } from '~~/core/plan/timeline'
import { tallyGroups } from '~~/core/plan/expand'
import { referenceSaid } from '~/domain/reference-said'

/** For one group to take home: what it practised most, how it is done alone, and what a parent who helps has to know. */
const props = defineProps<{ plan: Plan; group: string }>()
const library = useLibraryStore()
const MOST = 4
const group = computed(() => props.plan.groups.find(({ id }) => id === props.group))
const items = computed(() => {
  const g = props.plan.groups.findIndex(({ id }) => id === props.group)
  const tally = tallyGroups(props.plan, layPlan(props.plan))[g]
  return (tally?.practice ?? [])
    .filter(({ workSec }) => workSec > 0)
    .sort((a, b) => b.workSec - a.workSec)
    .flatMap(({ technique, layer }) => {
      const item = library.items.get(technique)
      return item ? [{ item, layer }] : []
    })
    .filter(({ item }, n, all) => all.findIndex((one) => one.item === item) === n)
    .slice(0, MOST)
})
</script>

<template>
  <PaperSheet v-if="group && items.length">
    <header>
      <h1>At home: {{ group.name }}</h1>
      <p>{{ plan.title }}. Ten to fifteen minutes, with room around you, and nothing that hurts.</p>
    </header>
    <section v-for="{ item, layer } in items" :key="item.id" class="item">
      <h2>{{ library.itemName(item.id) }}, {{ library.layerName(item.id, layer) }}</h2>
      <p v-if="item.partner !== 'solo' && item.soloForm"><b>Alone:</b> {{ item.soloForm }}.</p>
      <p v-if="item.keyPoints.length"><b>Look for:</b> {{ item.keyPoints.slice(0, 2).join('; ') }}.</p>
      <p v-if="item.faults[0]"><b>If</b> {{ item.faults[0].fault }}: {{ item.faults[0].correction }}.</p>
      <p v-if="item.helper?.forParents"><b>Who helps:</b> {{ item.helper.forParents }}</p>
      <p v-if="item.helper?.safety || item.hazard">
        <b>Care.</b> {{ [item.hazard, item.helper?.safety].filter(Boolean).join(' ') }}
      </p>
      <p v-if="item.references?.length"><b>See:</b> {{ item.references.map(referenceSaid).join('; ') }}</p>
    </section>
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
.item {
  padding: 0.5em 0;
  border-bottom: 1px solid #bbb;
}
h2 {
  font-size: 1.15em;
}
</style>
