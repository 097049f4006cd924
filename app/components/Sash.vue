<script setup lang="ts">
/** A rank, or the ranks of a group, as a sash: the colour with its name printed on it; notches at the end. */
const props = withDefaults(
  defineProps<{ ranks: string[]; notches?: number; tall?: boolean; fill?: boolean; stack?: boolean }>(),
  { notches: 0, tall: false, fill: false, stack: false },
)
const library = useLibraryStore()
const bands = computed(() =>
  props.ranks.map((id) => library.ranks.get(id) ?? { id, name: id, colour: '#F4F0E7', ink: '#1B1611' }),
)
</script>

<template>
  <span class="sash" :class="{ tall, fill, stack }">
    <span
      v-for="band in bands"
      :key="band.id"
      class="band"
      :style="{ background: band.colour, color: band.ink }"
    >
      {{ band.name }}
    </span>
    <span v-if="notches" class="notches" :aria-label="`${notches} notches`" role="img">
      <i v-for="n in notches" :key="n" />
    </span>
  </span>
</template>

<style scoped>
.sash {
  display: inline-flex;
  height: 20px;
  border: 1.5px solid #1b1611;
  vertical-align: top;
  font: 650 13px/17px var(--font-sans);
}
.band {
  padding: 0 7px;
  white-space: nowrap;
  text-align: center;
}
.band + .band {
  border-left: 1.5px solid #1b1611;
}
.fill {
  display: flex;
  width: 100%;
}
.fill .band {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
}
.tall {
  height: 38px;
  /* Read at three metres: large and bold. */
  font-size: 21px;
  font-weight: 700;
  line-height: 35px;
}
.stack {
  flex-direction: column;
  height: auto;
}
.stack .band {
  flex: 1;
  display: grid;
  place-items: center;
}
.stack .band + .band {
  border-left: 0;
  border-top: 1.5px solid #1b1611;
}
.notches {
  display: flex;
  gap: 2px;
  align-items: stretch;
  padding: 0 3px;
  background: #f4f0e7;
  border-left: 1.5px solid #1b1611;
}
.notches i {
  width: 3px;
  background: #1b1611;
}
</style>
