<script setup lang="ts">
import { readSays, writeSays } from '~~/core/plan/lines/says'
import type { Block } from '~~/core/plan/schema'

/** What is said while a board runs: its calls with their pace, words for a set or a side, and how the count sounds. */
const props = defineProps<{ block: Block }>()
const emit = defineEmits<{ change: [values: { [K in keyof Block]?: Block[K] | undefined }, touch: string] }>()
const library = useLibraryStore()
const open = reactive({ kinds: false, calls: false, says: false, voice: false })
watch(
  () => props.block.id,
  () => Object.assign(open, { kinds: false, calls: false, says: false, voice: false }),
)
const isRounds = computed(() => props.block.dose?.kind === 'rounds')
const offers = computed(() => [
  { key: 'calls' as const, name: 'Calls', isOffered: !props.block.calls && !open.calls },
  {
    key: 'kinds' as const,
    name: 'Kinds in a free round',
    isOffered: isRounds.value && !props.block.kinds && !open.kinds,
  },
  { key: 'says' as const, name: 'Words for a set', isOffered: !props.block.says && !open.says },
  { key: 'voice' as const, name: 'How it is counted', isOffered: !props.block.voice && !open.voice },
])
type Voice = NonNullable<Block['voice']>

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
    <CallsField
      v-if="block.calls || open.calls"
      :calls="block.calls"
      :own="library.items.get(block.technique ?? '')?.calls"
      @change="(calls, touch) => emit('change', { calls }, touch)"
    />
    <KindsField
      v-if="block.kinds || open.kinds"
      :kinds="block.kinds"
      @change="emit('change', { kinds: $event }, 'kinds')"
    />
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
