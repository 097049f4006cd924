<script setup lang="ts">
import { countsOf, mirroredPath, pathOf, type PathPoint } from '~~/core/curriculum/form-path'
import type { Section } from '~~/core/curriculum/item'

/** The way of a form over the floor: every move a post with the way it faces, the sections told apart, seen as one does it or from the front. */
const props = defineProps<{ sections: readonly Section[]; at?: number | undefined }>()
const fromFront = ref(false)
const path = computed(() => {
  const own = pathOf(props.sections)
  return fromFront.value ? mirroredPath(own) : own
})
const STEP = 26
const MARGIN = 30
const COLOURS = ['#2c5a70', '#8f6416', '#4f6b3d', '#8c3b2a', '#5a4a78', '#6b5b4a']
const box = computed(() => {
  const all = [{ x: 0, y: 0 }, ...path.value]
  const [xs, ys] = [all.map(({ x }) => x), all.map(({ y }) => y)]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  return {
    left: left * STEP - MARGIN,
    top: -high * STEP - MARGIN,
    width: (right - left) * STEP + 2 * MARGIN,
    height: (high - low) * STEP + 2 * MARGIN,
  }
})
/** Moves made on the same spot stand around it, so that none hides another. */
const posts = computed(() => {
  const seen = new Map<string, number>()
  return path.value.map((point, n) => {
    const key = `${point.x} ${point.y}`
    const before = seen.get(key) ?? 0
    seen.set(key, before + 1)
    return {
      ...point,
      n,
      px: point.x * STEP + before * 9,
      py: -point.y * STEP + before * 6,
      now: props.at !== undefined && isOn(point, n, props.at),
    }
  })
})
const isOn = (point: PathPoint, n: number, at: number) =>
  at >= point.count && at < (path.value[n + 1]?.count ?? countsOf(props.sections) + 1)
const lines = computed(() => {
  let from = { px: 0, py: 0 }
  return path.value.map((point) => {
    const to = { px: point.x * STEP, py: -point.y * STEP }
    const line = { from, to, section: point.section }
    from = to
    return line
  })
})
const colour = (section: number) => COLOURS[section % COLOURS.length]
const nameOf = ({ section, move }: PathPoint) => props.sections[section]?.moves?.[move]?.name ?? ''
</script>

<template>
  <figure v-if="path.length" class="way">
    <svg
      :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
      role="img"
      :aria-label="`The path of the form across the floor, ${path.length} moves, ${fromFront ? 'as in a mirror from the front' : 'as you do it'}`"
    >
      <text :x="box.left + box.width / 2" :y="box.top + 11" class="wall">front wall</text>
      <line
        v-for="(line, n) in lines"
        :key="`l${n}`"
        :x1="line.from.px"
        :y1="line.from.py"
        :x2="line.to.px"
        :y2="line.to.py"
        :stroke="colour(line.section)"
        stroke-width="2"
      />
      <circle cx="0" cy="0" r="3" fill="#4a382b" />
      <g
        v-for="post in posts"
        :key="post.n"
        :transform="`translate(${post.px} ${post.py})`"
        :class="{ now: post.now }"
      >
        <title>{{ post.n + 1 }}. {{ nameOf(post) }}</title>
        <path d="M0 -12 L5 -4 L-5 -4 Z" :fill="colour(post.section)" :transform="`rotate(${post.facing})`" />
        <circle r="7" fill="#fdf9f0" :stroke="colour(post.section)" stroke-width="1.6" />
        <text y="3.2" class="n">{{ post.n + 1 }}</text>
      </g>
    </svg>
    <figcaption>
      <button
        type="button"
        class="link text-13 min-h-6"
        :aria-pressed="fromFront"
        @click="fromFront = !fromFront"
      >
        {{ fromFront ? 'As you do it' : 'As in a mirror, from the front' }}
      </button>
    </figcaption>
  </figure>
</template>

<style scoped>
.way {
  max-width: 340px;
  padding: 8px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
svg {
  display: block;
  width: 100%;
  max-height: 260px;
}
.wall {
  font: 600 10px var(--font-sans);
  text-anchor: middle;
  fill: var(--color-ash);
}
.n {
  font: 680 8.5px var(--font-sans);
  text-anchor: middle;
  fill: #2a211b;
}
.now circle {
  fill: #ffe7a8;
}
</style>
