<script setup lang="ts">
import { sectionIds, sectionName, wholeRuns } from '~~/core/people/section-runs'
import type { StudentPage } from '~~/shared/answers'

/** What everything a student practised amounts to: in combinations and by itself, forms by their sections, left against right. */
const props = defineProps<{ page: StudentPage }>()
const library = useLibraryStore()
/** What was practised only or partly within combinations, and how much of it. */
const combined = computed(() =>
  props.page.totals
    .filter(({ inCombinations }) => inCombinations > 0)
    .map(({ itemId, inCombinations, repsL, repsR, repsN }) => ({
      name: library.itemName(itemId),
      within: inCombinations,
      alone: repsL + repsR + repsN - inCombinations,
    }))
    .sort((a, b) => b.within - a.within),
)
/** Forms: how often each section was run, whole runs, and what the syllabus of the rank asks for. */
const forms = computed(() =>
  props.page.totals
    .filter(({ sections }) => sections.length > 0)
    .map(({ itemId, sections }) => {
      const known = library.items.get(itemId)?.sections ?? []
      const asked = library.syllabus.find(
        ({ rank, item, target }) => rank === props.page.rankId && item === itemId && target?.unit === 'runs',
      )
      return {
        name: library.itemName(itemId),
        whole: wholeRuns(sections, sectionIds(known)),
        asked: asked?.target?.amount,
        sections: sections.map(({ id, runs }) => ({ name: sectionName(id, known), runs })),
      }
    }),
)
/** Versions of their own that the student works at. */
const ownLayers = computed(() =>
  Object.entries(props.page.layers).map(([item, layer]) => ({
    item,
    says: `${library.itemName(item)}: ${library.layerName(item, layer)}`,
  })),
)
const sides = computed(() => {
  return props.page.totals
    .filter(({ repsL, repsR }) => repsL || repsR)
    .map(({ itemId, repsL, repsR }) => ({ name: library.itemName(itemId), left: repsL, right: repsR }))
    .sort((a, b) => b.left + b.right - a.left - a.right)
    .slice(0, 10)
})
/** What was worked in two roles: performed by them, and received from a partner. */
const roles = computed(() =>
  props.page.totals
    .filter(({ received, inRoles }) => received > 0 || inRoles > 0)
    .map(({ itemId, received, inRoles }) => ({
      name: library.itemName(itemId),
      left: inRoles,
      right: received,
    }))
    .sort((a, b) => b.left + b.right - a.left - a.right)
    .slice(0, 10),
)
</script>

<template>
  <aside v-if="sides.length || combined.length || forms.length || ownLayers.length" class="panel p-4">
    <template v-if="ownLayers.length">
      <h2 class="text-17 mb-1">At a version of their own</h2>
      <p v-for="one in ownLayers" :key="one.item">{{ one.says }}</p>
    </template>
    <template v-if="combined.length">
      <h2 class="text-17 mb-1">In combinations</h2>
      <table class="small">
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col" class="n">In them</th>
            <th scope="col" class="n">By itself</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in combined" :key="row.name">
            <th scope="row">{{ row.name }}</th>
            <td class="n">{{ row.within }}</td>
            <td class="n">{{ row.alone }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-for="form in forms" :key="form.name">
      <h2 class="text-17 mb-1">{{ form.name }}</h2>
      <p>
        {{ form.whole }} whole {{ form.whole === 1 ? 'run' : 'runs'
        }}<template v-if="form.asked !== undefined"> of {{ form.asked }} asked for</template>
      </p>
      <p class="text-13 mb-2 text-ash">
        {{ form.sections.map(({ name, runs }) => `${name} ×${runs}`).join(', ') }}
      </p>
    </template>
    <template v-if="sides.length">
      <h2 class="text-17 mb-2">Left against right</h2>
      <SidesChart :rows="sides" />
    </template>
    <template v-if="roles.length">
      <h2 class="text-17 mt-3 mb-2">Performing against receiving</h2>
      <SidesChart :rows="roles" left="performed" right="received" />
    </template>
    <p class="text-13 mt-2 text-ash">
      Computed from the class as it was run and the register; nobody types it. ≈ is estimated from timed
      rounds.
    </p>
  </aside>
</template>

<style scoped>
.small {
  width: 100%;
  margin-bottom: 12px;
  border-collapse: collapse;
}
.small td {
  border-bottom: 1px solid #e7decd;
}
.small th {
  padding: 2px 0;
  font-weight: 450;
  text-align: left;
  border-bottom: 1px solid #e7decd;
}
.small thead th {
  font-size: 13px;
  color: var(--color-ash);
}
.small .n {
  width: 74px;
  text-align: right;
}
</style>
