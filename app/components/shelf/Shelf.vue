<script setup lang="ts">
import { MagnifyingGlassIcon } from '@heroicons/vue/20/solid'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { toast } from 'vue-sonner'
import { clockAt, minutes } from '~~/core/plan/time-text'
import { layPlan } from '~~/core'
import { boardFor, type Board } from '~~/core/curriculum/boards'
import { CATEGORIES } from '~~/core/curriculum/categories'
import { inShort, spokenName, type Item } from '~~/core/curriculum/item'
import { ladderBoard } from '~~/core/curriculum/partner-ladder'
import { librarySearch } from '~~/core/curriculum/search'
import type { Shape } from '~~/core/curriculum/shapes'
import { breakDown, FEWEST_STEPS } from '~~/core/curriculum/steps'
import { insertBlocks } from '~~/core/plan/edit'
import type { ItemPage } from '~~/server/services/items'
import { simpleGroups } from '~/domain/simple-groups'

/** What can be put on the frame: the club's library and shapes. Enter or a click places after the selected board. */
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

const offered = computed(() => [...library.items.values()].filter(({ archived }) => !archived))
const search = computed(() => librarySearch(offered.value))
const sections = computed(() => {
  const found = search.value.find(find.value).flatMap((id) => library.items.get(id) ?? [])
  return Object.entries(CATEGORIES)
    .map(([id, { name }]) => ({ name, items: found.filter(({ category }) => category === id) }))
    .filter(({ items }) => items.length > 0)
})
const onPlan = computed(
  () =>
    new Set(
      (store.plan?.blocks ?? []).flatMap((b) => [b.technique, ...(b.tracks ?? []).map((t) => t.technique)]),
    ),
)

/** What placing it would do to the time, before it is placed. */
function preview(boards: readonly Board[]): string {
  const { plan, timeline } = store
  if (!plan || !timeline) return ''
  const after = layPlan(insertBlocks(plan, store.insertAt, boards).plan)
  const at = after.blocks[store.insertAt]?.at ?? 0
  const where = plan.start ? clockAt(plan.start, at)[0] : minutes(at)
  const spare = after.spareMs
  return `at ${where}, ${spare < 0 ? `${minutes(-spare)} over` : `${minutes(spare)} spare`}`
}

const drill = (item: Item) => store.add(boardFor(item))
const carry = useCarriedStore()
function lift(event: DragEvent, item: Item) {
  event.dataTransfer?.setData('text/plain', spokenName(item))
  carry.lift({ boards: [boardFor(item)], item: item.id, name: spokenName(item) })
}
/** A digit puts the item that has the focus onto one group of the selected board. */
function paintKey(event: KeyboardEvent, item: Item) {
  const group = store.plan?.groups[Number(event.key) - 1]
  if (!/^[1-9]$/.test(event.key) || !group || !store.selected) return
  event.preventDefault()
  carry.paint(store.selected, group.id, item.id)
  toast(`${spokenName(item)} is on ${group.name} of ${store.selectedBlock?.title ?? ''}.`)
}
const paintHint = computed(() =>
  store.selectedBlock && store.plan ? `1–${store.plan.groups.length} onto one group of the board` : '',
)
/** The ladder as far as the marks of the last class have opened it; without the server, its first rung. */
async function climb(item: Item) {
  let open = 1
  try {
    open = (await api<ItemPage>(`/api/items/${item.id}`)).ladder.open
  } catch (error) {
    toast(`Only the first rung is put on the plan: ${saidBy(error)}`)
  }
  store.add(ladderBoard([item], open))
}
function teach(item: Item) {
  const board = breakDown(item, store.plan?.groups ?? [], simpleGroups(item, store.plan, library.loaded))
  if (board) store.add(board)
}
const placeShape = (boards: Board[]) => store.addAll(boards)
const shapes = computed<Shape[]>(() => library.loaded?.shapes ?? [])
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
          <p v-if="sections.length === 0" class="py-6 pr-3 text-center text-ash">
            Nothing in the library is called “{{ find }}”.
          </p>
          <section v-for="section in sections" :key="section.name">
            <h3 class="category">{{ section.name }}</h3>
            <div
              v-for="item in section.items"
              :key="item.id"
              class="item"
              :class="{ placed: onPlan.has(item.id) }"
              @focusin="pointed = item.id"
              @mouseenter="pointed = item.id"
              @mouseleave="pointed = undefined"
            >
              <button
                type="button"
                class="place"
                draggable="true"
                @click="drill(item)"
                @dragstart="lift($event, item)"
                @dragend="carry.letGo()"
                @keydown="paintKey($event, item)"
              >
                <span class="name">{{ spokenName(item) }}</span>
                <span v-if="onPlan.has(item.id)" class="tick" title="on the plan">✓</span>
                <span class="about">{{
                  pointed === item.id ? `place it ${preview([boardFor(item)])}` : inShort(item)
                }}</span>
              </button>
              <span
                v-if="pointed === item.id && (item.steps.length >= FEWEST_STEPS || item.partner !== 'solo')"
                class="also"
              >
                <button
                  v-if="item.steps.length >= FEWEST_STEPS"
                  type="button"
                  :aria-label="`Break down ${spokenName(item)}`"
                  @click="teach(item)"
                >
                  Break it down
                </button>
                <button
                  v-if="item.partner !== 'solo'"
                  type="button"
                  :aria-label="`Ladder of ${spokenName(item)}`"
                  @click="climb(item)"
                >
                  Ladder
                </button>
              </span>
              <span v-if="pointed === item.id && paintHint" class="hint">{{ paintHint }}</span>
            </div>
          </section>
        </TabPanel>
        <TabPanel :tabindex="-1">
          <ShapeRow
            v-for="shape in shapes"
            :key="shape.id"
            :shape="shape"
            :preview="preview"
            @place="placeShape"
          />
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
}
.item {
  width: calc(100% - 10px);
  border-left: 2px solid transparent;
  border-bottom: 1px solid #e7decd;
}
.item:hover,
.item:focus-within {
  background: var(--color-paper);
  border-left-color: var(--color-gilt);
}
.place {
  display: grid;
  grid-template-columns: 1fr auto;
  width: 100%;
  padding: 4px 4px 5px 8px;
  text-align: left;
  outline-offset: -2px;
}
.also {
  display: flex;
  gap: 6px;
  padding: 0 4px 6px 8px;
}
.also button {
  height: 24px;
  padding: 0 7px;
  font-size: 13px;
  color: var(--color-harbour);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.also button:hover {
  border-color: var(--color-harbour);
}
.hint {
  display: block;
  padding: 0 4px 5px 8px;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
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
