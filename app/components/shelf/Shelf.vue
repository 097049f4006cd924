<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import type { Shape } from '~~/core/curriculum/shapes'
import { techniquesOf } from '~~/core/plan/techniques'

/** What can be put on the frame: what is due, the library, shapes, and boards of past classes. Enter, a click or a drag places it. */
const store = usePlanStore()
const library = useLibraryStore()
const TABS = ['Due', 'Library', 'Shapes', 'Past'] as const
const LIBRARY = TABS.indexOf('Library')
const tab = ref(LIBRARY)
const finder = useTemplateRef<{ focus(): void }>('finder')

defineExpose({
  async focus() {
    tab.value = LIBRARY
    await nextTick()
    finder.value?.focus()
  },
})

/** The boards move first, and the shelf follows. */
const { shown: plan } = useAfterPaint(() => store.plan)
/** What the plan works already; the same set as long as it is so, and the shelf stands still. */
const onPlan = computed<ReadonlySet<string>>((before) => {
  const now = new Set(plan.value ? techniquesOf(plan.value).map(({ id }) => id) : [])
  const isSame = before?.size === now.size && [...now].every((id) => before.has(id))
  return isSame ? before : now
})

const shapes = computed<Shape[]>(() => library.loaded?.shapes ?? [])
</script>

<template>
  <aside class="shelf" aria-label="The shelf">
    <TabGroup :selected-index="tab" @change="tab = $event">
      <TabList class="tabs">
        <Tab v-for="name in TABS" :key="name" v-slot="{ selected }" as="template">
          <button type="button" :class="{ on: selected }">{{ name }}</button>
        </Tab>
      </TabList>
      <TabPanels class="min-h-0 flex-1 overflow-y-auto" :tabindex="-1">
        <TabPanel :tabindex="-1"><LazyDueShelf :on-plan="onPlan" /></TabPanel>
        <TabPanel :tabindex="-1"><LibraryShelf ref="finder" :on-plan="onPlan" /></TabPanel>
        <TabPanel :tabindex="-1">
          <LazyShapeRow
            v-for="shape in shapes"
            :key="shape.id"
            :shape="shape"
            @place="store.addAll($event)"
          />
        </TabPanel>
        <TabPanel :tabindex="-1"><LazyPastShelf /></TabPanel>
      </TabPanels>
    </TabGroup>
    <LazyPlacingPanel />
  </aside>
</template>

<style scoped>
.shelf {
  contain: strict;
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
  flex: 1 1 auto;
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
</style>
