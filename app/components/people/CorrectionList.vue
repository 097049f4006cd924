<script setup lang="ts">
import type { Correction } from '~~/core/people/corrections'

/** Corrections in their order, the first of them until more are asked for. */
const { list, most = Infinity } = defineProps<{
  list: readonly Correction[]
  /** What each begins with, and what stands under it. */
  head: (one: Correction) => string
  under?: (one: Correction) => string
  most?: number
  readonly?: boolean
}>()
const emit = defineEmits<{ tell: [kind: 'seen' | 'right', one: Correction] }>()
const all = ref(false)
const shown = computed(() => (all.value ? list : list.slice(0, most)))
</script>

<template>
  <ul>
    <CorrectionRow
      v-for="one in shown"
      :key="`${one.student} ${one.item} ${one.said}`"
      :one="one"
      :head="head(one)"
      :under="under?.(one)"
      :readonly="readonly"
      @tell="emit('tell', $event, one)"
    />
  </ul>
  <button v-if="list.length > shown.length" type="button" class="link mt-1 block" @click="all = true">
    {{ list.length - shown.length }} more
  </button>
</template>
