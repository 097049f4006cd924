import type { ClubFacts } from '../checks/club-facts'
import type { Category } from '../curriculum/categories'
import { BoardCosts } from './board-costs'
import { bodyOf } from '../checks/warmup/body'
import { doneWith, unready } from './body'
import type { Candidate, DraftGroup } from './candidates'
import type { WorkLength } from './beats'
import { boardSec, boardTimes, type BoardTimes } from './board-times'
import type { PinnedBase } from './base'
import type { ClassFrame } from './frame'
import type { Choice } from './model'
import { intensityOf } from './model-parts'

/**
 * Which board every chosen item comes to, and in which order the boards are: nothing of it changes what the plan is worth. Boards of one
 * length are alike, so items are swapped among them until nobody is in the way of anybody, who can work the same does, and the class runs
 * from falling and stepping to partners and play.
 */

/** A board to be: what each group works on it. */
export interface DraftBoard {
  length: WorkLength
  /** There is time to show something new. */
  shown: boolean
  stretch: number
  /** Seconds by which it is set up or shown quicker than others, because there has to be water soon. */
  quickerSec?: number
  /** By group. */
  works: (Candidate | undefined)[]
}

const STAGES: Record<Category, number> = {
  falls: 0,
  footwork: 1,
  mobility: 1,
  hands: 2,
  blocks: 2,
  kicks: 3,
  weapons: 4,
  forms: 4,
  throws: 5,
  groundwork: 5,
  escapes: 5,
  sparring: 6,
  games: 6,
  conditioning: 6,
}

const ROUNDS = 140
const MOST_TRIES = 12_000
/** What a broken limit counts: little enough to be walked through while boards are still dealt out. */
const BROKEN = 9
/** How gladly changes for the worse are taken at first. */
const HEAT = 3
const HARD = 7

/** @param filled boards that have their items already, to be put in order only; nothing: the items of the choice are dealt out */
export function arrange(
  choice: Choice,
  frame: ClassFrame,
  base: PinnedBase,
  groups: readonly DraftGroup[],
  club: ClubFacts,
  chance: () => number,
  filled?: readonly DraftBoard[],
): DraftBoard[] {
  return new Arranging(choice, frame, base, groups, club, chance, filled).boards()
}

class Arranging {
  private readonly at: DraftBoard[]
  private readonly stage = new Map<string, number>()
  private readonly times: BoardTimes
  private broken = 0
  private readonly costs: BoardCosts

  constructor(
    choice: Choice,
    private readonly frame: ClassFrame,
    base: PinnedBase,
    private readonly groups: readonly DraftGroup[],
    club: ClubFacts,
    private readonly chance: () => number,
    filled: readonly DraftBoard[] | undefined,
  ) {
    this.costs = new BoardCosts(groups, club.settings.hall)
    const empty = choice.stretches.flatMap(({ known, shown }, stretch) => [
      ...shown.map((length): DraftBoard => ({
        length,
        shown: true,
        stretch,
        works: groups.map(() => undefined),
      })),
      ...known.map((length): DraftBoard => ({
        length,
        shown: false,
        stretch,
        works: groups.map(() => undefined),
      })),
    ])
    this.at = filled ? filled.map((board) => ({ ...board, works: [...board.works] })) : empty
    this.times = boardTimes(choice, frame, base)
    const chosen = filled
      ? filled.flatMap(({ works }) => works.flatMap((work) => work ?? []))
      : choice.chosen.map(({ candidate }) => candidate)
    for (const { item } of chosen)
      if (!this.stage.has(item.id)) this.stage.set(item.id, STAGES[item.category] + (chance() - 0.5) * 1.6)
    if (!filled) this.deal(choice)
  }

  /** What is shown to its own board, then what most groups share, then the rest. */
  private deal({ chosen, shows }: Choice): void {
    const open = chosen.map(({ candidate, lengths }) => ({ candidate, lengths: [...lengths] }))
    const put = (board: DraftBoard | undefined, item: string, onlyNew: boolean) => {
      if (!board) return
      for (const one of open) {
        const { candidate, lengths } = one
        const { group } = candidate
        const l = lengths.indexOf(board.length)
        if (candidate.item.id !== item || l < 0 || board.works[group] || (onlyNew && !candidate.isNew))
          continue
        board.works[group] = candidate
        lengths.splice(l, 1)
      }
    }
    for (const { item, length } of shows)
      put(
        this.at.find((board) => board.shown && board.length === length && board.works.every((work) => !work)),
        item,
        true,
      )
    const left = new Map<string, number>()
    for (const { candidate, lengths } of open)
      left.set(candidate.item.id, (left.get(candidate.item.id) ?? 0) + lengths.length)
    const shared = [...left].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
    for (const [item] of shared)
      for (const { lengths, candidate } of open) {
        if (candidate.item.id !== item) continue
        for (const length of [...lengths]) {
          const free = this.at.filter((board) => board.length === length && !board.works[candidate.group])
          const beside = free.find(({ works }) => works.some((work) => work?.item.id === item)) ?? free[0]
          put(beside, item, false)
        }
      }
  }

