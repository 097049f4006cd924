<script setup lang="ts">
import type { Item } from '~~/core/curriculum/item'

/** What an item is called: its name, its other names, and the one this club says. */
const props = defineProps<{
  item: Item
  readonly: boolean
  faultAt: (path: string) => string | undefined
  aliasFault: string | undefined
}>()
const emit = defineEmits<{ change: [values: Partial<Item>] }>()

const names = computed(() => [props.item.name, ...props.item.aliases])
function rename(name: string | undefined) {
  const followed = props.item.preferred === props.item.name
  emit('change', { name: name ?? '', ...(followed ? { preferred: name } : {}) })
}
function setAliases(text: string | undefined) {
  const aliases = (text ?? '').split(/\s*[,;]\s*/).filter(Boolean)
  const said = props.item.preferred
  const lost = said !== undefined && said !== props.item.name && !aliases.includes(said)
  emit('change', { aliases, ...(lost ? { preferred: undefined } : {}) })
}
function call(name: string) {
  emit('change', { preferred: name === props.item.name ? undefined : name })
}
</script>

<template>
  <div class="min-w-0 flex-1">
    <h1>
      <InPlace
        :model-value="item.name"
        label="Name"
        :readonly="readonly"
        :fault="faultAt('name')"
        @update:model-value="rename"
      />
    </h1>
    <div class="flex flex-wrap items-center gap-x-4 text-ash">
      <span class="flex min-w-[200px] gap-1"
        >also:
        <InPlace
          class="flex-1"
          :model-value="item.aliases.join(', ') || undefined"
          label="Aliases"
          placeholder="what others call it"
          optional
          :readonly="readonly"
          :fault="aliasFault"
          @update:model-value="setAliases"
        />
      </span>
      <label v-if="item.aliases.length" class="text-13"
        >we say
        <select
          class="said"
          :disabled="readonly"
          @change="call(names[($event.target as HTMLSelectElement).selectedIndex] ?? item.name)"
        >
          <option v-for="name in names" :key="name" :selected="name === (item.preferred ?? item.name)">
            {{ name }}
          </option>
        </select>
      </label>
    </div>
  </div>
</template>

<style scoped>
h1 {
  font-size: 34px;
  line-height: 40px;
}
.said {
  height: 24px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  color: var(--color-ink);
}
</style>
