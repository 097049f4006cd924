<script setup lang="ts">
import { countsOf, directionInWords, moveOnCount } from '~~/core/curriculum/form-path'
import type { Section } from '~~/core/curriculum/item'

/** A form on the floor, move by move on the count: what comes on this count, where to, and what is next. Tapped on, or with . and , */
const props = defineProps<{ sections: Section[]; name: string }>()
const count = ref(1)
const most = computed(() => countsOf(props.sections))
watch(
  () => props.name,
  () => (count.value = 1),
)
const step = (by: number) => (count.value = Math.min(most.value, Math.max(1, count.value + by)))
const now = computed(() => moveOnCount(props.sections, count.value))
const then = computed(() => moveOnCount(props.sections, count.value + (now.value?.move.counts ?? 1)))
const HAND = { R: 'right', L: 'left', both: 'both hands' } as const
const says = computed(() => {
  const { move } = now.value ?? {}
  if (!move) return ''
  return [
    move.hand && HAND[move.hand],
    move.stance,
    move.towards === undefined ? '' : `to the ${directionInWords(move.towards)}`,
    move.shout ? 'shout' : '',
  ]
    .filter(Boolean)
    .join(', ')
})
onKeyStroke(['.', ','], (event) => {
  const target = event.target as HTMLElement | null
  if (target?.closest('input, textarea, select, [role="dialog"]')) return
  step(event.key === '.' ? 1 : -1)
})
</script>

<template>
  <section class="moves" aria-label="Move by move">
    <button type="button" :disabled="count === 1" aria-label="One count back" @click="step(-1)">‹</button>
    <div class="text" aria-live="polite">
      <p class="where">
        {{ name }} · {{ now ? sections[now.section]?.name : '' }} · count {{ count }} of {{ most }}
      </p>
      <p class="now">
        <b>{{ now?.move.name }}</b> <span>{{ says }}</span>
      </p>
      <p v-if="then" class="then">then {{ then.move.name }}</p>
    </div>
    <FormPath class="way" :sections="sections" :at="count" />
    <button type="button" :disabled="count >= most" aria-label="One count on" @click="step(1)">›</button>
  </section>
</template>

<style scoped>
.moves {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) auto 72px;
  gap: 14px;
  align-items: center;
  padding: 6px 0;
  border-top: 2px solid #3a3028;
}
button {
  height: 84px;
  font: 700 44px/1 var(--font-sans);
  color: #fff;
  border: 2px solid #75604a;
}
button:disabled {
  opacity: 0.35;
}
.where,
.then {
  font-size: 20px;
  line-height: 26px;
  color: var(--color-hall-ash);
}
.now {
  font-size: 30px;
  line-height: 38px;
}
.now b {
  font-weight: 720;
  color: #fff;
}
.way {
  width: 132px;
  padding: 2px;
  color: var(--color-ink);
}
.way :deep(svg) {
  max-height: 128px;
}
.way :deep(figcaption) {
  display: none;
}
@media (max-width: 760px) {
  .moves {
    grid-template-columns: 56px minmax(0, 1fr) 56px;
    gap: 6px;
  }
  .way {
    display: none;
  }
  .now {
    font-size: 22px;
    line-height: 28px;
  }
}
/* A phone on its side: the move alone, between its keys. */
@media (min-width: 500px) and (max-height: 500px) {
  .moves {
    grid-template-columns: 48px minmax(0, 1fr) 48px;
    gap: 8px;
    padding: 2px 0;
  }
  button {
    height: 48px;
    font-size: 30px;
  }
  .where,
  .then,
  .way {
    display: none;
  }
  .now {
    max-height: 48px;
    overflow: hidden;
    font-size: 19px;
    line-height: 24px;
  }
}
</style>
