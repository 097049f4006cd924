<script setup lang="ts">
import { pieceOfGroup } from '~~/core/floor/called'
import { inHall } from '~~/core/people/register'
import { shortDose } from '~~/core/plan/doses'
import type { Group } from '~~/core/plan/schema'
import type { GroupNow } from '~~/core/plan/moment'
import { minutes } from '~~/core/kernel/time-text'
import { countsSaid } from '~/domain/calls'
import { pointsOf } from '~~/core/curriculum/showing'
import { insteadSaid } from '~~/core/plan/lines/instead'
import { cautionsOf, insteadOf, workOf, workedOf } from '~/domain/doing'

/** What one group does now: its technique and layer, whom to mind, and the one thing to say. */
const props = defineProps<{
  group: Group
  now: GroupNow | undefined
  leftMs: number
  /** Ms into the board. */
  inMs: number
  /** Each has a dose of its own: none counts for all. */
  apart?: boolean
  /** Its own caution is due. */
  cares?: boolean
  tight?: boolean
  /** All work the same: what is said beside the item stands above, once. */
  shared?: boolean
  /** Before the first bow: what the group does in the first minutes, with its times. */
  first?: readonly { clock: string; what: string }[] | undefined
}>()
/** `card`: all that is to be shown of it is asked for. */
const emit = defineEmits<{ card: [] }>()
const store = useClassStore()
const library = useLibraryStore()

const members = computed(() =>
  store.roster.filter((student) => store.groupOnFloor(student)?.id === props.group.id),
)
const count = computed(() => members.value.filter(({ id }) => inHall(store.register.get(id))).length)
const notes = computed(() =>
  members.value.filter(({ id, floorNote }) => floorNote && inHall(store.register.get(id))),
)
const worked = computed(() => workedOf(props.now))
const technique = computed(() => worked.value?.technique)
const block = computed(() => store.now?.placed?.block)
const waiting = computed(() => props.now?.shown?.span.kind === 'idle')
const holding = computed(() => props.now?.shown?.span.kind === 'holding')
/** How long it still waits: until it works, else until the board is over. */
const waitsFor = computed(() => minutes(props.now?.waitMs ?? props.leftMs))
const title = computed(() => workOf(props.now, block.value, library.itemName, 'With everyone'))
const layer = computed(() => {
  const layerNumber = worked.value?.layer ?? 1
  return technique.value && !waiting.value ? library.layerName(technique.value, layerNumber) : ''
})
const atWork = computed(() => !waiting.value && !holding.value)
/** What all work stands in the title of the board already. */
const isSaid = computed(
  () => props.shared && !waiting.value && !holding.value && !!block.value?.title.includes(title.value),
)
/** The versions that are each one's own affair here. */
const range = computed(() =>
  atWork.value ? store.offeredHere(props.group.id).get(technique.value ?? '') : undefined,
)
const isGiving = ref(false)
/** Whoever is ready works a higher version: who does, and up to which. */
const higher = computed(() => {
  const { value: offered } = range
  const item = technique.value ?? ''
  if (!offered) return ''
  const own = members.value.filter(
    ({ id, layers }) => inHall(store.register.get(id)) && (layers[item] ?? 0) > offered.from,
  )
  const says = own.map(
    ({ name, layers }) =>
      `${name.split(' ')[0]} ${library.layerName(item, Math.min(offered.upTo, layers[item] ?? 1))}`,
  )
  return says.length ? says.join(', ') : `up to ${library.layerName(item, offered.upTo)}`
})
/** Where each has a dose of its own there is no count for all: each says its own. */
const own = computed(() =>
  props.apart && atWork.value && props.now ? countsSaid(props.now, props.inMs) : '',
)
/** After its turn it practises by itself: what of it, and when it is called back. */
const byItself = computed(() => {
  const { stretch, span } = props.now ?? {}
  if (block.value?.mode !== 'turns' || !props.now || !stretch || span?.cls !== 'work') return ''
  const { tracks = [] } = block.value
  const track = tracks.find(({ groups }) => groups.includes(props.group.id))
  const taught = store.now?.called?.stretch.track
  if (!track?.then || (taught !== undefined && tracks[taught] === track)) return ''
  return `By themselves: ${shortDose(track.then)}. Back in ${minutes(stretch.at + stretch.ms - props.inMs)}`
})
/** Its own link or move, where each has a dose of its own. */
const piece = computed(() =>
  props.apart && atWork.value && props.now
    ? pieceOfGroup(props.now, props.inMs, store.run?.counted ?? 0)
    : undefined,
)
/** Where the groups do different things each has its own caution, before it works. */
const cautions = computed(() =>
  props.cares && worked.value && atWork.value
    ? cautionsOf(worked.value, (item, at) => library.itemAt(item, at)?.hazard)
    : [],
)
/** The points of this version first; the line turns to the next with each set, round or stage. */
const point = computed(() => {
  const item = library.items.get(technique.value ?? '')
  if (!atWork.value || !item) return ''
  const all = pointsOf(item, worked.value?.layer ?? 1)
  const { set, round, stage = 0 } = props.now?.span ?? {}
  return all[((set ?? round ?? 1) - 1 + stage) % Math.max(1, all.length)] ?? ''
})
/** What is done instead; alone only where somebody is left over. */
const instead = computed(() =>
  atWork.value
    ? insteadOf(block.value, props.group.id, props.now).filter(
        (one) => one.if !== 'home' && (one.if !== 'alone' || count.value % 2 === 1),
      )
    : [],
)
</script>