  boards(): DraftBoard[] {
    this.anneal()
    return this.copy()
  }

  /** Changes are tried and taken back where they are for the worse, more and more strictly (simulated annealing). */
  private anneal(): void {
    let cost = this.cost()
    const { at } = this
    const tries = Math.min(MOST_TRIES, ROUNDS * at.length * Math.max(1, this.groups.length))
    let heat = HEAT
    let best = cost
    let broken = this.broken
    let kept = this.copy()
    for (let t = 0; t < tries; t++) {
      heat *= 1 - 5 / tries
      const undo = this.change()
      if (!undo) continue
      const next = this.cost()
      if (next <= cost || this.chance() < Math.exp((cost - next) / heat)) {
        cost = next
        if (this.broken < broken || (this.broken === broken && cost < best - 1e-9)) {
          best = cost
          broken = this.broken
          kept = this.copy()
        }
      } else undo()
    }
    kept.forEach((board, p) => (this.at[p] = board))
  }

  private copy = (): DraftBoard[] => this.at.map((board) => ({ ...board, works: [...board.works] }))

  private pick = (of: number): number => Math.floor(this.chance() * of)

  /** One group's items of two boards change places, or all of two boards, or two boards of a stretch. */
  private change(): (() => void) | undefined {
    const { at, groups } = this
    const p = this.pick(at.length)
    const q = this.pick(at.length)
    const [a, b] = [at[p], at[q]]
    if (!a || !b || p === q) return undefined
    const kind = this.chance()
    if (kind < 0.5 && a.length === b.length) {
      const g = this.pick(groups.length)
      if (a.works[g] === b.works[g]) return undefined
      const [was, other] = [a.works, b.works]
      a.works = was.with(g, other[g])
      b.works = other.with(g, was[g])
      return () => {
        a.works = was
        b.works = other
      }
    }
    if (kind < 0.8 && a.length === b.length && a.shown === b.shown) {
      const swap = () => ([a.works, b.works] = [b.works, a.works])
      swap()
      return swap
    }
    if (a.stretch !== b.stretch) return undefined
    const swap = () => ([at[p], at[q]] = [at[q] as DraftBoard, at[p] as DraftBoard])
    swap()
    return swap
  }

  /** What speaks against the boards as they are; how many limits they break is in `broken` then. */
  private cost(): number {
    let cost = 0
    let broken = 0
    const fallen = new Set<number>()
    const had = new Set<string>()
    let highest = -Infinity
    const { warmed, worked: warmedAt, begins: stretchBegins } = this.times
    let second = 0
    let stretch = -1
    const units = this.groups.map(() => [...warmed])
    const worked = this.groups.map(() => [...warmedAt])
    this.at.forEach((board, p) => {
      if (board.stretch !== stretch) second = stretchBegins[(stretch = board.stretch)] ?? second
      const begins = second
      second += boardSec(board, this.frame.transitionSec)
      cost += this.costs.of(board.works)
      let stages = 0
      let many = 0
      const news = new Set<string>()
      board.works.forEach((work, g) => {
        if (!work) return
        const { item, isNew } = work
        const stage = this.stage.get(item.id) ?? 0
        stages += stage
        many++
        if (item.category === 'throws' && !fallen.has(g)) broken++
        // What is new is shown the first time, one thing a board; in the same class it may come again.
        const key = `${g} ${item.id}`
        if (isNew && !had.has(key)) news.add(item.id)
        had.add(key)
        broken += unready(bodyOf(item), units[g] ?? [], worked[g] ?? [], begins)
        doneWith(bodyOf(item), units[g] ?? [], worked[g] ?? [], second, board.length)
        const before = this.at[p - 1]?.works[g]?.item
        if (before?.id === item.id) cost += 0.5
        else if (before?.category === item.category) cost += 0.08
        if (p === this.at.length - 1 && intensityOf(item) >= HARD) cost += 0.4
      })
      board.works.forEach((work, g) => {
        if (work?.item.category === 'falls') fallen.add(g)
      })
      broken += Math.max(0, news.size - (board.shown ? 1 : 0)) + this.costs.overTheHall(board.works)
      const stage = many ? stages / many : 0
      if (stage < highest) cost += (highest - stage) * 0.35
      highest = Math.max(highest, stage)
    })
    this.broken = broken
    return cost + BROKEN * broken
  }
}
