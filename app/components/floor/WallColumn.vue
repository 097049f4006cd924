<script setup lang="ts">
import { pieceOfGroup } from '~~/core/floor/called'
import type { Group } from '~~/core/plan/schema'
import type { GroupNow } from '~~/core/plan/moment'
import type { WallView } from '~~/core/floor/wall'
import type { Block } from '~~/core/plan/schema'
import { countsSaid, isApart } from '~/domain/calls'
import { insteadOf, workedOf, workOf } from '~/domain/doing'

/** What one group does, in letters for twelve metres: no head is counted and nobody is named. */
const props = defineProps<{
  group: Group
  now: GroupNow | undefined
  block: Block | undefined
  /** Ms into the board. */
  inMs: number
  view: WallView
  /** How much is called by word of what is on. */
  counted?: number
}>()
const worked = computed(() => workedOf(props.now))
const waits = computed(() => ['idle', 'holding'].includes(props.now?.shown?.span.kind ?? ''))
const item = computed(() => props.view.items[worked.value?.technique ?? ''])
const layer = computed(() => (waits.value ? undefined : item.value?.layers[(worked.value?.layer ?? 1) - 1]))
const title = computed(() =>
  workOf(props.now, props.block, (id) => props.view.items[id ?? '']?.name ?? '', 'With everyone'),
)
/** Where each has a dose of its own there is no count for all: each says its own. */
const own = computed(() =>
  props.now && props.block && !waits.value && isApart(props.block) ? countsSaid(props.now, props.inMs) : '',
)
const piece = computed(() =>
  props.now && props.block && !waits.value && isApart(props.block)
    ? pieceOfGroup(props.now, props.inMs, props.counted ?? 0)
    : undefined,
)
/** What all work stands in the title of the board already. */
const isSaid = computed(
  () => props.block?.mode === 'together' && !waits.value && props.block.title.includes(title.value),
)
/** What those who follow from home do: as the board says, else alone. */
const atHome = computed(
  () =>
    insteadOf(props.block, props.group.id, props.now).find((one) => one.if === 'home')?.do ??
    item.value?.soloForm,
)
/** In a free round, what the group may use. */
const free = computed(() =>
  waits.value
    ? []
    : (props.view.free.find(({ board, group }) => board === props.block?.id && group === props.group.id)
        ?.items ?? []),
)
const bands = computed(() =>
  props.group.ranks.map(
    (id) =>
      props.view.ranks.find((rank) => rank.id === id) ?? { id, name: id, colour: '#F4F0E7', ink: '#1B1611' },
  ),
)
</script>

<template>
  <article class="column" :aria-label="group.name">
    <div class="sash">
      <span v-for="band in bands" :key="band.id" :style="{ background: band.colour, color: band.ink }">
        {{ band.name }}
      </span>
    </div>
    <h3 v-if="!isSaid">{{ title }}</h3>
    <p class="layer">{{ layer?.name }}</p>
    <p v-if="piece" class="piece">{{ piece.says.say }}</p>
    <p v-if="own" class="layer own">{{ own }}</p>
    <p v-if="free.length" class="free">
      <template v-for="(one, n) in free" :key="one.name"
        ><template v-if="n">, </template><b v-if="one.isNew">{{ one.name }} (new tonight)</b
        ><template v-else>{{ one.name }}</template></template
      >
    </p>
    <p v-if="view.home && atHome && !waits" class="home">At home: {{ atHome }}</p>
    <p v-else class="point">{{ layer?.point }}</p>
  </article>
</template>

<style scoped>
.free {
  margin-bottom: auto;
  padding: 0 12px;
  font-size: max(30px, 3vh);
  line-height: 1.2;
}
.free b {
  color: var(--color-hall-gilt);
}
.column {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: #1f1914;
  border: 1px solid #3a3028;
}
.sash {
  display: flex;
  flex: none;
  height: 6.4vh;
  outline: 1.5px solid #8d7a63;
}
.sash span {
  flex: 1;
  overflow: hidden;
  text-align: center;
  white-space: nowrap;
  font: 700 3.4vh/6.4vh var(--font-sans);
}
h3 {
  padding: 1vh 1vw 0;
  font: 660 min(5vh, 2.9vw) / 1.05 var(--font-serif);
  color: #fff;
}
.piece {
  padding: 0.5vh 1vw 0;
  font: 720 max(36px, 4.4vh) / 1.1 var(--font-sans);
  color: var(--color-hall-gilt);
}
.layer,
.point,
.home {
  padding: 0 1vw;
}
.layer {
  margin-top: auto;
  font-size: max(32px, 3.3vh);
  line-height: 1.2;
  color: var(--color-hall-ash);
}
.layer.own {
  margin-top: 0;
  color: var(--color-hall-gilt);
}
.point,
.home {
  padding-bottom: 1vh;
  font-size: max(32px, 4vh);
  line-height: 1.1;
  font-weight: 680;
  color: #ffe2a0;
  text-wrap: balance;
}
.home {
  color: var(--color-hall-harbour);
}
.point::first-letter {
  text-transform: uppercase;
}
</style>
