<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import { readCalls, writeCalls } from '~~/core/plan/lines/calls'
import type { Block } from '~~/core/plan/schema'

/** What is called while something is worked, one to a line, with its order and pace; of a board, or of an item for the boards it is put on. */
type Calls = NonNullable<Block['calls']>
const props = defineProps<{
  calls: Calls | undefined
  /** The item's own, to be taken with one tap. */
  own?: Calls | undefined
}>()
const emit = defineEmits<{ change: [calls: Calls | undefined, touch: string] }>()
const library = useLibraryStore()
function takeCalls(text: string): string | undefined {
  const read = readCalls(text, library.itemCalled, props.calls?.list)
  if (!read.ok) return read.message
  const { calls } = props
  if (read.value.length === 0) emit('change', undefined, 'calls')
  else emit('change', { ...(calls ?? freshCalls()), list: read.value }, 'calls')
  return undefined
}
const freshCalls = (): Omit<Calls, 'list'> => ({
  order: 'random',
  everySec: [3, 6],
  feints: 0,
  seed: Math.floor(Math.random() * 1_000_000),
})
function setCalls(values: Partial<Calls>, touch: string) {
  const { calls } = props
  if (calls) emit('change', { ...calls, ...values }, `calls.${touch}`)
}
/** The least is never more than the most: whichever is moved takes the other along. */
function setLeast(least: number) {
  const most = Math.max(least, props.calls?.everySec[1] ?? least)
  setCalls({ everySec: [least, most] }, 'least')
}
function setMost(most: number) {
  const least = Math.min(most, props.calls?.everySec[0] ?? most)
  setCalls({ everySec: [least, most] }, 'most')
}
</script>

<template>
  <div>
    <TypedLine
      label="Called, one to a line"
      :written="writeCalls(calls?.list ?? [])"
      :take="takeCalls"
      :rows="4"
      placeholder="front kick left → step back"
    />
    <template v-if="calls">
      <Choice
        label="Order"
        :model-value="calls.order"
        :options="[
          { value: 'given', name: 'Listed' },
          { value: 'random', name: 'Random' },
          { value: 'react', name: 'React' },
        ]"
        @update:model-value="setCalls({ order: $event }, 'order')"
      />
      <Stepper
        label="At least"
        :model-value="calls.everySec[0]"
        :min="0.5"
        :max="120"
        :step="0.5"
        unit="s"
        @update:model-value="setLeast"
      />
      <Stepper
        label="At most"
        :model-value="calls.everySec[1]"
        :min="0.5"
        :max="120"
        :step="0.5"
        unit="s"
        @update:model-value="setMost"
      />
      <OptionalFigure
        label="By the end"
        note="at most so many seconds apart then"
        :model-value="calls.tightenTo"
        :start="Math.max(0.5, calls.everySec[0])"
        :min="0.5"
        @update:model-value="setCalls({ tightenTo: $event }, 'tighten')"
      />
      <Stepper
        label="Feints"
        :model-value="Math.round(calls.feints * 100)"
        :min="0"
        :max="50"
        :step="5"
        unit="%"
        @update:model-value="setCalls({ feints: $event / 100 }, 'feints')"
      />
    </template>
    <button v-if="own && !calls" type="button" class="btn mt-1 px-2" @click="emit('change', own, 'calls')">
      Take its {{ counted(own.list.length, 'call') }}
    </button>
  </div>
</template>
