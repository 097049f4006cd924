<script setup lang="ts">
import { linksOf, wayTo } from '~~/core/curriculum/prerequisites'
import { firstRanks } from '~/domain/library-rows'
import { neighbour, NODE, prerequisiteMap } from '~/domain/prerequisite-map'

useHead({ title: 'What builds on what · Golden Lintel' })
const library = useLibraryStore()
const route = useRoute()
const items = computed(() => [...library.items.values()].filter(({ archived }) => !archived))
const map = computed(() => prerequisiteMap(items.value))
const links = computed(() => linksOf(items.value))
const pointed = ref<string>()
const chosen = computed(() => (typeof route.query.to === 'string' ? route.query.to : undefined))
const lit = computed(() => pointed.value ?? chosen.value)
const way = computed(() => (lit.value ? wayTo(lit.value, links.value) : undefined))
const first = computed(() => firstRanks(library.syllabus, library.ladder.ranks))
const room = useTemplateRef<HTMLElement>('room')

type Light = 'lit' | 'before' | 'after' | 'dim' | ''
function lightOf(id: string): Light {
  if (!way.value) return ''
  if (id === lit.value) return 'lit'
  if (way.value.before.has(id)) return 'before'
  return way.value.after.has(id) ? 'after' : 'dim'
}
function lineLight(from: string, to: string): Light {
  if (!way.value) return ''
  const within = (id: string) => id === lit.value || way.value!.before.has(id)
  if (within(from) && within(to)) return 'before'
  return from === lit.value ? 'after' : 'dim'
}
const colourOf = (id: string) => library.ranks.get(first.value.get(id) ?? '')?.colour ?? 'transparent'
const rankName = (id: string) => library.ranks.get(first.value.get(id) ?? '')?.name

async function choose(id: string | undefined) {
  pointed.value = undefined
  await navigateTo({ path: '/curriculum/map', query: id ? { to: id } : {} }, { replace: true })
}
async function onKey(event: KeyboardEvent, id: string) {
  const to = neighbour(map.value, id, event.key)
  if (!to) return
  event.preventDefault()
  await choose(to)
  document.getElementById(`map-${to}`)?.focus()
}
const said = computed(() => {
  if (!lit.value || !way.value)
    return 'Point at an item, or choose one at the left: what it stands on is lit.'
  const before = way.value.before.size
  const after = way.value.after.size
  const name = library.itemName(lit.value)
  return `${name}: ${before ? `stands on ${before} ${before === 1 ? 'item' : 'items'}` : 'anyone may begin'}${after ? `, leads to ${after}` : ''}.`
})
watch(
  chosen,
  async (id) => {
    await nextTick()
    if (id) document.getElementById(`map-${id}`)?.scrollIntoView({ block: 'center', inline: 'nearest' })
  },
  { immediate: true },
)
</script>

<template>
  <div class="flex h-full flex-col">
    <div class="top">
      <h1 class="text-20">What builds on what</h1>
      <p class="text-ash" role="status">{{ said }}</p>
      <NuxtLink v-if="chosen" :to="`/curriculum/${chosen}`" class="link ml-auto">Open its page</NuxtLink>
      <button v-if="chosen" type="button" class="btn" @click="choose(undefined)">All</button>
    </div>
    <div ref="room" class="room" tabindex="-1">
      <div class="map" :style="{ width: `${map.width}px`, height: `${map.height}px` }">
        <svg :width="map.width" :height="map.height" aria-hidden="true">
          <path
            v-for="line in map.lines"
            :key="`${line.from} ${line.to} ${line.since}`"
            :d="line.path"
            class="line"
            :class="lineLight(line.from, line.to)"
          />
        </svg>
        <button
          v-for="node in map.nodes"
          :id="`map-${node.id}`"
          :key="node.id"
          type="button"
          class="node"
          :class="lightOf(node.id)"
          :style="{
            left: `${node.x}px`,
            top: `${node.y}px`,
            width: `${NODE.width}px`,
            height: `${NODE.height}px`,
          }"
          :aria-pressed="chosen === node.id"
          :title="
            rankName(node.id)
              ? `${library.itemName(node.id)}, first asked of ${rankName(node.id)}`
              : library.itemName(node.id)
          "
          @mouseenter="pointed = node.id"
          @mouseleave="pointed = undefined"
          @focus="pointed = node.id"
          @blur="pointed = undefined"
          @click="choose(node.id)"
          @dblclick="navigateTo(`/curriculum/${node.id}`)"
          @keydown="onKey($event, node.id)"
        >
          <i :style="{ background: colourOf(node.id) }" aria-hidden="true" />
          <span>{{ library.itemName(node.id) }}</span>
        </button>
      </div>
      <p v-if="map.loose.length" class="loose">
        <b>On their own:</b>
        <NuxtLink v-for="id in map.loose" :key="id" :to="`/curriculum/${id}`" class="link">{{
          library.itemName(id)
        }}</NuxtLink>
      </p>
    </div>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: 16px;
  padding: 10px 16px 6px;
  border-bottom: 1px solid var(--color-straw);
}
.room {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.map {
  position: relative;
}
svg {
  position: absolute;
  inset: 0;
}
.line {
  fill: none;
  stroke: #bdac90;
  stroke-width: 1.2;
}
.line.before {
  stroke: #b47c1d;
  stroke-width: 2.6;
}
.line.after {
  stroke: var(--color-harbour);
  stroke-width: 2;
}
.line.dim {
  stroke: #e4dac6;
}
.node {
  position: absolute;
  display: flex;
  align-items: center;
  gap: 5px;
  padding-right: 4px;
  overflow: hidden;
  font-size: 13px;
  line-height: 17px;
  text-align: left;
  background: var(--color-paper);
  border: 1px solid #cdbfa6;
}
.node i {
  flex: none;
  width: 7px;
  height: 100%;
  border-right: 1.5px solid #1b1611;
}
.node span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.node.lit {
  z-index: 2;
  border-color: #1b1611;
  background: linear-gradient(#f0cc78, #dcae50);
  font-weight: 660;
}
.node.before {
  border-color: #8f6416;
  background: #f8e8c2;
}
.node.after {
  border-color: var(--color-harbour);
  background: #e6eef0;
}
.node.dim {
  color: #6f665b;
  background: #faf6ec;
  border-color: #e4dac6;
}
.node.dim i {
  opacity: 0.35;
}
.loose {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 10px 16px 16px;
  border-top: 1px solid var(--color-straw);
}
.loose a {
  line-height: 24px;
  display: inline-block;
}
</style>
