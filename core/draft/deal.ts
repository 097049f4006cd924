import type { WorkLength } from './beats'
import type { Candidate, DraftGroup } from './candidates'
import type { DraftBoard } from './draft-board'
import type { Choice } from './model'
import { ProgrammeBuilder, type Column, type Programme, type Term } from './programme'
import type { Scarce } from './scarce'

/**
 * Which board every chosen item comes to. Dealing costs no worth, for boards of one length are alike: what is in the way of what is found
 * when they are put in order (`arrange.ts`). Where the hall is full that is not enough, and a programme for each length says where
 * everything has to be for all of it to fit.
 */

function emptyBoards({ stretches }: Choice, groups: readonly DraftGroup[]): DraftBoard[] {
  const empty = (length: WorkLength, shown: boolean, stretch: number): DraftBoard => ({
    length,
    shown,
    stretch,
    works: groups.map(() => undefined),
  })
  return stretches.flatMap(({ known, shown }, stretch) => [
    ...shown.map((length) => empty(length, true, stretch)),
    ...known.map((length) => empty(length, false, stretch)),
  ])
}

/** What is shown to its own board, then what most groups share, then the rest. */
export function deal(choice: Choice, groups: readonly DraftGroup[]): DraftBoard[] {
  const boards = emptyBoards(choice, groups)
  const open = choice.chosen.map(({ candidate, lengths }) => ({ candidate, lengths: [...lengths] }))
  const put = (board: DraftBoard | undefined, item: string, onlyNew: boolean) => {
    if (!board) return
    for (const one of open) {
      const { candidate, lengths } = one
      const { group } = candidate
      const l = lengths.indexOf(board.length)
      if (candidate.item.id !== item || l < 0 || board.works[group] || (onlyNew && !candidate.isNew)) continue
      board.works[group] = candidate
      lengths.splice(l, 1)
    }
  }
  for (const { item, length } of choice.shows)
    put(
      boards.find((board) => board.shown && board.length === length && board.works.every((work) => !work)),
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
        const free = boards.filter((board) => board.length === length && !board.works[candidate.group])
        const beside = free.find(({ works }) => works.some((work) => work?.item.id === item)) ?? free[0]
        put(beside, item, false)
      }
    }
  return boards
}

/** Boards of one length on which what is shown stands already, and the question where everything else goes. */
export interface Dealing {
  programme: Programme
  /** Puts everything where the values say; what has no place there comes to boards that are too full for it. */
  put(values: ArrayLike<number> | undefined): void
}

/** @returns boards that get their items by and by, as the programme of each length is answered and put */
export function dealWhatFits(
  choice: Choice,
  groups: readonly DraftGroup[],
  scarce: readonly Scarce[],
): { boards: DraftBoard[]; dealings: Dealing[] } {
  const boards = emptyBoards(choice, groups)
  const lengths = [...new Set(boards.map(({ length }) => length))]
  return {
    boards,
    dealings: lengths.map((length) => {
      const ofLength = boards.filter((board) => board.length === length)
      return dealingOf(ofLength, wantedOn(ofLength, length, choice, scarce), scarce)
    }),
  }
}

/** An item that still has to come to boards, so often, and only after the one on which it is shown to its group. */
interface Wanted {
  candidate: Candidate
  times: number
  after: number
}

/**
 * What is shown is put on boards of its own: first what comes again, which then finds boards after it, and of that what leaves most room
 * beside it.
 */
function wantedOn(
  boards: readonly DraftBoard[],
  length: WorkLength,
  { chosen, shows }: Choice,
  scarce: readonly Scarce[],
): Wanted[] {
  const ofLength = chosen.flatMap(({ candidate, lengths }) => {
    const times = lengths.filter((one) => one === length).length
    return times ? [{ candidate, times }] : []
  })
  const sumOf = (item: string, figure: (one: (typeof ofLength)[number]) => number) =>
    ofLength
      .filter(({ candidate }) => candidate.isNew && candidate.item.id === item)
      .reduce((sum, one) => sum + figure(one), 0)
  const again = (item: string) => sumOf(item, ({ times }) => times - 1)
  const takes = (item: string) =>
    sumOf(item, ({ candidate }) => scarce.reduce((sum, { each, most }) => sum + each(candidate) / most, 0))
  const items = shows
    .filter((show) => show.length === length)
    .map(({ item }) => item)
    .sort((a, b) => again(b) - again(a) || takes(a) - takes(b))
  const places = boards.flatMap(({ shown }, p) => (shown ? [p] : []))
  const shownAt = new Map(items.map((item, s) => [item, places[s]]))
  return ofLength.map(({ candidate, times }) => {
    const at = candidate.isNew ? shownAt.get(candidate.item.id) : undefined
    const board = at === undefined ? undefined : boards[at]
    if (at === undefined || !board) return { candidate, times, after: -1 }
    board.works[candidate.group] = candidate
    return { candidate, times: times - 1, after: at }
  })
}

/** As many of them as there is room for, each board with what it has of the floor and of each piece of kit. */
function dealingOf(
  boards: readonly DraftBoard[],
  wanted: readonly Wanted[],
  scarce: readonly Scarce[],
): Dealing {
  const b = new ProgrammeBuilder()
  const places: { one: Wanted; p: number; column: Column }[] = []
  for (const one of wanted) {
    const mine: Term[] = []
    boards.forEach(({ works }, p) => {
      if (works[one.candidate.group] || p <= one.after || one.times === 0) return
      const column = b.yesNo(1)
      places.push({ one, p, column })
      mine.push([column, 1])
    })
    b.atMost(mine, one.times)
  }
  boards.forEach(({ works }, p) => {
    const here = places.filter((place) => place.p === p)
    works.forEach((_, g) => {
      const ofGroup = here.filter(({ one }) => one.candidate.group === g)
      b.atMost(
        ofGroup.map(({ column }): Term => [column, 1]),
        1,
      )
    })
    for (const { most, each } of scarce) {
      const taken = works.reduce((sum, work) => sum + (work ? each(work) : 0), 0)
      b.atMost(
        here.map(({ one, column }): Term => [column, each(one.candidate)]),
        Math.max(0, most - taken),
      )
    }
  })
  return {
    programme: b.done(),
    put(values) {
      const left = new Map(wanted.map((one) => [one, one.times]))
      const put = (one: Wanted, board: DraftBoard | undefined) => {
        const times = left.get(one) ?? 0
        const { candidate } = one
        if (!board || times === 0 || board.works[candidate.group]) return
        board.works[candidate.group] = candidate
        left.set(one, times - 1)
      }
      for (const { one, p, column } of places) if (Math.round(values?.[column] ?? 0)) put(one, boards[p])
      for (const one of wanted) for (const board of boards) put(one, board)
    },
  }
}
