<script setup lang="ts">
import type { Plan, Track } from '~~/core'
import { shortDose } from '~~/core/plan/doses'
import type { Stretch } from '~~/core/plan/modes/mode'
import { minutes } from '~~/core/plan/time-text'
import type { PlacedBoard } from '~/domain/frame-geometry'

/** The part of a board below its head, sawn at every column: each group sees its own technique, layer and time. */
const props = defineProps<{ board: PlacedBoard; plan: Plan }>()
const library = useLibraryStore()

type Look = 'work' | 'holds' | 'waits' | 'gap'
interface Piece {
  key: number
  look: Look
  y: number
  h: number
  ms: number
  stretches: Stretch[]
}

const body = computed(() => props.board.h - props.board.head)
const scale = computed(() => body.value / Math.max(1, props.board.ms))

/** A lane as pieces that look alike: what is worked or taught, what is held, what is waited. */
function piecesOf(lane: Stretch[]): Piece[] {
  const pieces: Piece[] = []
  for (const stretch of lane) {
    const look = lookOf(stretch)
    const last = pieces.at(-1)
    if (last && last.look === look && look !== 'gap') {
      last.ms += stretch.ms
      last.h += stretch.ms * scale.value
      last.stretches.push(stretch)
    } else
      pieces.push({
        key: pieces.length,
        look,
        y: stretch.at * scale.value,
        h: stretch.ms * scale.value,
        ms: stretch.ms,
        stretches: [stretch],
      })
  }
  return pieces
}

function lookOf(stretch: Stretch): Look {
  const [first] = stretch.spans
  if (stretch.spans.length === 1 && first?.kind === 'idle') return 'waits'
  if (stretch.spans.length === 1 && first?.kind === 'holding') return 'holds'
  if (stretch.spans.length === 1 && first?.kind === 'handover') return 'gap'
  return 'work'
}

const columns = computed(() =>
  props.plan.groups.map((group, g) => {
    const track = props.board.block.tracks?.find(({ groups }) => groups.includes(group.id))
    return { group, track, pieces: piecesOf(props.board.lanes[g] ?? []) }
  }),
)

function doseLine(track: Track | undefined): string {
  const dose = track?.dose ?? props.board.block.dose
  return dose ? shortDose(dose) : ''
}

const narrow = computed(() => props.plan.groups.length > 4)
</script>

<template>
  <div class="body" :style="{ height: `${body}px`, top: `${board.head}px` }" :class="{ narrow }">
    <template v-if="board.block.mode === 'stations'">
      <StationTable :board="board" :plan="plan" :height="body" />
      <TallyEdge :lane="board.lanes[0] ?? []" :ms="board.ms" :height="body" />
    </template>
    <div v-for="{ group, track, pieces } in columns" v-else :key="group.id" class="column">
      <template v-for="piece in pieces" :key="piece.key">
        <div v-if="piece.look === 'gap'" class="absolute inset-x-0" />
        <WaitGap
          v-else-if="piece.look === 'waits'"
          class="piece"
          :ms="piece.ms"
          :height="piece.h"
          :style="{ top: `${piece.y}px` }"
        />
        <div
          v-else-if="piece.look === 'holds'"
          class="piece holds"
          :style="{ top: `${piece.y}px`, height: `${piece.h}px` }"
        >
          <span v-if="piece.h >= 17">holds: {{ board.block.holding?.title ?? 'what was just taught' }}</span>
        </div>
        <div
          v-else
          class="piece tongue"
          :class="{ taught: board.block.mode === 'turns' }"
          :style="{ top: `${piece.y}px`, height: `${piece.h}px` }"
        >
          <TallyEdge
            :lane="piece.stretches.map((s) => ({ ...s, at: s.at - (piece.stretches[0]?.at ?? 0) }))"
            :ms="piece.ms"
            :height="piece.h"
          />
          <span class="what">
            <span class="name">{{ library.itemName(track?.technique) }}</span>
            <span v-if="board.block.mode === 'turns'" class="len">{{ minutes(piece.ms) }}</span>
          </span>
          <span v-if="board.block.mode === 'layers'" class="how">
            {{ library.layerName(track?.technique, track?.layer ?? 1) }}
            <span class="plies" aria-hidden="true"
              ><i v-for="n in Math.min(5, track?.layer ?? 1)" :key="n"
            /></span>
          </span>
          <span v-if="board.block.mode === 'layers' && piece.h > 50" class="how layer">
            {{ doseLine(track) }}
          </span>
          <span v-else-if="board.block.mode === 'oneCount' && piece.h > (narrow ? 56 : 38)" class="how">
            {{ library.layerName(track?.technique, track?.layer ?? 1) }}
          </span>
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.body {
  position: absolute;
  left: 0;
  right: 0;
  content-visibility: auto;
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  column-gap: 6px;
}
.column {
  position: relative;
}
.piece {
  position: absolute;
  left: 0;
  right: 0;
}
.tongue {
  overflow: hidden;
  padding: 1px 5px 0 14px;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-top: 0;
  border-left: 0;
  border-radius: 0 0 2px 2px;
  box-shadow: 0 1px 2px rgba(74, 56, 43, 0.16);
}
.taught {
  border-top: 1px solid #d3c6ae;
}
.what {
  display: flex;
  justify-content: space-between;
  gap: 6px;
  font: 580 15px/19px var(--font-sans);
}
.narrow .what {
  font-size: 13px;
  line-height: 17px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.narrow .name {
  white-space: normal;
}
.len {
  font-size: 13px;
  font-weight: 620;
}
.how {
  display: block;
  position: relative;
  padding-right: 16px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
  line-height: 16px;
  color: #4b4239;
}
.layer {
  color: var(--color-ash);
}
.plies {
  position: absolute;
  right: 0;
  bottom: 2px;
  display: flex;
  flex-direction: column-reverse;
  gap: 2px;
  width: 13px;
}
.plies i {
  height: 2px;
  background: var(--phase);
}
.holds {
  overflow: hidden;
  padding: 1px 7px;
  border: 1px dashed #b9a98d;
  border-radius: 2px;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
.holds span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
