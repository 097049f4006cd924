import { fresh, FRESH_SEC } from '../balance/worth'
import { floorM2, kitOf, sameKit } from '../checks/hall/takes'
import type { ClubFacts } from '../checks/club-facts'
import type { DraftBoard } from './arrange'
import type { PinnedBase } from './base'
import { repsPerformed } from './beats'
import { bodyOf, UNITS_FOR } from '../checks/warmup/body'
import type { Candidate, DraftGroup } from './candidates'
import type { Choice } from './model'
import { intensityOf, LONGEST_HARD_SEC } from './model-parts'
import { ProgrammeBuilder, type Column, type Programme, type Term } from './programme'

/**
 * Boards as they were arranged, filled anew: how many there are, how long, in which order and what shows something new stays; what each group
 * works on each of them is chosen again, now with every board's own floor and kit. The first programme deals floor and kit out over boards of
 * a length together, which in a full hall is more than boards can hold.
 */
export interface Refill {
  programme: Programme
  read(values: ArrayLike<number>): DraftBoard[]
}

/** What stays as it was is worth so little more, where it is worth the same. */
const STAYS = 0.01
/** So many of what is worth most to a group are looked at, with all that is worth as much. */
const MOST_WORTHY = 24
/** And so many of what takes least of the floor. */
const MOST_SMALL = 10
/** Where nobody has practised anything yet, an item may come again in the same class. */
const TIMES_AT_FIRST = 2

interface RefillQuestion {
  club: ClubFacts
  groups: readonly DraftGroup[]
  base: PinnedBase
  choice: Choice
  boards: readonly DraftBoard[]
  /** Categories whose share is limited. */
  counted: ReadonlySet<string>
}

export const refill = (question: RefillQuestion): Refill => new Refilling(question).refill()

interface Place {
  board: number
  candidate: Candidate
  column: Column
  workSec: number
}

class Refilling {
  private readonly b = new ProgrammeBuilder()
  private readonly places: Place[] = []
  /** What a board has of floor and kit. */
  private readonly limits: { figure: (place: Place) => number; most: number }[] = []

  constructor(private readonly q: RefillQuestion) {}

  refill(): Refill {
    const { groups, boards } = this.q
    for (const group of groups) this.take(group)
    this.onceEach()
    this.keepToTheHall()
    this.showOneThing()
    for (const group of groups) this.keepLimits(group)
    this.serve()
    return {
      programme: { ...this.b.done(), start: this.start() },
      read: (values) => {
        const filled = boards.map((board): DraftBoard => ({
          ...board,
          works: board.works.map(() => undefined),
        }))
        for (const { board, candidate, column } of this.places)
          if ((values[column] ?? 0) > 0.5) filled[board]!.works[candidate.group] = candidate
        return filled
      },
    }
  }

  private had(group: number, item: string): number {
    return this.q.base.groups[group]?.byItem.get(item) ?? 0
  }

  /** Where a group may work what: nothing hard for long, nothing that the warm-up is too short for, what is new where there is time to show it. */
  private take(group: DraftGroup): void {
    const { boards, choice } = this.q
    const warmed = (region: number) =>
      choice.warmup.reduce(
        (sum, { item, sec }) => sum + (bodyOf(item).gives.find(([r]) => r === region)?.[1] ?? 0) * (sec / 60),
        0,
      )
    const isWarm = ({ item }: Candidate) =>
      bodyOf(item).asks.every(([r, demand]) => warmed(r) >= UNITS_FOR[demand])
    const worthy = this.worthy(group)
    boards.forEach(({ length, shown, works }, board) => {
      for (const candidate of group.candidates) {
        if (!worthy.has(candidate)) continue
        const stays = works[group.index] === candidate
        if (!stays && candidate.isNew && !shown && !group.unwritten) continue
        if (!stays && intensityOf(candidate.item) >= 8 && length > LONGEST_HARD_SEC) continue
        if (!stays && !isWarm(candidate)) continue
        const column = this.b.yesNo(stays ? STAYS : 0)
        this.places.push({ board, candidate, column, workSec: length })
      }
    })
  }

  /** What is worth most to a group, what is not due and fills the time, what takes least of the floor, and what it has now: the rest would not be taken. */
  private worthy({ index, candidates, heads }: DraftGroup): ReadonlySet<Candidate> {
    const last = candidates.map(({ weight }) => weight).sort((a, b) => b - a)[MOST_WORTHY - 1] ?? 0
    return new Set([
      ...candidates.filter(({ weight }) => weight >= last || weight === 0),
      ...[...candidates].sort((a, b) => floorM2(a.item, heads) - floorM2(b.item, heads)).slice(0, MOST_SMALL),
      ...this.q.boards.flatMap(({ works }) => works[index] ?? []),
    ])
  }

