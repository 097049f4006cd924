<script setup lang="ts">
import { readCalls, writeCalls } from '~~/core/plan/lines/calls'
import { readSays, writeSays } from '~~/core/plan/lines/says'
import type { Block } from '~~/core/plan/schema'

/** What is said while a board runs: its calls with their pace, words for a set or a side, and how the count sounds. */
const props = defineProps<{ block: Block }>()
const emit = defineEmits<{ change: [values: { [K in keyof Block]?: Block[K] | undefined }, touch: string] }>()
const library = useLibraryStore()
const open = reactive({ calls: false, says: false, voice: false })
watch(
  () => props.block.id,
  () => Object.assign(open, { calls: false, says: false, voice: false }),
)
const offers = computed(() => [
  { key: 'calls' as const, name: 'Calls', isOffered: !props.block.calls && !open.calls },
  { key: 'says' as const, name: 'Words for a set', isOffered: !props.block.says && !open.says },
  { key: 'voice' as const, name: 'How it is counted', isOffered: !props.block.voice && !open.voice },
])
type Calls = NonNullable<Block['calls']>
type Voice = NonNullable<Block['voice']>

function takeCalls(text: string): string | undefined {
  const read = readCalls(text, library.itemCalled, props.block.calls?.list)
  if (!read.ok) return read.message
  const { calls } = props.block
  if (read.value.length === 0) emit('change', { calls: undefined }, 'calls')
  else emit('change', { calls: { ...(calls ?? freshCalls()), list: read.value } }, 'calls')
  return undefined
}
const freshCalls = (): Omit<Calls, 'list'> => ({
  order: 'random',
  everySec: [3, 6],
  feints: 0,
  seed: Math.floor(Math.random() * 1_000_000),
})
function setCalls(values: Partial<Calls>, touch: string) {
  const { calls } = props.block
  if (calls) emit('change', { calls: { ...calls, ...values } }, `calls.${touch}`)
}
/** The least is never more than the most: whichever is moved takes the other along. */
function setLeast(least: number) {
  const most = Math.max(least, props.block.calls?.everySec[1] ?? least)
  setCalls({ everySec: [least, most] }, 'least')
}
function setMost(most: number) {
  const least = Math.min(most, props.block.calls?.everySec[0] ?? most)
  setCalls({ everySec: [least, most] }, 'most')
}
function takeSays(text: string): string | undefined {
  const read = readSays(text)
  if (!read.ok) return read.message
  emit('change', { says: read.value.length ? read.value : undefined }, 'says')
  return undefined
}
const voice = computed<Voice>(() => props.block.voice ?? { count: 'reps', loud: 'even', shout: 'none' })
function setVoice(values: Partial<Voice>) {
  const next = { ...voice.value, ...values }
  if (!next.reply) delete next.reply
  const isUsual = next.count === 'reps' && next.loud === 'even' && next.shout === 'none' && !next.reply
  emit('change', { voice: isUsual ? undefined : next }, 'voice')
}
</script>

<template>
  <div>
    <template v-if="block.calls || open.calls">
      <TypedLine
        label="Called, one to a line"
        :written="writeCalls(block.calls?.list ?? [])"
        :take="takeCalls"
        :rows="4"
        placeholder="front kick left → step back"
      />
      <template v-if="block.calls">
        <Choice
          label="Order"
          :model-value="block.calls.order"
          :options="[
            { value: 'given', name: 'Listed' },
            { value: 'random', name: 'Random' },
            { value: 'react', name: 'React' },
          ]"
          @update:model-value="setCalls({ order: $event }, 'order')"
        />
        <Stepper
          label="At least"
          :model-value="block.calls.everySec[0]"
          :min="0.5"
          :max="120"
          :step="0.5"
          unit="s"
          @update:model-value="setLeast"
        />
        <Stepper
          label="At most"
          :model-value="block.calls.everySec[1]"
          :min="0.5"
          :max="120"
          :step="0.5"
          unit="s"
          @update:model-value="setMost"
        />
        <OptionalFigure
          label="By the end"
          note="at most so many seconds apart then"
          :model-value="block.calls.tightenTo"
          :start="Math.max(0.5, block.calls.everySec[0])"
          :min="0.5"
          @update:model-value="setCalls({ tightenTo: $event }, 'tighten')"
        />
        <Stepper
          label="Feints"
          :model-value="Math.round(block.calls.feints * 100)"
          :min="0"
          :max="50"
          :step="5"
          unit="%"
          @update:model-value="setCalls({ feints: $event / 100 }, 'feints')"
        />
      </template>
    </template>
    <TypedLine
      v-if="block.says || open.says"
      label="Said in a set, round, stage or on a side"
      :written="writeSays(block.says ?? [])"
      :take="takeSays"
      :rows="3"
      placeholder="set 2: hips first"
    />
    <template v-if="block.voice || open.voice">
      <Choice
        label="Count"
        :model-value="voice.count"
        :options="[
          { value: 'reps', name: 'Reps' },
          { value: 'links', name: 'Links' },
          { value: 'off', name: 'Silent' },
        ]"
        @update:model-value="setVoice({ count: $event })"
      />
      <Choice
        label="Louder"
        :model-value="voice.loud"
        :options="[
          { value: 'even', name: 'Never' },
          { value: 'sets', name: 'By sets' },
          { value: 'reps', name: 'By reps' },
        ]"
        @update:model-value="setVoice({ loud: $event })"
      />
      <Choice
        label="Shout"
        :model-value="voice.shout"
        :options="[
          { value: 'none', name: 'None' },
          { value: 'last', name: 'Last rep' },
          { value: 'every', name: 'Each rep' },
        ]"
        @update:model-value="setVoice({ shout: $event })"
      />
      <TypedLine
        v-if="voice.shout !== 'none'"
        label="The class answers"
        :written="voice.reply ?? ''"
        :take="
          (text) => {
            setVoice({ reply: text || undefined })
            return undefined
          }
        "
        placeholder="nothing"
      />
    </template>
    <OpensMore :offers="offers" @open="(key) => (open[key] = true)" />
  </div>
</template>
