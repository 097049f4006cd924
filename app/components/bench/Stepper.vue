<script setup lang="ts">
/** A figure with a step down and a step up, and a field to type it. Out of range says what is wanted and keeps the plan. */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number
    min?: number
    max?: number
    step?: number
    unit?: string
    keys?: [string, string]
  }>(),
  { min: 0, max: 999, step: 1, unit: '', keys: undefined },
)
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()
const id = useId()
const typed = ref(String(props.modelValue))
const wrong = ref(false)
watch(
  () => props.modelValue,
  (value) => {
    typed.value = String(value)
    wrong.value = false
  },
)
const isWhole = computed(() => Number.isInteger(props.step) && props.unit === '')

function accepts(value: number): boolean {
  if (!Number.isFinite(value) || value < props.min || value > props.max) return false
  return isWhole.value ? Number.isInteger(value) : Math.round(value * 1000) / 1000 === value
}
function take() {
  const value = Number(typed.value.trim().replace(',', '.'))
  wrong.value = typed.value.trim() === '' || !accepts(value)
  if (!wrong.value && value !== props.modelValue) emit('update:modelValue', value)
}
function by(sign: number) {
  const next = Math.round((props.modelValue + sign * props.step) * 1000) / 1000
  emit('update:modelValue', Math.min(props.max, Math.max(props.min, next)))
}
function leave() {
  if (!wrong.value) return
  typed.value = String(props.modelValue)
  wrong.value = false
}
const wanted = computed(
  () => `${isWhole.value ? 'a whole number' : 'a number'} from ${props.min} to ${props.max}`,
)
</script>

<template>
  <div class="row">
    <label :for="id">{{ label }}</label>
    <kbd v-if="keys" aria-hidden="true">{{ keys[0] }}</kbd>
    <span v-else />
    <div class="box" :class="{ wrong }">
      <button type="button" :aria-label="`${label}: less`" :disabled="modelValue <= min" @click="by(-1)">
        −
      </button>
      <input
        :id="id"
        v-model="typed"
        inputmode="decimal"
        :aria-invalid="wrong"
        :aria-describedby="wrong ? `${id}-wrong` : undefined"
        @input="take"
        @blur="leave"
        @keydown.up.prevent="by(1)"
        @keydown.down.prevent="by(-1)"
      />
      <span v-if="unit" class="unit">{{ unit }}</span>
      <button type="button" :aria-label="`${label}: more`" :disabled="modelValue >= max" @click="by(1)">
        +
      </button>
    </div>
    <kbd v-if="keys" aria-hidden="true">{{ keys[1] }}</kbd>
    <p v-if="wrong" :id="`${id}-wrong`" class="told" role="alert">{{ label }} must be {{ wanted }}.</p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 84px 22px 104px 22px;
  align-items: center;
  column-gap: 4px;
  min-height: 28px;
}
label {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.box {
  display: flex;
  align-items: center;
  height: 26px;
  background: var(--color-paper);
  border: 1px solid #b9a98d;
  border-radius: 4px;
}
.box.wrong {
  border-color: var(--color-brick);
  background: var(--color-brick-tint);
}
.box button {
  flex: none;
  width: 26px;
  height: 24px;
  background: #f1e9da;
  color: var(--color-umber);
}
.box button:disabled {
  opacity: 0.4;
}
.box input {
  flex: 1;
  min-width: 0;
  width: 30px;
  padding: 0 2px;
  text-align: center;
  font-weight: 660;
  background: transparent;
}
.unit {
  padding-right: 4px;
  font-size: 13px;
  color: var(--color-ash);
}
kbd {
  justify-self: center;
}
.told {
  grid-column: 1 / -1;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-brick-deep);
}
</style>