  private of(is: (place: Place) => boolean): Place[] {
    return this.places.filter(is)
  }

  /** On every board each group works one thing, and nothing more often than it came before. */
  private onceEach(): void {
    const { groups, boards } = this.q
    for (const { index, unwritten } of groups) {
      const mine = this.of(({ candidate }) => candidate.group === index)
      boards.forEach(({ works }, board) => {
        if (!works[index]) return
        const terms = mine.filter((place) => place.board === board).map(({ column }): Term => [column, 1])
        this.b.equal(terms, 1)
      })
      const byItem = new Map<string, Term[]>()
      for (const { candidate, column } of mine)
        byItem.set(candidate.item.id, [...(byItem.get(candidate.item.id) ?? []), [column, 1]])
      for (const [item, terms] of byItem) {
        const before = boards.filter(({ works }) => works[index]?.item.id === item).length
        const times = Math.max(before, unwritten ? TIMES_AT_FIRST : 1)
        if (terms.length > times) this.b.atMost(terms, times)
      }
    }
  }

  /** Floor and kit of each board. Groups at one thing are reckoned apart, which is never less than together. */
  private keepToTheHall(): void {
    const { club, groups, boards } = this.q
    const { hall } = club.settings
    const heads = ({ candidate }: Place) => groups[candidate.group]?.heads ?? 0
    const limit = (figure: (place: Place) => number, most: number) => {
      this.limits.push({ figure, most })
      boards.forEach((_, board) => {
        const terms = this.of((place) => place.board === board).flatMap((place): Term[] => {
          const each = figure(place)
          return each > 0 ? [[place.column, each]] : []
        })
        if (terms.reduce((sum, [, each]) => sum + each, 0) > most) this.b.atMost(terms, most)
      })
    }
    if (hall.areaM2 > 0) limit((place) => floorM2(place.candidate.item, heads(place)), hall.areaM2)
    for (const { name, count } of hall.kit)
      limit(
        (place) =>
          kitOf(place.candidate.item, heads(place)).reduce(
            (sum, [kit, units]) => sum + (sameKit(kit, name) ? units : 0),
            0,
          ),
        count,
      )
  }

  /** One teacher: at most one new thing on a board. */
  private showOneThing(): void {
    this.q.boards.forEach(({ shown: canShow }, board) => {
      if (!canShow) return this.haveSeen(board)
      const news = new Map<string, Place[]>()
      for (const place of this.of((one) => one.board === board && one.candidate.isNew))
        news.set(place.candidate.item.id, [...(news.get(place.candidate.item.id) ?? []), place])
      const shown = [...news.values()].map((places): Term => {
        const column = this.b.amount(0, 1)
        for (const place of places)
          this.b.atMost(
            [
              [place.column, 1],
              [column, -1],
            ],
            0,
          )
        return [column, 1]
      })
      if (shown.length > 1) this.b.atMost(shown, 1)
    })
  }

  /** Where there is no time to show anything, what is new was shown before. */
  private haveSeen(board: number): void {
    for (const { candidate, column } of this.of((one) => one.board === board && one.candidate.isNew)) {
      const before = this.of((one) => one.candidate === candidate && one.board < board)
      this.b.atMost([[column, 1], ...before.map((one): Term => [one.column, -1])], 0)
    }
  }

  /** Jumps, head contact, new items, falls before throws; of a category whose share is limited there is no more than there was. */
  private keepLimits({ index, jumpLimit }: DraftGroup): void {
    const { club, base, boards, counted } = this.q
    const { limits } = club.settings
    const figures = base.groups[index]
    const mine = this.of(({ candidate }) => candidate.group === index)
    const atMost = (figure: (place: Place) => number, most: number) => {
      const terms = mine.flatMap((place): Term[] => {
        const each = figure(place)
        return each > 0 ? [[place.column, each]] : []
      })
      if (terms.length) this.b.atMost(terms, Math.max(0, most))
    }
    atMost(
      ({ candidate: { item }, workSec }) => (item.jumps ? item.jumps * repsPerformed(item, workSec) : 0),
      jumpLimit - (figures?.jumps ?? 0),
    )
    atMost(
      ({ candidate: { item }, workSec }) => (item.headContact ? workSec : 0),
      limits.headContact * 60 - (figures?.headSec ?? 0),
    )
    atMost(
      ({ candidate: { standing, item } }) => Number(standing === 'new' && !figures?.newItems.has(item.id)),
      limits.newItems - (figures?.newItems.size ?? 0),
    )
    for (const category of counted) {
      const was = boards.reduce(
        (sum, { works, length }) => sum + (works[index]?.item.category === category ? length : 0),
        0,
      )
      atMost(({ candidate: { item }, workSec }) => (item.category === category ? workSec : 0), was)
    }
    if (figures?.falls) return
    for (const { board, candidate, column } of mine) {
      if (candidate.item.category !== 'throws') continue
      const falls = mine
        .filter((other) => other.board < board && other.candidate.item.category === 'falls')
        .map((other): Term => [other.column, -1])
      this.b.atMost([[column, 1], ...falls], 0)
    }
  }