<template>
  <article class="column" :class="{ waiting, tight }" :aria-label="group.name">
    <button
      type="button"
      class="sash-row"
      :aria-label="`${group.name}, ${count} here: what is to be shown`"
      :disabled="!worked"
      @click="emit('card')"
    >
      <Sash :ranks="group.ranks" tall fill class="wide" />
      <Sash :ranks="group.ranks" stack class="narrow" />
      <span class="count">{{ count }}</span>
    </button>
    <ol v-if="first" class="first">
      <li v-for="one in first" :key="one.clock">
        <i>{{ one.clock }}</i> <b>{{ one.what }}</b>
      </li>
    </ol>
    <div v-else class="text" @click="emit('card')">
      <div class="head">
        <h3 v-if="!isSaid">{{ title }}</h3>
        <p class="layer">
          {{ layer }}<template v-if="waiting || (holding && now?.waitMs)"> {{ waitsFor }}</template>
        </p>
      </div>
      <p
        v-if="notes.length"
        class="note"
        :title="notes.map(({ name, floorNote }) => `${name}: ${floorNote}`).join('; ')"
      >
        {{ notes[0]?.name.split(' ')[0] }}: {{ notes[0]?.floorNote
        }}<template v-if="notes.length > 1"> +{{ notes.length - 1 }}</template>
      </p>
      <SinceLast v-if="block?.phase === 'opening'" :group="group.id" />
      <p v-if="piece" class="piece">
        {{ piece.says.say }} <small>{{ piece.number }} of {{ piece.of }}</small>
        <span v-if="piece.says.cue">{{ piece.says.cue }}</span>
      </p>
      <p v-if="own || byItself" class="own">{{ own || byItself }}</p>
      <p v-if="cautions.length" class="care"><b>Care.</b> {{ cautions.join(' ') }}</p>
      <BesideLine v-if="!shared && now" :now="now" />
      <button v-if="higher" type="button" class="higher" @click.stop="isGiving = true">{{ higher }}</button>
      <LazyOwnLayers
        v-if="isGiving && range"
        :item="technique ?? ''"
        :range="range"
        :students="members.filter(({ id }) => inHall(store.register.get(id)))"
        @leave="isGiving = false"
      />
      <MayUse v-if="block?.kinds && atWork" :block="block" :group="group.id" />
      <p v-for="one in instead" :key="one.do" class="instead">{{ insteadSaid(one) }}</p>
      <p class="point">{{ point }}</p>
    </div>
  </article>
