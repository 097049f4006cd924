import { doseFactors, type Dose } from './doses'
import type { Stretch } from './modes/mode'
import { Tally, WHOLLY_PRESENT, type ClassTimes, type Practice } from './practice'
import type { Block } from './schema'
import { counted, shortTime } from '../kernel/time-text'

/** How the length of a board, or of one track of it, comes about: each figure opens to its sum. */
export interface Arithmetic {
  factors: string
  times: ClassTimes
  totalMs: number
  /** `3 sets × 10 reps × 2 sides at 1.5 s = 1:30 of work, 45 s of rest and changes, 40 s to show it: ` and the total. */
  text: string
  /** `60 reps each: 30 right, 30 left`, or nothing. */
  reps: string
}

/** The arithmetic of a dose as it was laid out for one group; the figures are the timeline's own. */
export function arithmetic(dose: Dose | undefined, lane: Stretch[]): Arithmetic {
  const tally = new Tally()
  for (const stretch of lane)
    tally.addStretch({ ...stretch, technique: stretch.technique ?? '-' }, 0, WHOLLY_PRESENT)
  const { times } = tally
  const totalMs = Object.values(times).reduce((sum, ms) => sum + ms, 0)
  const factors = dose ? doseFactors(dose) : ''
  return { factors, times, totalMs, text: sentence(factors, times), reps: repsText(tally.practice) }
}

function sentence(factors: string, times: ClassTimes): string {
  const parts = [
    times.work ? `${shortTime(times.work)} of work` : '',
    times.rest ? `${shortTime(times.rest)} of rest and changes` : '',
    times.talk ? `${shortTime(times.talk)} ${times.work ? 'to show it' : 'of talk'}` : '',
    times.holding ? `${shortTime(times.holding)} holding` : '',
    times.transition ? `${shortTime(times.transition)} handing over` : '',
    times.idle ? `${shortTime(times.idle)} waiting` : '',
  ].filter(Boolean)
  return `${factors}${factors && parts.length ? ' = ' : ''}${parts.join(', ')}`
}

function repsText(practice: Practice[]): string {
  const sum = (pick: (p: Practice) => number) => practice.reduce((total, p) => total + pick(p), 0)
  const reps = sum((p) => p.reps)
  if (reps === 0) return ''
  const right = sum((p) => p.repsR)
  const left = sum((p) => p.repsL)
  const received = sum((p) => p.received)
  const sides = right || left ? `: ${right} right, ${left} left` : ''
  const about = practice.some((p) => p.estimated) ? 'about ' : ''
  return `${about}${counted(reps, 'rep')} each${sides}${received ? `; receives ${received}` : ''}`
}

/** The dose a group works on a block: its track's, or the block's. */
export function doseOfGroup(block: Block, group: string): Dose | undefined {
  const track = block.tracks?.find(({ groups }) => groups.includes(group))
  return track?.dose ?? block.dose
}
