<script setup lang="ts">
import type { Plan, Track } from '~~/core/plan/schema'
import { besideWords } from '~~/core/plan/place-words'
import { shortDose } from '~~/core/plan/doses'
import type { Stretch } from '~~/core/plan/modes/mode'
import type { Span } from '~~/core/plan/spans'
import { minutes } from '~~/core/kernel/time-text'
import { HEAD_PX, type PlacedBoard } from '~/domain/frame-geometry'

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
  return [dose ? shortDose(dose) : '', ...(track ? besideWords(track, names) : [])]
    .filter(Boolean)
    .join(' · ')
}
const names = { item: library.itemName, layer: library.layerName }
/** What hangs beside the name where there is no line for the dose. */
const besideOf = (track: Track | undefined) => (track ? besideWords(track, names).join(' · ') : '')

const layered = computed(() => props.board.block.mode === 'layers')
const narrow = computed(() => props.plan.groups.length > 4)
const LINE_PX = 17
/** The lines under the name: the layer, and where there is room the dose. */
function under({ h }: Piece): { layer: boolean; dose: boolean } {
  const { mode } = props.board.block
  const wide = narrow.value ? 18 : 0
  if (mode === 'oneCount') return { layer: h > 38 + wide, dose: false }
  return { layer: mode === 'layers', dose: mode === 'layers' && h > 50 + wide }
}
/** In a narrow column a name runs over as many lines as stand whole in its tongue. */
function linesFor(piece: Piece): number {
  const { layer, dose } = under(piece)
  return Math.max(1, Math.floor((piece.h - 2 - 16 * (Number(layer) + Number(dose))) / LINE_PX))
}

/** One count: the beats of a set, or the rounds, that every rank works to; 0 in the other modes. */
const beats = computed(() => {
  if (props.board.block.mode !== 'oneCount') return 0
  const spans = (props.board.lanes[0] ?? []).flatMap((stretch) => stretch.spans)
  const counted = spans.find(({ kind }) => kind === 'reps')?.count ?? spans.filter(isWork).length
  return Math.max(1, Math.min(MOST_BEATS, counted))
})
const MOST_BEATS = 40
const isWork = ({ cls }: Span) => cls === 'work'
</script>

<template>
  <div
    class="body"
    :style="{ height: `${board.h - HEAD_PX}px`, top: `${HEAD_PX}px` }"
    :class="{ narrow, beaten: beats }"
  >
    <template v-if="board.block.mode === 'stations'">
      <StationTable :board="board" :plan="plan" :height="body" />
      <TallyEdge :lane="board.lanes[0] ?? []" :ms="board.ms" :height="body" />
    </template>
    <template v-else>
      <div v-if="beats" class="beats" aria-hidden="true" :style="{ '--beats': beats }" />
      <div v-for="({ group, track, pieces }, g) in columns" :key="group.id" class="column">
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
            <span v-if="piece.h >= 17"
              >holds: {{ board.block.holding?.title ?? 'what was just taught' }}</span
            >
          </div>
          <div
            v-else
            class="piece tongue"
            :class="{ taught: board.block.mode === 'turns', layered: layered && !narrow }"
            :title="narrow ? library.itemName(track?.technique) : undefined"
            :style="{ top: `${piece.y}px`, height: `${piece.h}px` }"
          >
            <TallyEdge
              v-if="!beats || g === 0"
              :lane="piece.stretches.map((s) => ({ ...s, at: s.at - (piece.stretches[0]?.at ?? 0) }))"
              :ms="piece.ms"
              :height="piece.h"
            />
            <span v-if="board.block.mode === 'turns' && (!narrow || linesFor(piece) > 1)" class="len">{{
              minutes(piece.ms)
            }}</span>
            <span
              class="name"
              :class="{ single: linesFor(piece) === 1 }"
              :style="{ '--lines': linesFor(piece) }"
              >{{ library.itemName(track?.technique) }}</span
            >
            <template v-if="besideOf(track) && !under(piece).dose"
              >&nbsp;<span class="how">{{ besideOf(track) }}</span></template
            >
            <template v-if="under(piece).layer"
              ><br /><span class="how">{{
                library.layerName(track?.technique, track?.layer ?? 1)
              }}</span></template
            >
            <template v-if="under(piece).dose"
              ><br /><span class="how layer">{{ doseLine(track) }}</span></template
            >
            <span v-if="layered && !narrow" class="plies" aria-hidden="true"
              ><i v-for="n in Math.min(5, track?.layer ?? 1)" :key="n"
            /></span>
          </div>
        </template>
      </div>
    </template>
  </div>
</template>

<style scoped>
.body {
  position: absolute;
  left: 0;
  right: 0;
  contain: strict;
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  column-gap: 6px;
}
.column {
  position: relative;
}
.beaten .column {
  top: 7px;
}
.piece {
  position: absolute;
  left: 0;
  right: 0;
}
.tongue {
  /* The one clip of a tongue: each of its lines ends in it. */
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding: 1px 5px 0 14px;
  font-size: 13px;
  line-height: 16px;
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
.layered {
  padding-right: 20px;
}
.name {
  font: 580 15px/19px var(--font-sans);
}
.narrow .name {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: var(--lines);
  overflow: hidden;
  overflow-wrap: break-word;
  white-space: normal;
  font-size: 13px;
  line-height: 17px;
}
/* One line ends in the tongue's own clip. */
.narrow .single {
  display: inline;
  overflow: visible;
  white-space: nowrap;
}
.narrow .name:not(.single) + br {
  display: none;
}
.len {
  float: right;
  padding-left: 4px;
  font: 620 13px/19px var(--font-sans);
}
.narrow .len {
  line-height: 17px;
}
.how {
  color: #4b4239;
}
.layer {
  color: var(--color-ash);
}
.plies {
  position: absolute;
  right: 4px;
  bottom: 4px;
  display: flex;
  flex-direction: column-reverse;
  gap: 2px;
  width: 13px;
}
.plies i {
  height: 2px;
  background: var(--phase);
}
/* The count, from post to post: a peg a beat, with every rank's tongue hung from it. */
.beats {
  position: absolute;
  left: 0;
  right: 0;
  top: 0;
  height: 7px;
  background:
    linear-gradient(var(--phase), var(--phase)) 0 100% / 100% 2px no-repeat,
    repeating-linear-gradient(90deg, var(--phase) 0 3px, transparent 3px calc((100% - 3px) / var(--beats))) 0
      100% / 100% 6px no-repeat,
    var(--color-paper);
  border-right: 1px solid #d3c6ae;
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
