<script setup lang="ts">
import type { FloorNow } from '~~/core/floor/now'
import type { Group } from '~~/core/plan/schema'
import { shownCards } from '~/domain/show-cards'

/** What is being shown or comes next, a card for each thing that is worked; of several, one swipe a card. */
const props = defineProps<{ now: FloorNow; groups: readonly Group[]; firstSide: 'R' | 'L' }>()
const cards = computed(() => shownCards(props.now, props.groups))
</script>

<template>
  <section class="cards" aria-label="To be shown" :class="{ one: cards.length === 1 }">
    <ShowCard
      v-for="card in cards"
      :key="card.key"
      :groups="card.groups"
      :worked="card.worked"
      :instead="card.instead"
      :why="now.placed?.block.teaching?.why"
      :first-side="firstSide"
    />
  </section>
</template>

<style scoped>
.cards {
  display: flex;
  flex: 1.6;
  gap: 10px;
  min-height: 190px;
  padding-top: 4px;
  overflow-x: auto;
  scroll-snap-type: x mandatory;
  border-top: 4px solid var(--color-gilt);
}
.cards > :deep(*) {
  flex: 1 0 min(46%, 520px);
  scroll-snap-align: start;
}
@media (max-width: 760px) {
  .cards {
    flex: none;
    max-height: 400px;
  }
  .cards > :deep(*) {
    flex: 1 0 92%;
  }
  .one > :deep(*) {
    flex: 1 0 100%;
  }
}
@media (min-width: 500px) and (max-height: 500px) {
  .cards {
    grid-row: 2 / 4;
    grid-column: 2;
    min-height: 0;
    border-top: 0;
  }
  .cards > :deep(*) {
    flex: 1 0 94%;
  }
}
</style>
