/**
 * A mixed-integer programme as data: what a solver is given. Built by name here, so that the model reads as it is meant; a solver takes
 * it in the sparse form of `toSparse`.
 */

/** A column's number. */
export type Column = number
export type Term = readonly [column: Column, factor: number]

export interface Programme {
  /** What is sought is the most of Σ worth · value. */
  worth: number[]
  lower: number[]
  upper: number[]
  whole: boolean[]
  /** Worth that is there whatever is chosen. */
  anyway: number
  rows: { terms: Term[]; least: number; most: number }[]
}

export class ProgrammeBuilder {
  private readonly made: Programme = { worth: [], lower: [], upper: [], whole: [], anyway: 0, rows: [] }

  /** A whole number from `lower` to `upper`, worth so much each. */
  whole(upper: number, worth = 0, lower = 0): Column {
    return this.column(lower, upper, worth, true)
  }

  yesNo(worth = 0): Column {
    return this.whole(1, worth)
  }

  amount(lower: number, upper: number, worth = 0): Column {
    return this.column(lower, upper, worth, false)
  }

  private column(lower: number, upper: number, worth: number, whole: boolean): Column {
    const { made } = this
    made.worth.push(worth)
    made.lower.push(lower)
    made.upper.push(upper)
    made.whole.push(whole)
    return made.worth.length - 1
  }

  /** Terms of one column are summed; a row of nothing but what always holds is left out. */
  row(terms: readonly Term[], least: number, most: number): void {
    const sums = new Map<Column, number>()
    for (const [column, factor] of terms) sums.set(column, (sums.get(column) ?? 0) + factor)
    const kept = [...sums].filter(([, factor]) => factor !== 0)
    if (kept.length > 0 || least > 0 || most < 0) this.made.rows.push({ terms: kept, least, most })
  }

  atMost(terms: readonly Term[], most: number): void {
    this.row(terms, -Infinity, most)
  }

  atLeast(terms: readonly Term[], least: number): void {
    this.row(terms, least, Infinity)
  }

  equal(terms: readonly Term[], to: number): void {
    this.row(terms, to, to)
  }

  /** Makes a column worth so much more. */
  worthMore(column: Column, by: number): void {
    this.made.worth[column] = (this.made.worth[column] ?? 0) + by
  }

  /** Worth that is there whatever is chosen. */
  worthAnyway(by: number): void {
    this.made.anyway += by
  }

  done(): Programme {
    return this.made
  }
}

/** What values come to. */
export const worthOf = ({ worth, anyway }: Programme, values: ArrayLike<number>): number =>
  worth.reduce((sum, each, column) => sum + each * (values[column] ?? 0), anyway)

/** The rows of a programme packed one after the other. */
export function toSparse({ rows }: Programme): { starts: number[]; indices: number[]; values: number[] } {
  const starts = [0]
  const indices: number[] = []
  const values: number[] = []
  for (const { terms } of rows) {
    for (const [column, factor] of terms) {
      indices.push(column)
      values.push(factor)
    }
    starts.push(indices.length)
  }
  return { starts, indices, values }
}

/** What a solver answers: the best values it found, if any, and what no values can be worth more than. */
export interface ProgrammeAnswer {
  values: ArrayLike<number> | undefined
  bound: number
  /** It is proved that there are none. */
  infeasible?: boolean
}
