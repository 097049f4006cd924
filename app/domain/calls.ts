import type { FloorNow } from '~~/core/floor/now'
import type { GroupNow } from '~~/core/plan/moment'
import type { Phase } from '~~/core/plan/phases'
import type { Block, Plan } from '~~/core/plan/schema'
import { calledDose, pieceNow, tradedNow, type CalledNow } from '~~/core/floor/called'
import type { Span } from '~~/core/plan/spans'
import { stagesOf } from '~~/core/plan/doses'
import { minutes } from '~~/core/kernel/time-text'

/** What the floor shows beside the clock: one word read from three metres, a line under it, and what is counted. */
export interface Call {
  word: string
  line: string
  /** Shown inverted: something changes now. */
  change: boolean
  sides: { lit: boolean }[]
  counts: Count[]
}

export interface Count {
  name: string
  n: number
  of: number
  /** How far the current one is, 0 to 1. */
  part: number
}

const SIDE = { R: 'Right side', L: 'Left side' } as const
const plain = (word: string, line = ''): Call => ({ word, line, change: false, sides: [], counts: [] })

/** The call of a moment. Pure: it reads the run and says what an instructor would say. */
export function callOf(now: FloorNow, plan: Plan): Call {
  if (!now.placed) return plain('Bow out', 'The plan is done.')
  if (now.inTransition) return plain('Make ready', now.placed.block.title)
  const { called } = now
  if (!called) return plain('')
  if (isApart(now.placed.block) && called.span.kind !== 'setup')
    return plain('Each their own', 'each rank by its own count')
  switch (called.span.kind) {
    case 'setup':
      return plain('Show it', stageTitle(now, called) || 'then to work')
    case 'rest':
    case 'breather':
      return { ...working(now, called, plan), word: 'Rest' }
    case 'swap':
      return { ...working(now, called, plan), word: 'Swap roles', change: true, counts: [] }
    case 'switch':
      return {
        ...working(now, called, plan),
        word: sideWord(called.span),
        change: true,
        counts: [],
      }
    case 'reset':
      return { ...plain('Reset', 'back to the start'), change: true }
    case 'bridge':
      return { ...plain('Next stage', stageTitle(now, called)), change: true }
    case 'handover':
      return { ...plain('Hand over', 'to the next group'), change: true }
    case 'move':
      return { ...plain('Move on', 'to the next station'), change: true }
    case 'talk':
      return plain(unworked(now.placed.block), now.placed.block.notes ?? '')
    case 'active':
      return plain(TIMED[now.placed.block.phase], now.placed.block.notes ?? '')
    case 'idle':
    case 'holding':
    case 'stop':
      return plain('Done')
    default:
      return working(now, called, plan)
  }
}

/** Whether each rank has a dose of its own at the same time: then no count and no swap is everybody's. */
export const isApart = ({ mode, tracks }: Block): boolean =>
  mode === 'layers' && (tracks ?? []).filter(({ dose }) => dose !== undefined).length > 1

/** What a group is at in its own dose, in a line: `right side, rep 4 of 10, set 2 of 3`. */
export function countsSaid({ stretch, span }: GroupNow, inMs: number): string {
  if (!stretch || !span) return ''
  if (span.kind === 'swap') return 'swap roles'
  if (span.kind === 'switch') return 'change sides'
  if (span.kind === 'rest') return 'rest'
  if (!isPiece(span)) return ''
  const called = { span, stretch, inMs: inMs - stretch.at - span.at }
  const counts = countsOf(called, alikeIn(called), 1, NO_MORE)
  const side = span.side ? SIDE[span.side].toLowerCase() : ''
  return [side, ...counts.map(({ name, n, of }) => `${name} ${n} of ${of}`)].filter(Boolean).join(', ')
}

/** Plain time that is worked, in the phase's own word. */
const TIMED: Record<Phase, string> = {
  opening: 'Line up',
  warmup: 'Go on',
  technique: 'Work',
  drill: 'Work',
  partner: 'Work',
  form: 'Work',
  selfdefence: 'Work',
  conditioning: 'Go on',
  game: 'Play on',
  talk: 'Listen',
  water: 'Water',
  cooldown: 'Stretch',
  closing: 'To the bow',
}
/** Phases whose plain time has its own word though a plan of earlier days does not say that it is work. */
const OWN_WORD: readonly Phase[] = ['opening', 'water', 'cooldown', 'closing']
/** Plain time that is not work: somebody talks, but for the phases that have another word for it. */
const unworked = ({ phase, dose }: Block): string =>
  OWN_WORD.includes(phase) && !(dose?.kind === 'fixed' && dose.active === false) ? TIMED[phase] : 'Listen'

const sideWord = (span: Span) => (span.side ? SIDE[span.side] : 'Change sides')

