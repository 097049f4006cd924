<script setup lang="ts">
import { ArrowsRightLeftIcon, ArrowUturnLeftIcon } from '@heroicons/vue/20/solid'
import { mirrored, readCombination, reversed, writeCombination } from '~~/core/curriculum/combinations'
import { chainWords } from '~~/core/plan/place-words'
import type { CombinationPart } from '~~/core/plan/places'

/** What one rep is made of: a chain, typed in order or picked part by part, turned about and mirrored at a key. */
const props = withDefaults(
  defineProps<{ parts: readonly CombinationPart[] | undefined; label?: string; readonly?: boolean }>(),
  { label: 'Made of', readonly: false },
)
const emit = defineEmits<{ change: [parts: CombinationPart[] | undefined] }>()
const library = useLibraryStore()
const names = { item: library.itemName, layer: library.layerName }
const id = useId()
const { typed, wrong, taken, leave } = useTypedLine(
  () => writeCombination(props.parts ?? [], library.itemName),
  (line) => {
    const { parts, unknown } = readCombination(line, (name) => library.itemCalled(name))
    if (unknown.length)
      return `Nothing in the library is called ${unknown.map((name) => `“${name}”`).join(', ')}`
    emit('change', parts.length ? parts : undefined)
  },
)
function pick(item: string | undefined) {
  if (!item) return
  const part: CombinationPart = { technique: item, layer: 1, times: 1, side: 'same' }
  emit('change', [...(props.parts ?? []), part])
}
function turn(event: KeyboardEvent) {
  if (!event.altKey || !props.parts) return
  if (event.key === 'r') emit('change', reversed(props.parts))
  else if (event.key === 'm') emit('change', mirrored(props.parts))
  else return
  event.preventDefault()
}
</script>

<template>
  <div class="combination" @keydown="turn">
    <label :for="id">{{ label }}</label>
    <p v-if="parts" class="chain" data-test="chain">{{ chainWords(parts, names) }}</p>
    <template v-if="!readonly">
      <textarea
        :id="id"
        v-model="typed"
        class="field"
        rows="1"
        placeholder="straight punch, hook other side, front kick x2"
        spellcheck="false"
        :aria-invalid="wrong !== '' || undefined"
        :aria-describedby="wrong ? `${id}-wrong` : undefined"
        @change="taken"
        @keydown.enter.prevent="taken"
        @keydown.esc="leave"
      />
      <p v-if="wrong" :id="`${id}-wrong`" class="wrong" role="alert">{{ wrong }}.</p>
      <div class="acts">
        <ItemPick class="flex-1" label="Add a part" :model-value="undefined" @update:model-value="pick" />
        <button
          type="button"
          class="btn px-2"
          :disabled="!parts || parts.length < 2"
          title="In the other order (Alt R)"
          aria-label="In the other order"
          @click="parts && emit('change', reversed(parts))"
        >
          <ArrowUturnLeftIcon class="size-4" />
        </button>
        <button
          type="button"
          class="btn px-2"
          :disabled="!parts"
          title="Mirrored: the other sides (Alt M)"
          aria-label="Mirrored"
          @click="parts && emit('change', mirrored(parts))"
        >
          <ArrowsRightLeftIcon class="size-4" />
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.combination {
  margin-top: 4px;
}
label {
  font-size: 13px;
  color: var(--color-ash);
}
.chain {
  padding: 3px 7px;
  font-size: 13px;
  line-height: 18px;
  font-weight: 560;
  background: var(--color-paper);
  border-left: 3px solid var(--color-gilt);
}
textarea {
  height: auto;
  min-height: 26px;
  padding: 3px 6px;
  font-size: 13px;
  line-height: 18px;
  field-sizing: content;
  resize: none;
}
.acts {
  display: flex;
  gap: 4px;
  margin-top: 3px;
}
.wrong {
  font-size: 13px;
  line-height: 17px;
  color: var(--color-brick-deep);
}
</style>
