import { key, pairsWithin, pairStudents, type Pairing, type Wishes } from './pairing'
import type { RosterFile } from './roster-file'

/** Several rounds with a change of partners between them, planned at once: no two meet twice while that is possible. */

export interface Rounds {
  rounds: Pairing[]
  /** Pairs who meet again, because no other way was found. */
  again: [string, string][]
}

/** Pairings worked out at most before rounds are laid out by turning the circle, or pairs meet again. */
const MOST_TRIES = 60

/**
 * Round after round the best pairing of those who have not met. Where all may work with all that goes well for at least half as many rounds as
 * there are students (Dirac 1952: whoever still has half of the others to meet finds somebody); a way that ends too early is taken back and
 * tried with another pairing. For an even number who may all work together the turning circle gives every round up to all but one. Past
 * that the pairs that meet again are as few a round as can be, and are told.
 *
 * @param count 1 to 40
 */
export function planRounds(file: RosterFile, count: number, wishes: Wishes = {}): Rounds {
  const first = pairStudents(file, wishes)
  const search = new Search(file, wishes, first.left.length)
  const rounds = search.from([first], count) ?? turningCircle(file, wishes, first, count)
  return rounds ? { rounds, again: [] } : meetingAgain(file, wishes, first, count)
}

class Search {
  private tries = 0

  constructor(
    private readonly file: RosterFile,
    private readonly wishes: Wishes,
    private readonly left: number,
  ) {}

  /** The rounds so far with the rest of them, or nothing where they lead nowhere. */
  from(rounds: Pairing[], count: number): Pairing[] | undefined {
    if (rounds.length >= count) return rounds
    const met = rounds.flatMap(({ groups }) => groups)
    // What this round could be: the best, then the best without one of its pairs.
    const refused: (readonly string[])[][] = [[]]
    while (refused.length && this.tries < MOST_TRIES) {
      const without = refused.shift() ?? []
      this.tries++
      const next = pairStudents(this.file, {
        ...this.later,
        shown: [...(this.wishes.shown ?? []), ...met, ...without],
      })
      if (next.left.length > this.left) continue
      const found = this.from([...rounds, next], count)
      if (found) return found
      refused.push(...next.groups.map((group) => [...without, group]))
    }
    return undefined
  }

  /** Pins are of the first round: afterwards partners change. */
  private get later(): Wishes {
    const { pins: _pins, keep: _keep, ...rest } = this.wishes
    return rest
  }
}

/** One stays, the others go round by one place a round: everybody meets everybody once. */
function turningCircle(
  file: RosterFile,
  wishes: Wishes,
  first: Pairing,
  count: number,
): Pairing[] | undefined {
  const ids = first.groups.flat().sort()
  if (wishes.pins?.length || wishes.shown?.length || ids.length % 2 || count >= ids.length) return undefined
  const students = file.students.filter(({ id }) => ids.includes(id))
  const rounds = Array.from({ length: count }, (_, round) =>
    pairStudents({ ...file, students }, { pins: circleRound(ids, round) }),
  )
  // A pair that may not be was paired otherwise: then somebody meets again, or is left out.
  const met = new Set(rounds.flatMap(({ groups }) => groups.map((group) => group.join(' '))))
  if (met.size !== (ids.length / 2) * count) return undefined
  return rounds.map((round) => ({ ...round, left: first.left }))
}

function circleRound(order: readonly string[], round: number): string[][] {
  const [still = '', ...going] = order
  const ring = [still, ...going.slice(round), ...going.slice(0, round)]
  return Array.from({ length: ring.length / 2 }, (_, i) =>
    [ring[i] ?? '', ring[ring.length - 1 - i] ?? ''].sort(),
  )
}

/** Round after round with what was met costing as often as it was met: as few meet again as a round allows. */
function meetingAgain(file: RosterFile, wishes: Wishes, first: Pairing, count: number): Rounds {
  const rounds = [first]
  const again: [string, string][] = []
  const met = new Map<string, number>()
  const note = ({ groups }: Pairing) => {
    for (const [a, b] of groups.flatMap((group) => pairsWithin(group))) {
      const times = met.get(key(a, b)) ?? 0
      if (times) again.push([a, b])
      met.set(key(a, b), times + 1)
    }
  }
  note(first)
  while (rounds.length < count) {
    const worn = [...met].map(([pair, times]): [string, string, number] => {
      const [a = '', b = ''] = pair.split(' ')
      return [a, b, times * MEETS_AGAIN]
    })
    const next = pairStudents({ ...file, recent: [...file.recent, ...worn] })
    const told = pairStudents(file, { pins: next.groups })
    note(next)
    rounds.push({ ...next, cost: told.cost })
  }
  return { rounds, again }
}
/** How much more often than it was a pair counts as met, so that no other part of the cost outweighs it. */
const MEETS_AGAIN = 100