</template>

<style scoped>
.higher {
  flex: none;
  min-height: 34px;
  overflow: hidden;
  padding: 0 10px;
  font-size: 18px;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
  border: 1.5px solid #75604a;
}
.piece {
  flex: none;
  font: 720 26px/30px var(--font-sans);
  color: var(--color-hall-gilt);
}
.piece small {
  white-space: nowrap;
}
.piece small,
.piece span {
  font-size: 17px;
  font-weight: 500;
  color: var(--color-hall-ash);
}
.first {
  min-height: 0;
  overflow: hidden;
  padding: 6px 4px;
  font-size: 20px;
  line-height: 29px;
}
.first li {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.first i {
  margin-right: 6px;
  font-style: normal;
  color: var(--color-hall-ash);
}
.first b {
  font-weight: 600;
}
.column {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  background: #1f1914;
  border: 1px solid #3a3028;
  outline: 1.5px solid transparent;
}
.sash-row {
  display: flex;
  text-align: center;
  outline: 1.5px solid #8d7a63;
}
.narrow {
  display: none;
}
.count {
  flex: none;
  width: 46px;
  text-align: center;
  font: 700 24px/38px var(--font-sans);
  background: var(--color-hall);
}
.text {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  padding: 4px 13px 3px;
  overflow: hidden;
}
.instead {
  flex: none;
  overflow: hidden;
  font-size: 18px;
  line-height: 22px;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--color-hall-harbour);
}
.own {
  font-size: 18px;
  line-height: 22px;
  color: var(--color-hall-gilt);
}
.care {
  flex: none;
  overflow: hidden;
  font-size: 18px;
  line-height: 22px;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: #ffd9b8;
}
h3 {
  font: 660 27px/31px var(--font-serif);
  letter-spacing: -0.01em;
  color: #fff;
}
.layer {
  font-size: 22px;
  line-height: 27px;
  color: var(--color-hall-ash);
}
.note {
  flex: none;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
  line-height: 24px;
  color: var(--color-hall-brick);
}
.point {
  flex: none;
  margin-top: auto;
  padding-top: 4px;
  font-size: 25px;
  line-height: 28px;
  font-weight: 680;
  color: #ffe2a0;
  text-wrap: balance;
}
.point::first-letter {
  text-transform: uppercase;
}
.waiting h3 {
  color: var(--color-hall-brick);
}
.tight .text {
  padding: 3px 12px 4px;
}
.tight h3,
.tight .layer,
.tight .point {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 22px;
  line-height: 25px;
}
.tight .note {
  display: none;
}
.tight .point {
  padding: 0;
}
.tight .sash-row :deep(.tall) {
  height: 30px;
  line-height: 27px;
}
.tight .count {
  line-height: 30px;
}
@media (max-width: 1100px) {
  h3 {
    font-size: 22px;
    line-height: 26px;
  }
  .point {
    font-size: 21px;
    line-height: 25px;
  }
}
/* In one hand every group is a row of its own, as low as it can be. */
@media (max-width: 760px), (max-height: 500px) {
  .column {
    flex-direction: row;
  }
  .wide,
  .count {
    display: none;
  }
  .narrow {
    display: flex;
    width: 58px;
    font-size: 11px;
  }
  .text {
    display: block;
    padding: 2px 9px 3px;
  }
  h3,
  .layer {
    display: inline;
    font-size: 19px;
    line-height: 23px;
  }
  .layer {
    font-size: 16px;
  }
  h3 + .layer {
    margin-left: 7px;
  }
  .head {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .point,
  .note,
  .instead,
  .care,
  .own {
    padding: 0;
    overflow: hidden;
    font-size: 17px;
    line-height: 20px;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .care {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    font-size: 15px;
    line-height: 18px;
    white-space: normal;
  }
  .piece {
    font-size: 21px;
    line-height: 25px;
  }
  .first {
    font-size: 17px;
    line-height: 22px;
  }
}
</style>
