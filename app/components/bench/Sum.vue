<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'
import type { Plan } from '~~/core/plan/schema'
import type { PlacedBlock } from '~~/core/plan/timeline'
import { arithmetic, doseOfGroup, thenOfGroup } from '~~/core/plan/sentence'

/** The arithmetic of a board in a sentence that follows every key, and as a bar to scale. */
const { board, plan } = defineProps<{ board: PlacedBlock; plan: Plan }>()
const library = useLibraryStore()

const lines = computed(() => {
  const each = plan.groups.map((group, g) => ({
    group,
    sum: arithmetic(
      board.block.mode === 'stations' ? undefined : doseOfGroup(board.block, group.id),
      board.lanes[g] ?? [],
      library.itemName,
      thenOfGroup(board.block, group.id),
    ),
  }))
  const key = ({ sum }: (typeof each)[number]) => `${sum.text}${sum.reps}`
  const differ = new Set(each.map(key)).size > 1
  return differ
    ? each.map((line) => ({ ...line, ranks: line.group.ranks }))
    : each.slice(0, 1).map((line) => ({ ...line, ranks: [] as string[] }))
})
const bar = computed(() => {
  const times = lines.value[0]?.sum.times
  return times
    ? [
        { name: 'talk', ms: times.talk, colour: '#8D7B68' },
        { name: 'work', ms: times.work, colour: '#C8922B' },
        { name: 'rest and changes', ms: times.rest + times.transition, colour: '#CDBFA6' },
        { name: 'holding or waiting', ms: times.holding + times.idle, colour: '#E3C9BE' },
      ].filter(({ ms }) => ms > 0)
    : []
})
</script>

<template>
  <section class="sum" aria-live="polite" aria-label="How the length comes about" data-test="sum">
    <div class="bar" aria-hidden="true">
      <i
        v-for="part in bar"
        :key="part.name"
        :style="{ flex: part.ms, background: part.colour }"
        :title="part.name"
      />
    </div>
    <p v-for="line in lines" :key="line.group.id" :class="{ small: lines.length > 1 }">
      <Sash v-if="line.ranks.length" :ranks="line.ranks" class="mr-1" />
      {{ line.sum.text
      }}<template v-if="lines.length === 1"
        >: <b class="total">{{ minutes(board.ms) }}</b></template
      >
      <span v-if="line.sum.reps" class="reps">{{ line.sum.reps }}</span>
    </p>
    <p v-if="lines.length > 1">
      The board takes <b class="total">{{ minutes(board.ms) }}</b>
    </p>
  </section>
</template>

<style scoped>
.sum {
  margin: 8px -12px 0;
  padding: 8px 12px;
  background: var(--color-paper);
  border-top: 2px solid var(--color-gilt);
  border-bottom: 1px solid var(--color-straw);
}
.bar {
  display: flex;
  height: 8px;
  gap: 1px;
  margin-bottom: 6px;
}
.small {
  margin-bottom: 4px;
  font-size: 13px;
  line-height: 18px;
}
.total {
  font: 700 20px/20px var(--font-serif);
  color: var(--color-umber);
}
.reps {
  display: block;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
}
</style>
