import { doseFactors, type Dose } from './doses'
import type { Stretch } from './modes/mode'
import { Tally, WHOLLY_PRESENT, type ClassTimes } from './practice'
import type { PracticeTold } from './practice-row'
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

/**
 * The arithmetic of a dose as it was laid out for one group; the figures are the timeline's own.
 *
 * @param then what the group does after its turn, in the same lane
 */
export function arithmetic(
  dose: Dose | undefined,
  lane: Stretch[],
  nameOf: (item: string) => string = (item) => item,
  then?: Dose,
): Arithmetic {
  const tally = new Tally()
  for (const stretch of lane)
    tally.addStretch({ ...stretch, technique: stretch.technique ?? '-' }, 0, WHOLLY_PRESENT)
  const { times } = tally
  const totalMs = Object.values(times).reduce((sum, ms) => sum + ms, 0)
  const factors = [dose, then].flatMap((one) => (one ? [doseFactors(one)] : [])).join(', then ')
  return {
    factors,
    times,
    totalMs,
    text: sentence(factors, times),
    reps: repsText(tally.practiceTold, nameOf),
  }
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

/** Where one exchange is two skills each is named: `10 × Push kick and 10 × Leg check each`. Parts of combinations stand apart. */
function repsText(practice: PracticeTold[], nameOf: (item: string) => string): string {
  const sum = (pick: (p: PracticeTold) => number, rows = practice) =>
    rows.reduce((total, p) => total + pick(p), 0)
  const own = (p: PracticeTold) => p.reps - p.inCombinations
  const reps = sum(own)
  if (reps === 0) return ''
  const worked = practice.filter((p) => own(p) > 0)
  const items = [...new Set(worked.map(({ technique }) => technique))]
  const right = sum((p) => p.repsR, worked)
  const left = sum((p) => p.repsL, worked)
  const received = sum((p) => p.received)
  const hasParts = practice.some((p) => p.inCombinations > 0)
  const sides = (right || left) && !hasParts ? `: ${right} right, ${left} left` : ''
  const about = practice.some((p) => p.estimated) ? 'about ' : ''
  const each =
    items.length > 1
      ? items
          .map(
            (item) =>
              `${sum(
                own,
                worked.filter((p) => p.technique === item),
              )} × ${nameOf(item)}`,
          )
          .join(' and ')
      : counted(reps, 'rep')
  const parts = practice
    .filter((p) => p.inCombinations > 0)
    .map((p) => `${p.inCombinations} × ${nameOf(p.technique)}`)
  return `${about}${each} each${sides}${received ? `; receives ${received}` : ''}${parts.length ? `; in them ${parts.join(', ')}` : ''}`
}

/** The dose a group works on a block: its track's, or the block's. */
export const doseOfGroup = (block: Block, group: string): Dose | undefined =>
  trackOf(block, group)?.dose ?? block.dose

/** What a group does on a block once its turn is over. */
export const thenOfGroup = (block: Block, group: string): Dose | undefined => trackOf(block, group)?.then

const trackOf = ({ tracks }: Block, group: string) => tracks?.find(({ groups }) => groups.includes(group))
