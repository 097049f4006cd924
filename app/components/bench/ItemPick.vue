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

/** Picks an item of the library by typing a part of its name. Until it is used it is a plain field that says what is picked. */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: string | undefined
    optional?: boolean
    /** What stands for no item. */
    none?: string
    category?: string
    /** What stands in the empty field; its label unless given. */
    placeholder?: string
  }>(),
  { none: 'no item', category: undefined, placeholder: undefined },
)
const emit = defineEmits<{ 'update:modelValue': [id: string | undefined] }>()
const library = useLibraryStore()
const typed = ref('')
const NONE = ''

/** Pickers are many and used one at a time: the list and its search are there from the first focus on. */
const used = ref(false)
const box = useTemplateRef<HTMLElement>('box')
async function use() {
  used.value = true
  await nextTick()
  const input = box.value?.querySelector('input')
  input?.focus()
  input?.select()
}
async function showAll() {
  await use()
  box.value?.querySelector('button')?.click()
}

const found = computed(() =>
  library.offered(typed.value).filter(({ category }) => !props.category || props.category === category),
)
const nameOf = (id: unknown) => (id ? library.itemName(String(id)) : props.optional ? props.none : '')
</script>

<template>
  <div ref="box" class="relative">
    <template v-if="!used">
      <input
        class="field pr-7"
        role="combobox"
        aria-expanded="false"
        :aria-label="label"
        :placeholder="modelValue ? undefined : (placeholder ?? label)"
        :value="nameOf(modelValue)"
        :title="nameOf(modelValue)"
        autocomplete="off"
        @focus="use"
      />
      <button
        type="button"
        class="absolute inset-y-0 right-0 w-6"
        :aria-label="`${label}: show all`"
        tabindex="-1"
        @click="showAll"
      >
        <ChevronUpDownIcon class="mx-auto size-4 text-ash" />
      </button>
    </template>
    <Combobox
      v-else
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
