import type { Highs } from 'highs'
import { ProgrammeBuilder, type Column, type Programme, type Term } from '../kernel/programme'
import { solveProgramme } from '../kernel/solver'
import { leastOf, mostOf, timesOf, type TermQuestion } from './question'

/**
 * The least that is short, of that the fewest returns of new things that are missing, of that the fewest helpings: what a term can come to,
 * one question after the other, each keeping what the ones before it found. Asked of how often each item comes and how much each class has,
 * it is quickly answered, and the answer is no worse than any plan; asked of every item and class, it is a plan.
 */

export interface Figures {
  /** Minutes given beside those put by hand. */
  given: number
  missing: number
  helpings: number
}

export interface Answer extends Figures {
  /** By item and class, or by item alone where only figures were asked for: how often it comes. */
  times: number[][]
  /** All three are proved. */
  proved: boolean
}

/** More than any group has helpings or minutes. */
const MANY = 1e9

interface Model {
  b: ProgrammeBuilder
  /** By item and class; none where it cannot come. */
  comes: (Column | undefined)[][]
  minutes: Column[]
  missing: Column[]
}

/** Whether an item can come in a class at all. */
function isOpen({ items, classes, fixed }: TermQuestion, i: number, c: number): boolean {
  const item = items[i]!
  const { room, minutes } = classes[c]!
  return timesOf(item) > 0 && fixed[i]?.[c] === undefined && room > 0 && minutes >= leastOf(item)
}
const isPut = ({ fixed }: TermQuestion, i: number, c: number) => (fixed[i]?.[c] ?? 0) > 0
const timesPut = ({ fixed }: TermQuestion, i: number) => fixed[i]!.filter((minutes = 0) => minutes > 0).length

/**
 * Of 30 minutes in pieces of at most 12 two give no more than 24: a row that follows from the others for whole numbers of pieces, and tells it
 * to a solver that begins with broken ones (mixed-integer rounding).
 */
function inPieces(
  b: ProgrammeBuilder,
  { given, times, all, most }: { given: readonly Term[]; times: readonly Term[]; all: number; most: number },
): void {
  const pieces = Math.ceil(all / most)
  const last = all - most * (pieces - 1)
  b.atMost([...given, ...times.map(([column]): Term => [column, -last])], all - last * pieces)
}

/** A helping gives between its least and its most. */
function between(b: ProgrammeBuilder, sec: Column, times: Column, [least, most]: [number, number]): void {
  b.atMost(
    [
      [sec, 1],
      [times, -most],
    ],
    0,
  )
  b.atLeast(
    [
      [sec, 1],
      [times, -least],
    ],
    0,
  )
}

function returnsOf(b: ProgrammeBuilder, q: TermQuestion, i: number, times: readonly Term[]): Column[] {
  const wanted = Math.max(0, q.items[i]!.returns - timesPut(q, i))
  if (wanted === 0) return []
  const column = b.amount(0, wanted)
  b.atLeast([[column, 1], ...times], wanted)
  return [column]
}

const mostOfAny = (q: TermQuestion) => Math.max(1, ...q.items.map(mostOf))

/** How often each item comes and what it is given, how many come in each class and what it gives; not which comes where. */
function figuresModel(q: TermQuestion): Model {
  const b = new ProgrammeBuilder()
  const minutes: Column[] = []
  const missing: Column[] = []
  const open = q.items.map((_, i) => q.classes.filter((__, c) => isOpen(q, i, c)).length)
  const had = q.items.map((_, i) => (open[i]! > 0 ? b.yesNo() : undefined))
  const comes = q.items.map((item, i): Column[] => {
    const isHad = had[i]
    if (isHad === undefined) return []
    const most = Math.min(timesOf(item), open[i]!)
    const [times, sec] = [b.whole(most), b.amount(0, item.need)]
    minutes.push(sec)
    between(b, sec, times, [leastOf(item), mostOf(item)])
    inPieces(b, { given: [[sec, 1]], times: [[times, 1]], all: item.need, most: mostOf(item) })
    between(b, times, isHad, [1, most])
    for (const before of item.after)
      if (timesPut(q, before) === 0)
        b.atMost(
          had[before] === undefined
            ? [[isHad, 1]]
            : [
                [isHad, 1],
                [had[before], -1],
              ],
          0,
        )
    missing.push(...returnsOf(b, q, i, [[times, 1]]))
    return [times]
  })
  // What items have and what classes give is the same.
  const sums = {
    minutes: minutes.map((column): Term => [column, 1]),
    times: comes.flat().map((column): Term => [column, 1]),
  }
  const least = Math.min(MANY, ...q.items.map((item) => leastOf(item) || MANY))
  const most = mostOfAny(q)
  for (const one of q.classes) {
    const [times, sec] = [b.whole(Math.min(one.room, q.items.length)), b.amount(0, one.minutes)]
    between(b, sec, times, [Math.min(least, one.minutes), most])
    inPieces(b, { given: [[sec, 1]], times: [[times, 1]], all: one.minutes, most })
    sums.minutes.push([sec, -1])
    sums.times.push([times, -1])
  }
  b.equal(sums.minutes, 0)
  b.equal(sums.times, 0)
  return { b, comes, minutes, missing }
}