const WORK_WORD: Partial<Record<Span['kind'], string>> = {
  reps: 'On the count',
  paced: 'Own pace',
  round: 'Work',
  hold: 'Hold',
  run: 'Run the form',
  station: 'Work',
}

function working(now: FloorNow, called: CalledNow, plan: Plan): Call {
  const { span } = called
  const word = span.side ? SIDE[span.side] : (WORK_WORD[span.kind] ?? '')
  const hasSides = span.side !== undefined
  const first = now.placed?.block.firstSide ?? plan.firstSide
  const piece = pieceNow(called)
  const line = roleLine(now, called)
  return {
    word: piece?.says.say ?? word,
    line: piece
      ? [`${piece.number} of ${piece.of}`, hasSides ? word.toLowerCase() : '', piece.says.cue ?? '', line]
          .filter(Boolean)
          .join(' · ')
      : line,
    change: false,
    sides: hasSides ? [{ lit: span.side === first }, { lit: span.side !== first }] : [],
    counts: countsOf(called, alikeIn(called), stationRounds(now), now.again),
  }
}

const isPiece = (s: Span) => ['reps', 'paced', 'round', 'hold', 'run', 'station'].includes(s.kind)

/** Pieces that are counted with the one that is on: of the same turn, stage and lap. */
const alikeIn = ({ span, stretch }: CalledNow): Span[] =>
  stretch.spans.filter(
    (s) =>
      isPiece(s) &&
      s.side === span.side &&
      s.role === span.role &&
      s.stage === span.stage &&
      s.lap === span.lap,
  )

const NO_MORE: FloorNow['again'] = { livedMs: 0, toComeMs: 0 }

function countsOf(
  { span, stretch, inMs }: CalledNow,
  alike: Span[],
  stationRounds: number,
  again: FloorNow['again'],
): Count[] {
  const counts: Count[] = []
  const part = span.ms ? inMs / span.ms : 0
  if (span.kind === 'reps') {
    // More that was asked for goes on from where the set stood: the eleventh of ten is the eleventh.
    const [lived, toCome] = [again.livedMs, again.toComeMs].map((ms) => Math.round(ms / span.repMs))
    const n = Math.min(span.count, Math.floor(inMs / span.repMs) + 1) + (lived ?? 0)
    const of = span.count + (lived ?? 0) + (toCome ?? 0)
    const part = (inMs % span.repMs) / span.repMs
    counts.push({ name: 'rep', ...(tradedNow({ span, stretch, inMs }) ?? { n, of }), part })
  }
  if (span.lap !== undefined) {
    const laps = Math.max(...stretch.spans.map(({ lap = 1 }) => lap))
    if (laps > 1) counts.push({ name: 'lap', n: span.lap, of: laps, part: 0 })
  }
  const number = span.set ?? span.round
  if (number === undefined) return counts
  const name =
    { round: 'round', run: 'run', hold: 'hold', station: 'station' }[span.kind as string] ??
    (span.round ? 'round' : 'set')
  // Who trade have several helpings in one set.
  const of = span.kind === 'station' ? stationRounds : new Set(alike.map((s) => s.set ?? s.round)).size
  const resting = span.kind === 'rest' || span.kind === 'breather'
  if (of > 1) counts.push({ name, n: number, of, part: resting ? 0 : part })
  return counts
}

function stationRounds(now: FloorNow): number {
  const { stations = [], laps = 1 } = now.placed?.block ?? {}
  return stations.length * laps
}

function stageTitle(now: FloorNow, called: CalledNow): string {
  const { stage } = called.span
  if (stage === undefined) return ''
  return stagesOf(calledDose(now.placed?.block, called))[stage]?.title ?? ''
}

/** Who works now, in the drill's own words, and when that changes. */
function roleLine(now: FloorNow, called: CalledNow): string {
  const { span, stretch, inMs } = called
  const stage = stageTitle(now, called)
  if (!span.role) return stage
  const names = roleNames(now, called)
  const [first, second] = span.role === 'A' ? ['A', 'B'] : ['B', 'A']
  const at = span.at + inMs
  const change = stretch.spans.find((s) => s.at > span.at && (s.kind === 'swap' || s.kind === 'switch'))
  const what = change?.kind === 'swap' ? 'Swap' : 'Change sides'
  // By word nobody knows when.
  const soon = change ? (span.word ? `. ${what} after it` : `. ${what} in ${minutes(change.at - at)}`) : ''
  return `${stage ? `${stage}: ` : ''}${first} ${names[0]}, ${second} ${names[1]}${soon}`
}

function roleNames(now: FloorNow, called: CalledNow): [string, string] {
  const { span } = called
  const dose = calledDose(now.placed?.block, called)
  const worked = span.stage === undefined ? dose : (stagesOf(dose)[span.stage]?.dose ?? dose)
  const names = worked && 'roleNames' in worked ? worked.roleNames : undefined
  return names ?? ['works', 'receives']
}
