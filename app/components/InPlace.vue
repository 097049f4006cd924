<script setup lang="ts">
import { saidOf } from '~~/core/kernel/said-fields'

/**
 * Text that is edited where it stands: it looks like text until it is touched. Enter or leaving keeps it, Esc puts back what
 * was there. An empty optional text is `undefined`.
 */
const props = withDefaults(
  defineProps<{
    modelValue: string | undefined
    label: string
    placeholder?: string
    readonly?: boolean
    fault?: string | undefined
    optional?: boolean
  }>(),
  { placeholder: '', readonly: false, fault: undefined, optional: false },
)
const emit = defineEmits<{ 'update:modelValue': [value: string | undefined] }>()
const id = useId()
const field = useTemplateRef<HTMLTextAreaElement>('field')
const typed = ref(props.modelValue ?? '')
watch(
  () => props.modelValue,
  (value) => (typed.value = value ?? ''),
)
const dirty = computed(() => typed.value !== (props.modelValue ?? ''))

function keep() {
  const text = typed.value.replace(/\s*\n\s*/g, ' ').trim()
  typed.value = text
  const value = text === '' && props.optional ? undefined : text
  if (value !== props.modelValue) emit('update:modelValue', value)
}
function putBack() {
  typed.value = props.modelValue ?? ''
  field.value?.blur()
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <span class="in-place">
    <textarea
      :id="id"
      ref="field"
      v-model="typed"
      rows="1"
      :aria-label="label"
      :placeholder="readonly ? '' : placeholder"
      :readonly="readonly"
      :aria-invalid="fault ? true : undefined"
      :aria-describedby="fault ? `${id}-fault` : undefined"
      :data-dirty="dirty || undefined"
      @change="keep"
      @keydown.enter.prevent="($event.target as HTMLElement).blur()"
      @keydown.esc.stop="putBack"
    />
    <span v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ saidOf(label, fault) }}.</span>
  </span>
</template>

<style scoped>
.in-place {
  display: block;
  min-width: 0;
}
textarea {
  display: block;
  width: 100%;
  min-height: 24px;
  padding: 0 4px;
  margin-left: -5px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: transparent;
  font: inherit;
  color: inherit;
  resize: none;
  overflow: hidden;
  field-sizing: content;
}
textarea:not([readonly]):hover {
  border-color: var(--color-straw);
}
textarea:not([readonly]):focus {
  background: var(--color-paper);
  border-color: #b9a98d;
}
textarea[aria-invalid] {
  border-color: var(--color-brick);
  background: var(--color-brick-tint);
}
textarea::placeholder {
  color: var(--color-ash);
  opacity: 1;
  font-weight: 400;
  font-style: italic;
}
.fault {
  display: block;
  font: 400 13px/17px var(--font-sans);
  color: var(--color-brick-deep);
}
</style>
