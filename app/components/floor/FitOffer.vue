<script setup lang="ts">
import { offerWords, overWords, type Offer } from '~~/core/floor/offer'

/** Running late: the best way to end on time, in words, with one tap to take it, and other ways behind another. */
const { best, others, take, endWords } = useOffers()
const isShowing = ref(false)
/** As things stand: what was offered a board ago is no way any more. */
const ways = computed<Offer[]>(() => (isShowing.value && best.value ? [best.value, ...others()] : []))
function choose(offer: Offer) {
  take(offer)
  isShowing.value = false
}
</script>

<template>
  <section v-if="best" class="offer" aria-label="To end on time" data-test="offer">
    <div class="words">
      <p v-if="best.overSec === 0" class="big">{{ offerWords(best) }}</p>
      <p v-else class="big">Even at the shortest it is {{ overWords(best) }}</p>
      <p>bow out at {{ endWords(best.endsAt) }}</p>
    </div>
    <button type="button" class="other" @click="isShowing = true">other ways</button>
    <button type="button" class="yes" @click="take(best)">
      {{ best.overSec === 0 ? 'Yes, fit it' : 'Accept' }}
    </button>
    <LazyFitWays v-if="isShowing" :ways="ways" @choose="choose" @leave="isShowing = false" />
  </section>
</template>

<style scoped>
.offer {
  display: flex;
  flex: none;
  align-items: stretch;
  min-height: 62px;
  background: #3a1e14;
  border: 2px solid #d2583c;
}
.words {
  flex: 1;
  min-width: 0;
  padding: 4px 16px;
  font-size: 21px;
  line-height: 25px;
}
.words p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.big {
  font-size: 26px;
  line-height: 30px;
  font-weight: 700;
  color: #fff3d6;
}
.other {
  flex: none;
  padding: 0 14px;
  font-size: 20px;
  text-decoration: underline;
}
.yes {
  flex: none;
  min-width: 164px;
  padding: 0 16px;
  font: 660 24px/30px var(--font-serif);
  color: #241808;
  background: var(--color-hall-gilt);
}
@media (max-width: 760px) {
  .offer {
    order: -1;
  }
  .words {
    padding: 4px 8px;
    font-size: 17px;
    line-height: 20px;
  }
  .words .big {
    display: -webkit-box;
    overflow: hidden;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    white-space: normal;
    font-size: 19px;
    line-height: 22px;
  }
  .other {
    padding: 0 6px;
    font-size: 16px;
  }
  .yes {
    min-width: 92px;
    padding: 0 8px;
    font-size: 20px;
  }
}
</style>
