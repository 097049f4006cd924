<script setup lang="ts">
import type { Board } from '~~/core/curriculum/boards'
import { fitShape, type Shape } from '~~/core/curriculum/shapes'
import { minutes } from '~~/core/kernel/time-text'

/** A shape on the shelf: its length can be asked for before it is placed. */
const props = defineProps<{ shape: Shape }>()
const emit = defineEmits<{ place: [boards: Board[]] }>()

const store = usePlanStore()
const asked = ref<number>()
const pointed = ref(false)
const fitted = computed(() => (store.plan ? fitShape(props.shape, store.plan, asked.value) : undefined))

const carry = useCarriedStore()
watch([pointed, fitted], ([is, fit]) => {
  if (is && fit) carry.point({ boards: fit.boards, name: props.shape.name })
  else carry.leave(props.shape.name)
})
onScopeDispose(() => carry.leave(props.shape.name))
function lift(event: DragEvent) {
  event.dataTransfer?.setData('text/plain', props.shape.name)
  if (fitted.value) carry.lift({ boards: fitted.value.boards, name: props.shape.name })
}

function ask(by: number) {
  const range = props.shape.minutes
  if (!range) return
  const now = asked.value ?? Math.round((fitted.value?.ms ?? 0) / 60_000)
  asked.value = Math.max(range.least, Math.min(range.most, now + by))
}
</script>

<template>
  <div
    class="shape"
    @mouseenter="pointed = true"
    @mouseleave="pointed = false"
    @focusin="pointed = true"
    @focusout="pointed = false"
  >
    <button
      type="button"
      class="place"
      :disabled="!fitted"
      draggable="true"
      @click="fitted && emit('place', fitted.boards)"
      @dragstart="lift"
      @dragend="carry.letGo()"
    >
      <span class="name"
        ><PhaseMark :phase="shape.blocks[0]!.phase" class="inline-block" /> {{ shape.name }}</span
      >
      <span class="about">{{ shape.about }}</span>
    </button>
    <span v-if="shape.minutes && fitted" class="length">
      <button type="button" :aria-label="`${shape.name}: a minute less`" @click="ask(-1)">−</button>
      <output>{{ minutes(fitted.ms) }}</output>
      <button type="button" :aria-label="`${shape.name}: a minute more`" @click="ask(1)">+</button>
    </span>
  </div>
</template>

<style scoped>
.shape {
  display: flex;
  align-items: center;
  width: calc(100% - 10px);
  border-left: 2px solid transparent;
  border-bottom: 1px solid #e7decd;
}
.shape:hover,
.shape:focus-within {
  background: var(--color-paper);
  border-left-color: var(--color-gilt);
}
.place {
  flex: 1;
  min-width: 0;
  padding: 4px 4px 5px 8px;
  text-align: left;
  outline-offset: -2px;
}
.name {
  display: block;
  font: 580 15px/19px var(--font-sans);
}
.about {
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
.length {
  display: flex;
  flex: none;
  align-items: center;
  font-size: 13px;
}
.length button {
  width: 24px;
  height: 24px;
  color: var(--color-harbour);
  font-weight: 700;
}
.length output {
  min-width: 34px;
  text-align: center;
}
</style>
