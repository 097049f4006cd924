import type { FloorNow } from '~~/core/floor/now'
import type { GroupNow } from '~~/core/plan/moment'
import type { Phase } from '~~/core/plan/phases'
import type { Block, Plan } from '~~/core/plan/schema'
import {
  calledDose,
  linksInOrder,
  pieceNow,
  sideNow,
  sideOfLink,
  tradedNow,
  type CalledNow,
} from '~~/core/floor/called'
import type { FormMove, Link } from '~~/core/plan/places'
import type { Meant, Span } from '~~/core/plan/spans'
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
  /** What the rep is made of, or the section that is run: a line for each of the two who do something in it. */
  chain: ChainLine[]
}

export interface ChainLine {
  /** Who does it, in the drill's own word; nothing where one does it all. */
  who: string
  pieces: ChainPiece[]
}

export interface ChainPiece {
  say: string
  cue: string
  isNow: boolean
  technique: string | undefined
  layer: number
}

export interface Count {
  name: string
  n: number
  of: number
  /** How far the current one is, 0 to 1. */
  part: number
}

const SIDE = { R: 'Right side', L: 'Left side' } as const
const plain = (word: string, line = ''): Call => ({
  word,
  line,
  change: false,
  sides: [],
  counts: [],
  chain: [],
})

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
      return { ...working(now, called, plan), word: 'Swap roles', change: true, counts: [], chain: [] }
    case 'switch':
      return {
        ...working(now, called, plan),
        word: sideWord(called.span),
        change: true,
        counts: [],
        chain: [],
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
      return plain(unworked(now.placed.block))
    case 'active':
      return plain(TIMED[now.placed.block.phase])
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
  const meant = span.meant ? MEANT[span.meant] : ''
  return [side, meant, ...counts.map(({ name, n, of }) => `${name} ${n} of ${of}`)].filter(Boolean).join(', ')
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

const MEANT: Record<Meant, string> = { steps: 'step by step', slow: 'slow', flowing: 'flowing' }

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
  const side = sideNow(called)
  const word = span.side ? SIDE[span.side] : (WORK_WORD[span.kind] ?? '')
  const hasSides = span.side !== undefined
  const first = now.placed?.block.firstSide ?? plan.firstSide
  const piece = pieceNow(called)
  const line = [span.meant ? MEANT[span.meant] : '', roleLine(now, called)].filter(Boolean).join(' · ')
  const on = piece && 'side' in piece.says ? sideOfLink(called, piece.says) : side
  return {
    word: piece?.says.say ?? word,
    line: piece
      ? [`${piece.number} of ${piece.of}`, on ? SIDE[on].toLowerCase() : '', piece.says.cue ?? '', line]
          .filter(Boolean)
          .join(' · ')
      : [!span.side && side ? SIDE[side].toLowerCase() : '', line].filter(Boolean).join(' · '),
    change: false,
    sides: hasSides ? [{ lit: span.side === first }, { lit: span.side !== first }] : [],
    counts: countsOf(called, alikeIn(called), stationRounds(now), now.again),
    chain: chainOf(now, called, piece?.number),
  }
}

const MOST_IN_LINE = 6
/** Of many no more than fit: the one before, and those that come. */
const around = <T>(all: readonly T[], now: number): T[] => {
  const from = Math.max(0, Math.min(now - 2, all.length - MOST_IN_LINE))
  return all.slice(from, from + MOST_IN_LINE)
}

function chainOf(now: FloorNow, called: CalledNow, number: number | undefined): ChainLine[] {
  const { steps } = called.span
  if (steps) {
    const current = steps.findLast(({ at }) => at <= called.inMs)
    const run = steps.map((step) => pieceSaid(step.says, step === current))
    return [{ who: '', pieces: around(run, current ? steps.indexOf(current) + 1 : 1) }]
  }
  const links = linksInOrder(called)
  if (links.length < 2) return []
  const [does, receives] = roleNames(now, called)
  const of = (isTheirs: (link: Link) => boolean) =>
    links.filter(({ says }) => isTheirs(says)).map((link) => pieceSaid(link.says, link.number === number))
  if (links.every(({ says }) => says.by === 'A'))
    return [
      {
        who: '',
        pieces: around(
          of(() => true),
          number ?? 1,
        ),
      },
    ]
  return [
    { who: does, pieces: of(({ by }) => by !== 'B') },
    { who: receives, pieces: of(({ by }) => by !== 'A') },
  ]
}

const pieceSaid = (says: Link | FormMove, isNow: boolean): ChainPiece => ({
  say: says.say,
  cue: says.cue ?? '',
  isNow,
  technique: 'technique' in says ? says.technique : undefined,
  layer: 'layer' in says ? says.layer : 1,
})

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

/** As far as it can be seen: it is drawn anew fifty times, not at every tick. */
const stepped = (part: number) => Math.round(part * 50) / 50

function countsOf(
  { span, stretch, inMs }: CalledNow,
  alike: Span[],
  stationRounds: number,
  again: FloorNow['again'],
): Count[] {
  const counts: Count[] = []
  const part = span.ms ? stepped(inMs / span.ms) : 0
  if (span.kind === 'reps') {
    // More that was asked for goes on from where the set stood: the eleventh of ten is the eleventh.
    const [lived, toCome] = [again.livedMs, again.toComeMs].map((ms) => Math.round(ms / span.repMs))
    const n = Math.min(span.count, Math.floor(inMs / span.repMs) + 1) + (lived ?? 0)
    const of = span.count + (lived ?? 0) + (toCome ?? 0)
    const part = stepped((inMs % span.repMs) / span.repMs)
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
