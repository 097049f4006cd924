<script setup lang="ts">
/** A figure from 0 to 3 as a bar of three stones: a slider for the arrows, a click on a stone sets it. */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number
    step?: number
    readonly?: boolean
    tone: 'asks' | 'gives'
  }>(),
  { step: 1, readonly: false },
)
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()
function by(amount: number) {
  if (!props.readonly) emit('update:modelValue', Math.max(0, Math.min(3, props.modelValue + amount)))
}
/** A click on the stone that is the last one filled empties it. */
function set(stone: number) {
  if (!props.readonly) emit('update:modelValue', props.modelValue === stone ? stone - 1 : stone)
}
const filled = (stone: number) => Math.max(0, Math.min(1, props.modelValue - stone + 1)) * 100
</script>

<template>
  <span
    class="bar"
    :class="tone"
    role="slider"
    :tabindex="readonly ? -1 : 0"
    :aria-label="label"
    aria-valuemin="0"
    aria-valuemax="3"
    :aria-valuenow="modelValue"
    :aria-readonly="readonly || undefined"
    @keydown.right.prevent="by(step)"
    @keydown.up.prevent="by(step)"
    @keydown.left.prevent="by(-step)"
    @keydown.down.prevent="by(-step)"
  >
    <i v-for="stone in 3" :key="stone" @click="set(stone)"><b :style="{ width: `${filled(stone)}%` }" /></i>
  </span>
</template>

<style scoped>
.bar {
  display: inline-flex;
  gap: 2px;
  padding: 5px 2px;
}
.bar i {
  width: 20px;
  height: 14px;
  background: #efe6d3;
  border: 1px solid #cdbfa6;
}
.bar b {
  display: block;
  height: 100%;
  background: var(--tone);
}
.asks {
  --tone: #a84f17;
}
.gives {
  --tone: #4f6b3a;
}
</style>
