<script setup lang="ts">
import type { Component } from 'vue'
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

/**
 * Pickers are many and used one at a time: the list and its search come with the first focus. Until they are there the plain field is typed into, and
 * what was typed is taken over.
 */
const Box = shallowRef<Component>()
const showsAll = ref(false)
const begun = ref<string>()
/** Enter was pressed before the list was there: the first that is found is meant. */
const isMeant = ref(false)
/** Who has gone on to another field meanwhile is not called back. */
const isStillHere = ref(false)
const plain = useTemplateRef<HTMLInputElement>('plain')
async function use() {
  plain.value?.select()
  const { default: box } = await import('./ItemPickBox.vue')
  isStillHere.value = showsAll.value || document.activeElement === plain.value
  const typed = plain.value?.value
  begun.value = typed === nameOf(props.modelValue) ? undefined : typed
  Box.value = box
}
async function showAll() {
  showsAll.value = true
  await use()
}
const nameOf = (id: unknown) => (id ? library.itemName(String(id)) : props.optional ? props.none : '')
</script>

<template>
  <div class="relative">
    <template v-if="!Box">
      <input
        ref="plain"
        class="field pr-7"
        role="combobox"
        aria-expanded="false"
        :aria-label="label"
        :placeholder="modelValue ? undefined : (placeholder ?? label)"
        :value="nameOf(modelValue)"
        :title="nameOf(modelValue)"
        autocomplete="off"
        @focus="use"
        @keydown.enter.prevent="isMeant = true"
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
    <component
      :is="Box"
      v-else
      :label="label"
      :model-value="modelValue"
      :optional="optional"
      :none="none"
      :category="category"
      :placeholder="placeholder"
      :show-all="showsAll"
      :begun="begun"
      :is-meant="isMeant"
      :has-focus="isStillHere"
      @update:model-value="emit('update:modelValue', $event)"
    />
  </div>
</template>
