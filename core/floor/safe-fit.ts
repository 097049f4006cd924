import type { Plan } from '../plan/schema'

/** What is kept of a board, in seconds; 0 leaves it out. */
export interface Kept {
  id: string
  sec: number
}

/** A way to fit a class into its time, with what has to be left alone so that the rest stays safe. */
export interface SafeFit {
  keep: Kept[]
  /** Boards that are left as they are, for without them something would come cold, thrown before falling, dry, or without its end. */
  needs: string[]
}

/** Names of what is grave about a plan. */
export type Graves = (plan: Plan) => ReadonlySet<string>

interface Fitting {
  /** The class as it stands. */
  plan: Plan
  /** What is grave about a plan, each under a name that stays while it is about the same. */
  gravesOf: Graves
  /** The best way to fit while these boards stay whole; only what changes. */
  decide(needs: ReadonlySet<string>): Kept[]
  /** The class as it would be. */
  carriedOut(keep: readonly Kept[]): Plan
  /** Boards that are known to be needed. */
  needs?: readonly string[] | undefined
}

/**
 * The best way to fit that brings no new *stop* or *warn*: while one does, the board whose change brings it is left whole, and the best way
 * is looked for again.
 *
 * @returns at worst a way that changes nothing
 */
export function safeFit({ plan, gravesOf, decide, carriedOut, needs: known = [] }: Fitting): SafeFit {
  const before = gravesOf(plan)
  const broughtBy = (keep: readonly Kept[]) =>
    [...gravesOf(carriedOut(keep))].filter((grave) => !before.has(grave))
  const needs = new Set(known)
  for (;;) {
    const keep = decide(needs)
    const [brought] = keep.length ? broughtBy(keep) : []
    if (brought === undefined) return { keep, needs: [...needs] }
    // The least that mends it: one board, else as many from the first on as it takes.
    const without = (ids: readonly string[]) => keep.filter(({ id }) => !ids.includes(id))
    const mends = (ids: readonly string[]) => !broughtBy(without(ids)).includes(brought)
    const alone = keep.find(({ id }) => mends([id]))
    if (alone) needs.add(alone.id)
    else {
      const ids = keep.map(({ id }) => id)
      const enough = ids.findIndex((_, n) => mends(ids.slice(0, n + 1)))
      for (const id of enough < 0 ? ids : ids.slice(0, enough + 1)) needs.add(id)
    }
  }
}
