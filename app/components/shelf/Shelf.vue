<script setup lang="ts">
import { MagnifyingGlassIcon } from '@heroicons/vue/20/solid'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { clockAt, minutes } from '~~/core/plan/time-text'
import { layPlan, type Block } from '~~/core'
import { insertBlock } from '~~/core/plan/edit'
import { boardFor } from '~/domain/item-board'
import { SHAPES } from '~/domain/shapes'

/** What can be put on the frame: the club's library and ready-made shapes. Enter or a click places after the selected board. */
const store = usePlanStore()
const library = useLibraryStore()
const find = ref('')
const tab = ref(0)
const finder = useTemplateRef<HTMLInputElement>('finder')
const pointed = ref<string>()

defineExpose({
  async focus() {
    tab.value = 0
    await nextTick()
    finder.value?.focus()
    finder.value?.select()
  },
})

const groups = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean)
  const byCategory = new Map<
    string,
    { id: string; name: string; about: string; block: Omit<Block, 'id'> }[]
  >()
  for (const item of library.items.values()) {
    const text = `${item.name} ${item.category} ${item.keyPoints.join(' ')}`.toLowerCase()
    if (!words.every((word) => text.includes(word))) continue
    const about = `${item.layers.length} layers${item.partner === 'partner' ? ', with a partner' : ''}`
    const list = byCategory.get(item.category) ?? []
    byCategory.set(item.category, [...list, { id: item.id, name: item.name, about, block: boardFor(item) }])
  }
  return [...byCategory]
})
const shapes = SHAPES.map((shape) => ({ ...shape, id: shape.name }))
const onPlan = computed(
  () =>
    new Set(
      (store.plan?.blocks ?? []).flatMap((b) => [b.technique, ...(b.tracks ?? []).map((t) => t.technique)]),
    ),
)

/** What placing it would do to the time, before it is placed. */
function preview(block: Omit<Block, 'id'>): string {
  const { plan, timeline } = store
  if (!plan || !timeline) return ''
  const after = layPlan(insertBlock(plan, store.insertAt, block).plan)
  const at = after.blocks[store.insertAt]?.at ?? 0
  const where = plan.start ? clockAt(plan.start, at)[0] : minutes(at)
  const spare = after.spareMs
  return `at ${where}, ${spare < 0 ? `${minutes(-spare)} over` : `${minutes(spare)} spare`}`
}
const place = (block: Omit<Block, 'id'>) => store.add(block)
</script>

<template>
  <aside class="shelf" aria-label="The shelf">
    <TabGroup :selected-index="tab" @change="tab = $event">
      <TabList class="tabs">
        <Tab v-for="name in ['Library', 'Shapes']" :key="name" v-slot="{ selected }" as="template">
          <button type="button" :class="{ on: selected }">{{ name }}</button>
        </Tab>
      </TabList>
      <TabPanels class="min-h-0 flex-1 overflow-y-auto" :tabindex="-1">
        <TabPanel :tabindex="-1">
          <div class="find">
            <MagnifyingGlassIcon class="size-4 flex-none" />
            <input
              ref="finder"
              v-model="find"
              placeholder="Find in the library"
              aria-label="Find in the library"
            />
            <kbd>/</kbd>
          </div>
          <p v-if="groups.length === 0" class="py-6 pr-3 text-center text-ash">
            Nothing in the library is called “{{ find }}”.
          </p>
          <section v-for="[category, items] in groups" :key="category">
            <h3 class="category">{{ category }}</h3>
            <button
              v-for="item in items"
              :key="item.id"
              type="button"
              class="item"
              :class="{ placed: onPlan.has(item.id) }"
              @click="place(item.block)"
              @focus="pointed = item.id"
              @mouseenter="pointed = item.id"
              @mouseleave="pointed = undefined"
            >
              <span class="name">{{ item.name }}</span>
              <span v-if="onPlan.has(item.id)" class="tick" title="on the plan">✓</span>
              <span class="about">{{
                pointed === item.id ? `place it ${preview(item.block)}` : item.about
              }}</span>
            </button>
          </section>
        </TabPanel>
        <TabPanel :tabindex="-1">
          <button
            v-for="shape in shapes"
            :key="shape.id"
            type="button"
            class="item"
            :data-phase="shape.block.phase"
            @click="place(shape.block)"
            @focus="pointed = shape.id"
            @mouseenter="pointed = shape.id"
            @mouseleave="pointed = undefined"
          >
            <span class="name"
              ><PhaseMark :phase="shape.block.phase" class="inline-block" /> {{ shape.name }}</span
            >
            <span class="about">{{
              pointed === shape.id ? `place it ${preview(shape.block)}` : shape.about
            }}</span>
          </button>
        </TabPanel>
      </TabPanels>
    </TabGroup>
  </aside>
</template>

<style scoped>
.shelf {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 8px 0 0 12px;
  border-right: 1px solid var(--color-straw);
}
.tabs {
  display: flex;
  gap: 2px;
  padding-right: 10px;
}
.tabs button {
  flex: 1;
  height: 30px;
  border-bottom: 1px solid var(--color-straw);
  font: 560 15px/20px var(--font-serif);
  color: var(--color-ash);
}
.tabs .on {
  border-bottom: 3px solid var(--color-gilt);
  color: var(--color-umber);
  font-weight: 680;
}
.find {
  display: flex;
  align-items: center;
  gap: 7px;
  height: 32px;
  margin: 8px 10px 4px 0;
  padding: 0 6px 0 9px;
  background: var(--color-paper);
  border: 1px solid #b9a98d;
  border-radius: 4px;
  color: var(--color-ash);
}
.find:focus-within {
  outline: 2px solid var(--color-harbour);
}
.find input {
  flex: 1;
  min-width: 0;
  background: none;
  outline: none;
  color: var(--color-ink);
}
.find input::placeholder {
  color: var(--color-ash);
  opacity: 1;
}
.category {
  padding: 9px 0 2px;
  font-size: 15px;
  text-transform: capitalize;
}
.item {
  display: grid;
  grid-template-columns: 1fr auto;
  width: calc(100% - 10px);
  padding: 4px 4px 5px 8px;
  text-align: left;
  border-left: 2px solid transparent;
  border-bottom: 1px solid #e7decd;
}
.item:hover,
.item:focus-visible {
  background: var(--color-paper);
  border-left-color: var(--color-gilt);
  outline-offset: -2px;
}
.name {
  font: 580 15px/19px var(--font-sans);
}
.placed .name {
  font-weight: 450;
}
.tick {
  color: var(--color-moss);
  font-weight: 700;
}
.about {
  grid-column: 1 / -1;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
</style>
