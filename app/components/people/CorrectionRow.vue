<script setup lang="ts">
import type { Correction } from '~~/core/people/corrections'
import { counted } from '~~/core/kernel/time-text'

/** One correction: whose or of which item, what it is, how often it was seen; right and again are as near as each other. */
const props = defineProps<{ one: Correction; head: string; under?: string; readonly?: boolean }>()
const emit = defineEmits<{ tell: [kind: 'seen' | 'right'] }>()
const often = computed(() => {
  const { seen, right, returned, state } = props.one
  if (state === 'praise') return right === 1 ? 'praised' : `praised ${counted(right, 'time')}`
  const times = seen === 1 ? 'seen once' : `seen ${counted(seen, 'time')}`
  return returned && state === 'open' ? `${times}, came back` : times
})
const isPraise = computed(() => props.one.state === 'praise')
</script>

<template>
  <li class="correction" :class="one.state">
    <div class="min-w-0">
      <p>
        <b>{{ head }}</b> {{ one.said }}
        <em v-if="one.oral" title="Told by word of mouth only: on nothing that a student sees"
          >by word only</em
        >
      </p>
      <p class="often">
        <template v-if="under">{{ under }}, </template>{{ often }}
      </p>
    </div>
    <div v-if="!readonly" class="acts">
      <button
        type="button"
        class="btn right"
        :aria-label="`${head}, ${one.said}: ${isPraise ? 'right again' : 'seen right'}`"
        @click="emit('tell', 'right')"
      >
        {{ isPraise ? 'Again' : 'Right' }}
      </button>
      <button
        v-if="!isPraise"
        type="button"
        class="btn"
        :aria-label="`${head}, ${one.said}: seen again`"
        @click="emit('tell', 'seen')"
      >
        {{ one.state === 'closed' ? 'It is back' : 'Again' }}
      </button>
    </div>
  </li>
</template>

<style scoped>
.correction {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  padding: 5px 0 5px 10px;
  border-top: 1px solid #e7decd;
  border-left: 4px solid var(--color-brick);
}
.closed,
.praise {
  border-left-color: var(--color-moss);
}
.correction b {
  font-weight: 640;
}
em {
  padding: 0 6px;
  font-size: 13px;
  font-style: normal;
  white-space: nowrap;
  border: 1px solid var(--color-straw);
}
.often {
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
.acts {
  display: flex;
  flex: none;
  gap: 6px;
}
.right {
  color: var(--color-moss);
  font-weight: 640;
}
@media (max-width: 760px) {
  .acts .btn {
    height: 44px;
  }
}
</style>
