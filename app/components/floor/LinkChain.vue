<script setup lang="ts">
import type { ChainLine } from '~/domain/calls'

/** What a rep is made of, the link that is called marked; where two do something, a line for each. */
defineProps<{
  lines: readonly ChainLine[]
  /** How a version of an item is called; the first needs no name. */
  layerName: (item: string, layer: number) => string
}>()
</script>

<template>
  <div class="chain" data-test="chain">
    <p v-for="line in lines" :key="line.who">
      <b v-if="line.who">{{ line.who }}</b>
      <span v-for="(piece, p) in line.pieces" :key="p" :class="{ now: piece.isNow }"
        >{{ piece.say
        }}<small v-if="piece.technique && piece.layer > 1">
          {{ layerName(piece.technique, piece.layer) }}</small
        ><small v-if="line.who && piece.cue">: {{ piece.cue }}</small></span
      >
    </p>
  </div>
</template>

<style scoped>
.chain {
  margin: 0 0 6px;
  font-size: 20px;
  line-height: 26px;
  color: var(--color-hall-ash);
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  min-width: 0;
}
b {
  font-weight: 650;
}
span:not(:last-child)::after {
  content: ' →';
}
.now {
  color: var(--color-hall-gilt);
  font-weight: 700;
}
small {
  font-size: 17px;
}
@media (max-width: 760px) {
  .chain {
    font-size: 17px;
    line-height: 22px;
  }
  small {
    font-size: 15px;
  }
}
</style>
