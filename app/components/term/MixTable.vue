<script setup lang="ts">
import type { CategoryOver, GroupOver } from '~~/core/balance/over-time'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'

/** Minutes of work by category and group: as far as the post is what is wanted. Each figure opens to the items it is made of. */
const { groups, isOwnMix } = defineProps<{ groups: readonly GroupOver[]; isOwnMix: boolean }>()
const library = useLibraryStore()
const categories = computed(() =>
  CATEGORY_NAMES.filter((name) =>
    groups.some((one) => one.categories.some(({ category }) => category === name)),
  ),
)
const cellOf = (group: GroupOver, category: string) =>
  group.categories.find((one) => one.category === category)
const minutesOf = (ms: number) => Math.round(ms / 60_000)
/** The post stands here, in per cent of the cell; what is over goes past it. */
const POST = 78
/** Nothing is wanted of it: the bar is against the most there is. */
const mostMs = computed(() =>
  Math.max(
    1,
    ...groups.flatMap((one) => one.categories.map(({ workMs, wantMs }) => Math.max(workMs, wantMs ?? 0))),
  ),
)
const widthOf = ({ workMs, wantMs }: CategoryOver) =>
  Math.min(100, wantMs ? (workMs / wantMs) * POST : (workMs / mostMs.value) * POST)
const opened = ref<{ group: string; category: Category }>()
const made = computed(() => {
  const { value: at } = opened
  const group = groups.find((one) => one.group === at?.group)
  const cell = at && group && cellOf(group, at.category)
  return cell && { at, cell }
})
function said(group: GroupOver, category: Category): string {
  const cell = cellOf(group, category)
  if (!cell) return ''
  const want = cell.wantMs ? `, ${minutesOf(cell.wantMs)} wanted` : ', none asked for'
  return `${library.groupName(group.group)}, ${CATEGORIES[category].name.toLowerCase()}: ${minutesOf(cell.workMs)} minutes${want}`
}
function open(group: string, category: Category) {
  const isOpen = opened.value?.group === group && opened.value.category === category
  opened.value = isOpen ? undefined : { group, category }
}
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="mix-title">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h2 id="mix-title" class="text-20">Minutes by category</h2>
      <span class="text-13 text-ash"
        >a head, of those who came; the post is what
        <NuxtLink to="/settings#mix" class="link">{{ isOwnMix ? 'your mix' : 'the syllabus' }}</NuxtLink>
        would give it</span
      >
    </div>
    <div class="overflow-x-auto">
      <table class="figures">
        <thead>
          <tr>
            <td></td>
            <th v-for="one in groups" :key="one.group" scope="col">
              <GroupSash :group="one.group" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="category in categories" :key="category">
            <th scope="row">{{ CATEGORIES[category].name }}</th>
            <td v-for="one in groups" :key="one.group">
              <button
                v-if="cellOf(one, category)"
                type="button"
                class="cell"
                :class="{ short: cellOf(one, category)!.shortMs > 0 }"
                :aria-label="said(one, category)"
                :aria-expanded="opened?.group === one.group && opened?.category === category"
                @click="open(one.group, category)"
              >
                <span class="bar">
                  <i :style="{ width: `${Math.min(POST, widthOf(cellOf(one, category)!))}%` }" />
                  <i
                    v-if="cellOf(one, category)!.shortMs > 0"
                    class="missing"
                    :style="{
                      left: `${widthOf(cellOf(one, category)!)}%`,
                      width: `${POST - widthOf(cellOf(one, category)!)}%`,
                    }"
                  />
                  <i
                    v-if="cellOf(one, category)!.wantMs && widthOf(cellOf(one, category)!) > POST"
                    class="over"
                    :style="{ left: `${POST}%`, width: `${widthOf(cellOf(one, category)!) - POST}%` }"
                  />
                  <b v-if="cellOf(one, category)!.wantMs" class="post" :style="{ left: `${POST}%` }" />
                </span>
                <span class="figure">{{
                  cellOf(one, category)!.shortMs > 0
                    ? `${minutesOf(cellOf(one, category)!.shortMs)} short`
                    : minutesOf(cellOf(one, category)!.workMs)
                }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="made" class="made" role="status">
      <b
        >{{
          said(
            groups.find(({ group }) => group === made!.at.group)!,
            made.at.category,
          )
        }}.</b
      >
      <template v-if="made.cell.items.length">
        Made of
        {{
          made.cell.items
            .slice(0, 8)
            .map(({ item, workMs }) => `${library.itemName(item)} ${minutesOf(workMs)}`)
            .join(', ')
        }}<template v-if="made.cell.items.length > 8">, and {{ made.cell.items.length - 8 }} more</template>.
      </template>
      <template v-else>No class had any of it.</template>
    </p>
  </section>
</template>

<style scoped>
thead th {
  padding: 2px 4px 6px;
  text-align: left;
}
tbody th,
tbody td {
  padding: 1px 4px;
  text-align: left;
  border-bottom: 1px solid var(--color-straw);
}
tbody th {
  font-weight: 650;
  white-space: nowrap;
}
.cell {
  display: grid;
  grid-template-columns: minmax(50px, 1fr) 76px;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 26px;
  text-align: left;
}
.cell:hover,
.cell[aria-expanded='true'] {
  background: #fbf2dc;
}
.bar {
  position: relative;
  height: 13px;
  background: #efe6d5;
  border-top: 2px solid #b9a68f;
}
.bar i {
  position: absolute;
  top: 0;
  bottom: 0;
  left: 0;
  background: linear-gradient(#e3ae45, #c8922b);
}
.bar .missing {
  background: repeating-linear-gradient(-45deg, #fbe9e2 0 4px, #c9513a 4px 6px);
}
.bar .over {
  background: #8fa672;
}
.post {
  position: absolute;
  top: -2px;
  bottom: -2px;
  width: 3px;
  background: var(--color-umber);
}
.figure {
  white-space: nowrap;
}
.short .figure {
  font-weight: 700;
  color: var(--color-brick-deep);
}
.made {
  margin-top: 8px;
  padding: 6px 10px;
  border-left: 4px solid var(--color-harbour);
  background: #f2f4f2;
}
</style>
