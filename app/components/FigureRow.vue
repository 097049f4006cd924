<script setup lang="ts">
/** A labelled figure in a quiet field; empty is none where that is allowed. A figure out of range is told and not taken. */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number | undefined
    unit?: string
    min?: number
    max?: number
    optional?: boolean
    readonly?: boolean
    /** The label is for who does not see what it stands beside. */
    quiet?: boolean
  }>(),
  { unit: '', min: 0, max: 1000, optional: false, readonly: false, quiet: false },
)
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>()
const id = useId()
const text = () => (props.modelValue === undefined ? '' : String(props.modelValue))
const typed = ref(text())
const wrong = ref(false)
useWrongField(id, wrong)
watch(
  () => props.modelValue,
  () => {
    typed.value = text()
    wrong.value = false
  },
)
function take() {
  const plain = typed.value.trim().replace(',', '.')
  if (plain === '' && props.optional) {
    wrong.value = false
    if (props.modelValue !== undefined) emit('update:modelValue', undefined)
    return
  }
  const value = Number(plain)
  wrong.value = plain === '' || !Number.isFinite(value) || value < props.min || value > props.max
  if (!wrong.value && value !== props.modelValue) emit('update:modelValue', value)
}
</script>

<template>
  <div class="figure" :class="{ quiet }">
    <label :for="id" :class="{ 'sr-only': quiet }">{{ label }}</label>
    <input
      :id="id"
      v-model="typed"
      inputmode="decimal"
      :readonly="readonly"
      :aria-invalid="wrong || undefined"
      @change="take"
    />
    <span class="unit">{{ unit }}</span>
    <p v-if="wrong" class="told" role="alert">{{ label }} must be a number from {{ min }} to {{ max }}.</p>
  </div>
</template>

<style scoped>
.figure {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 62px auto;
  align-items: center;
  gap: 6px;
  min-height: 28px;
}
.figure.quiet {
  grid-template-columns: 62px auto;
}
input {
  height: 26px;
  min-width: 0;
  padding: 0 6px;
  text-align: right;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
input:not([readonly]):hover {
  border-color: #b9a98d;
}
input[aria-invalid] {
  border-color: var(--color-brick);
  background: var(--color-brick-tint);
}
.unit {
  min-width: 22px;
  font-size: 13px;
  color: var(--color-ash);
}
.told {
  grid-column: 1 / -1;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-brick-deep);
}
</style>
