import type { FloorNow } from '~~/core/floor/now'
import type { Plan } from '~~/core/plan/schema'
import { calledDose, type CalledNow } from '~~/core/floor/called'
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
      return plain(now.placed.block.phase === 'water' ? 'Water' : 'Listen', now.placed.block.notes ?? '')
    case 'active':
      return plain('Play on', now.placed.block.notes ?? '')
    case 'idle':
    case 'holding':
    case 'stop':
      return plain('Done')
    default:
      return working(now, called, plan)
  }
}

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
  const { span, stretch } = called
  const alike = stretch.spans.filter(
    (s) => isPiece(s) && s.side === span.side && s.role === span.role && s.stage === span.stage,
  )
  const word = span.side ? SIDE[span.side] : (WORK_WORD[span.kind] ?? '')
  const hasSides = span.side !== undefined
  const first = now.placed?.block.firstSide ?? plan.firstSide
  return {
    word,
    line: roleLine(now, called),
    change: false,
    sides: hasSides ? [{ lit: span.side === first }, { lit: span.side !== first }] : [],
    counts: countsOf(now, called, alike),
  }
}

const isPiece = (s: Span) => ['reps', 'paced', 'round', 'hold', 'run', 'station'].includes(s.kind)

function countsOf(now: FloorNow, { span, inMs }: CalledNow, alike: Span[]): Count[] {
  const counts: Count[] = []
  const part = span.ms ? inMs / span.ms : 0
  if (span.kind === 'reps') {
    const n = Math.min(span.count, Math.floor(inMs / span.repMs) + 1)
    counts.push({ name: 'rep', n, of: span.count, part: (inMs % span.repMs) / span.repMs })
  }
  const number = span.set ?? span.round
  if (number === undefined) return counts
  const name =
    { round: 'round', run: 'run', hold: 'hold', station: 'station' }[span.kind as string] ??
    (span.round ? 'round' : 'set')
  const of = span.kind === 'station' ? stationRounds(now) : alike.length
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
  const soon = change
    ? `. ${change.kind === 'swap' ? 'Swap' : 'Change sides'} in ${minutes(change.at - at)}`
    : ''
  return `${stage ? `${stage}: ` : ''}${first} ${names[0]}, ${second} ${names[1]}${soon}`
}

function roleNames(now: FloorNow, called: CalledNow): [string, string] {
  const { span } = called
  const dose = calledDose(now.placed?.block, called)
  const worked = span.stage === undefined ? dose : (stagesOf(dose)[span.stage]?.dose ?? dose)
  const names = worked && 'roleNames' in worked ? worked.roleNames : undefined
  return names ?? ['works', 'receives']
}
