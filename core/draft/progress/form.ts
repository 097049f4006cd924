import { sectionsOnBoard } from '../../curriculum/boards'
import { boutsOf, GAP_SEC, shapeOf } from '../beats'
import type { Progression } from './progress'

interface Run {
  from: number
  to: number
}

/** A form is never hurried, and at most this much slower than it goes. */
const SLOWEST = 2

/**
 * A form is run section by section, one run a bout and as slow as fills it: the whole where a bout holds it, else as many sections in a
 * row as it does, one lot after the other.
 */
export const throughTheForm: Progression = ({ item, workSec, setupSec }) => {
  const { sides, roles } = shapeOf(item, workSec)
  if (item.category !== 'forms' || sides * roles > 1 || item.sections.length === 0 || item.jumps > 0)
    return undefined
  const sections = sectionsOnBoard(item.sections)
  const bouts = boutsOf(workSec)
  const boutSec = workSec / bouts
  const secondsOf = ({ from, to }: Run) => sections.slice(from - 1, to).reduce((sum, { sec }) => sum + sec, 0)
  const lots = lotsOf(
    sections.map(({ sec }) => sec),
    boutSec,
  )
  if (!lots || lots.length > bouts || lots.some((lot) => secondsOf(lot) * SLOWEST < boutSec)) return undefined
  // Every lot comes as often as the others, the first ones once more where the bouts do not divide evenly.
  const runs = lots.map((lot, n) => ({
    ...lot,
    times: Math.floor(bouts / lots.length) + (n < bouts % lots.length ? 1 : 0),
    tempo: toSix(boutSec / secondsOf(lot)),
  }))
  return {
    dose: { kind: 'form', sections, runs, resetSec: GAP_SEC, setupSec },
    says:
      lots.length === 1
        ? 'The whole of it every time.'
        : `By its sections: ${lots.map(sectionsOf).join(', then ')}.`,
  }
}

const sectionsOf = ({ from, to }: Run) => (from === to ? `${from}` : `${from} to ${to}`)

/** Sections in a row, as many as `boutSec` holds; the last lot reaches back as far as it can. Nothing where one section is too long. */
function lotsOf(sections: readonly number[], boutSec: number): Run[] | undefined {
  const lots: Run[] = []
  let left = 0
  for (const [n, sec] of sections.entries()) {
    if (sec > boutSec) return undefined
    const last = lots.at(-1)
    if (last && sec <= left) last.to = n + 1
    else {
      lots.push({ from: n + 1, to: n + 1 })
      left = boutSec
    }
    left -= sec
  }
  const last = lots.at(-1)
  while (last && last.from > 1 && (sections[last.from - 2] ?? Infinity) <= left) {
    left -= sections[last.from - 2] ?? 0
    last.from--
  }
  return lots
}

/** Enough decimals for any form to end on the millisecond. */
const toSix = (factor: number) => Math.round(factor * 1e6) / 1e6
