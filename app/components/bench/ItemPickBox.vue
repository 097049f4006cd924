<script setup lang="ts">
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue'
import { ChevronUpDownIcon } from '@heroicons/vue/20/solid'

/** The picker in use: typed into, with what is found below it. What was typed while it was on its way is taken over. */
const props = defineProps<{
  label: string
  modelValue: string | undefined
  optional?: boolean
  none: string
  category?: string | undefined
  placeholder?: string | undefined
  /** Opened with the whole list. */
  showAll: boolean
  /** What was typed before the list was there. */
  begun?: string | undefined
  /** And Enter pressed after it. */
  isMeant: boolean
  /** Whether the field it takes the place of had the focus. */
  hasFocus: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [id: string | undefined] }>()
const library = useLibraryStore()
const typed = ref('')
const NONE = ''
const box = useTemplateRef<HTMLElement>('box')
onMounted(async () => {
  await nextTick()
  const input = box.value?.querySelector('input')
  if (props.hasFocus) input?.focus()
  const [first] = props.isMeant && props.begun ? library.offered(props.begun) : []
  if (first) emit('update:modelValue', first.id)
  else if (!props.hasFocus) return
  else if (input && props.begun !== undefined) {
    input.value = props.begun
    input.dispatchEvent(new Event('input', { bubbles: true }))
  } else input?.select()
  if (props.showAll) box.value?.querySelector('button')?.click()
})

const found = computed(() =>
  library.offered(typed.value).filter(({ category }) => !props.category || props.category === category),
)
const nameOf = (id: unknown) => (id ? library.itemName(String(id)) : props.optional ? props.none : '')
</script>

<template>
  <div ref="box">
    <Combobox
      :model-value="modelValue ?? NONE"
      as="div"
      @update:model-value="emit('update:modelValue', $event || undefined)"
    >
      <ComboboxLabel class="sr-only">{{ label }}</ComboboxLabel>
      <div class="relative">
        <ComboboxInput
          class="field pr-7"
          :placeholder="modelValue ? undefined : (placeholder ?? label)"
          :display-value="nameOf"
          :title="nameOf(modelValue)"
          autocomplete="off"
          @change="typed = $event.target.value"
          @blur="typed = ''"
        />
        <ComboboxButton class="absolute inset-y-0 right-0 w-6" :aria-label="`${label}: show all`">
          <ChevronUpDownIcon class="mx-auto size-4 text-ash" />
        </ComboboxButton>
      </div>
      <ComboboxOptions class="panel absolute z-30 mt-1 max-h-64 w-full min-w-[220px] overflow-y-auto py-1">
        <ComboboxOption v-if="optional && !typed" v-slot="{ active }" :value="NONE" as="template">
          <li class="option text-ash" :class="{ active }">{{ none }}</li>
        </ComboboxOption>
        <ComboboxOption
          v-for="item in found"
          :key="item.id"
          v-slot="{ active }"
          :value="item.id"
          as="template"
        >
          <li class="option" :class="{ active }">
            {{ library.itemName(item.id) }} <span class="text-13 text-ash">{{ item.category }}</span>
          </li>
        </ComboboxOption>
        <li v-if="found.length === 0" class="option text-ash">Nothing in the library is called that.</li>
      </ComboboxOptions>
    </Combobox>
  </div>
</template>

<style scoped>
.option {
  padding: 3px 10px;
  cursor: pointer;
}
.option.active {
  background: #f1e4c6;
}
</style>
