import type { ClubFacts } from '../checks/club-facts'
import type { Category } from '../curriculum/categories'
import { BoardCosts } from './board-costs'
import { bodyOf } from '../checks/warmup/body'
import { doneWith, unready } from './body'
import type { DraftGroup } from './candidates'
import { boardSec, boardTimes, type BoardTimes } from './board-times'
import type { PinnedBase } from './base'
import type { DraftBoard } from './draft-board'
import type { ClassFrame } from './frame'
import type { Choice } from './model'
import { intensityOf } from './model-parts'

/**
 * Boards that have their items put in order: nothing of it changes what the plan is worth. Boards of one length are alike, so items are
 * swapped among them until nobody is in the way of anybody, who can work the same does, and the class runs from falling and stepping to
 * partners and play.
 */

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
/** What a broken limit counts: little enough to be walked through at first. */
const BROKEN = 9
/** How gladly changes for the worse are taken at first. */
const HEAT = 3
const HARD = 7

/** @param boards as they were dealt or made to fit; they stay as they are */
export function arrange(
  boards: readonly DraftBoard[],
  choice: Choice,
  frame: ClassFrame,
  base: PinnedBase,
  groups: readonly DraftGroup[],
  club: ClubFacts,
  chance: () => number,
): DraftBoard[] {
  return new Arranging(boards, choice, frame, base, groups, club, chance).boards()
}

class Arranging {
  private readonly at: DraftBoard[]
  private readonly stage = new Map<string, number>()
  private readonly times: BoardTimes
  private broken = 0
  private readonly costs: BoardCosts

  constructor(
    boards: readonly DraftBoard[],
    choice: Choice,
    private readonly frame: ClassFrame,
    base: PinnedBase,
    private readonly groups: readonly DraftGroup[],
    club: ClubFacts,
    private readonly chance: () => number,
  ) {
    this.costs = new BoardCosts(groups, club.settings.hall)
    this.at = boards.map((board) => ({ ...board, works: [...board.works] }))
    this.times = boardTimes(choice, frame, base)
    for (const { item } of boards.flatMap(({ works }) => works.flatMap((work) => work ?? [])))
      if (!this.stage.has(item.id)) this.stage.set(item.id, STAGES[item.category] + (chance() - 0.5) * 1.6)
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