/** Every item in every class. */
function plansModel(q: TermQuestion): Model {
  const { items, classes } = q
  const b = new ProgrammeBuilder()
  const minutes: Column[] = []
  const byClass = classes.map((): { given: Term[]; times: Term[] } => ({ given: [], times: [] }))
  const comes = items.map((_, i) => classes.map((__, c) => (isOpen(q, i, c) ? b.yesNo() : undefined)))
  const missing = items.flatMap((item, i): Column[] => {
    const given: Term[] = []
    const times: Term[] = []
    comes[i]?.forEach((column, c) => {
      if (column === undefined) return
      const most = Math.min(mostOf(item), classes[c]!.minutes)
      const sec = b.amount(0, most)
      minutes.push(sec)
      given.push([sec, 1])
      times.push([column, 1])
      between(b, sec, column, [leastOf(item), most])
      byClass[c]?.given.push([sec, 1])
      byClass[c]?.times.push([column, 1])
    })
    if (times.length === 0) return returnsOf(b, q, i, [])
    b.atMost(given, item.need)
    b.atMost(times, timesOf(item))
    inPieces(b, { given, times, all: item.need, most: mostOf(item) })
    follows(b, q, i, comes)
    return returnsOf(b, q, i, times)
  })
  for (const [c, { given, times }] of byClass.entries()) {
    b.atMost(given, classes[c]!.minutes)
    b.atMost(times, classes[c]!.room)
    inPieces(b, { given, times, all: classes[c]!.minutes, most: mostOfAny(q) })
  }
  return { b, comes, minutes, missing }
}

/** In no class before what it builds on was in one, or is in this one. */
function follows(b: ProgrammeBuilder, q: TermQuestion, item: number, comes: Model['comes']): void {
  for (const before of q.items[item]!.after)
    for (const [c, column] of comes[item]!.entries()) {
      if (column === undefined) continue
      const sooner = q.classes.slice(0, c + 1)
      if (sooner.some((_, e) => isPut(q, before, e))) continue
      const had = sooner.flatMap((_, e): Term[] => {
        const other = comes[before]?.[e]
        return other === undefined ? [] : [[other, -1]]
      })
      b.atMost([[column, 1], ...had], 0)
    }
}

interface Solving {
  /** For all three questions. */
  timeLimitSec: number
  /** Seconds of a clock that goes on evenly. */
  now: () => number
}

/** What no plan can be better than, and how often each item would come. */
export const fewestAtBest = (highs: Highs, question: TermQuestion, solving: Solving): Answer =>
  solve(highs, question, figuresModel(question), solving)

/** @param atBest what no plan is better than */
export function fewestOf(highs: Highs, question: TermQuestion, atBest: Answer, solving: Solving): Answer {
  return solve(highs, question, plansModel(question), solving, atBest)
}

function solve(
  highs: Highs,
  q: TermQuestion,
  { b, comes, minutes, missing }: Model,
  { timeLimitSec, now }: Solving,
  atBest?: Answer,
): Answer {
  const programme: Programme = b.done()
  const began = now()
  // Nothing at all is a plan.
  let values: ArrayLike<number> = programme.worth.map((_, column) =>
    missing.includes(column) ? programme.upper[column]! : 0,
  )
  let proved = true
  const sum = (columns: readonly Column[], of = values) =>
    columns.reduce((total, column) => total + (of[column] ?? 0), 0)
  /** The most of some columns, or the least (−1), which then is kept. */
  const settle = (columns: readonly Column[], sign: 1 | -1, could: number | undefined): number => {
    if (columns.length === 0) return 0
    programme.worth.fill(0)
    for (const column of columns) programme.worth[column] = sign
    const terms = columns.map((column): Term => [column, 1])
    if (could !== undefined) programme.rows.push(row(terms, -sign as 1 | -1, could))
    const left = Math.max(0.1, timeLimitSec - (now() - began))
    const answer = solveProgramme(highs, programme, { timeLimitSec: left, gap: 0 })
    if (answer.values && sign * sum(columns, answer.values) > sign * sum(columns) - 1e-6)
      values = answer.values
    const kept = Math.round(sum(columns))
    // All are whole numbers: less than one of them is nothing.
    if (kept !== could && !(answer.bound < sign * kept + 1 - 1e-6)) proved = false
    programme.rows.push(row(terms, sign, kept))
    return kept
  }
  const all = comes.flat().filter((column) => column !== undefined)
  const given = settle(minutes, 1, atBest?.given)
  const short = settle(missing, -1, atBest?.given === given ? atBest.missing : undefined)
  const isBest = atBest?.given === given && atBest.missing === short
  const helpings = settle(all, -1, isBest ? atBest.helpings : undefined)
  return {
    given,
    missing: short,
    helpings,
    times: comes.map((row) =>
      row.map((column) => (column === undefined ? 0 : Math.round(values[column] ?? 0))),
    ),
    proved: proved && (atBest?.proved ?? true),
  }
}

const row = (terms: Term[], sign: 1 | -1, than: number) =>
  sign > 0 ? { terms, least: than, most: MANY } : { terms, least: -MANY, most: than }