  /** The boards as they were; where one is too full, what takes most of it gives way to what takes least. */
  private start(): Term[] {
    const chosen = new Set<Place>()
    const taken = new Set(
      this.q.boards.flatMap(({ works }) =>
        works.flatMap((work) => (work ? [`${work.group} ${work.item.id}`] : [])),
      ),
    )
    const at = (board: number, group: number) =>
      this.places.filter((place) => place.board === board && place.candidate.group === group)
    this.q.boards.forEach(({ works }, board) => {
      const mine = works.flatMap((work, g) =>
        work ? (at(board, g).find(({ candidate }) => candidate === work) ?? []) : [],
      )
      for (const _ of mine) {
        const over = this.limits.find(
          ({ figure, most }) => mine.reduce((sum, one) => sum + figure(one), 0) > most,
        )
        if (!over) break
        const change = this.lighter(mine, over.figure, (group) => at(board, group), taken)
        if (!change) break
        mine[change.at] = change.by
      }
      for (const place of mine) chosen.add(place)
    })
    return this.places.map((place): Term => [place.column, chosen.has(place) ? 1 : 0])
  }

  /** What takes most of something, and has something that takes less in its place that is not taken elsewhere. */
  private lighter(
    mine: readonly Place[],
    figure: (place: Place) => number,
    placesOf: (group: number) => Place[],
    taken: Set<string>,
  ): { at: number; by: Place } | undefined {
    const key = ({ candidate: { group, item } }: Place) => `${group} ${item.id}`
    for (const large of [...mine].sort((a, b) => figure(b) - figure(a))) {
      const [by] = placesOf(large.candidate.group)
        .filter((place) => !taken.has(key(place)) && figure(place) < figure(large))
        .sort((a, b) => figure(a) - figure(b) || b.candidate.weight - a.candidate.weight)
      if (!by) continue
      taken.delete(key(large))
      taken.add(key(by))
      return { at: mine.indexOf(large), by }
    }
    return undefined
  }

  /** What an item serves, however often it comes: seconds that count double, and seconds that count once. */
  private servedBy({ group, item, weight }: Candidate, places: readonly Place[]): Term[] {
    if (weight === 0) return []
    const had = this.had(group, item.id)
    const rate = (from: number, to: number) => (weight * (fresh(to) - fresh(from))) / (to - from)
    const parts = [
      { sec: Math.max(0, FRESH_SEC - had), each: rate(0, FRESH_SEC) },
      { sec: Math.max(0, Math.min(FRESH_SEC, 2 * FRESH_SEC - had)), each: rate(FRESH_SEC, 2 * FRESH_SEC) },
    ].filter(({ sec }) => sec > 0)
    const terms = parts.map(({ sec, each }): Term => [this.b.amount(0, sec, each), each])
    if (terms.length)
      this.b.atMost(
        [
          ...terms.map(([column]): Term => [column, 1]),
          ...places.map(({ column, workSec }): Term => [column, -workSec]),
        ],
        0,
      )
    return terms
  }

  /** The worst-served counts once more for each group, as in the worth of a plan. */
  private serve(): void {
    const { groups, choice } = this.q
    const due = groups.filter(({ of }) => of > 0)
    if (due.length === 0) return
    const least = this.b.amount(0, Infinity, due.length)
    for (const { index, weights } of due) {
      const warmed = new Map(choice.warmup.map(({ item, sec }) => [item.id, sec]))
      const anyway = [...weights].reduce(
        (sum, [item, weight]) => sum + weight * fresh(this.had(index, item) + (warmed.get(item) ?? 0)),
        0,
      )
      const mine = this.of(({ candidate }) => candidate.group === index)
      const served = [...new Set(mine.map(({ candidate }) => candidate))].flatMap((candidate) =>
        this.servedBy(
          candidate,
          mine.filter((place) => place.candidate === candidate),
        ),
      )
      this.b.atMost([[least, 1], ...served.map(([column, each]): Term => [column, -each])], anyway)
    }
  }
}
