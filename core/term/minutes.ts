import { leastOf, mostOf, type TermQuestion } from './question'

/**
 * Minutes of items that come in given classes: the most there can be, each helping between its least and its most, no class and no item
 * beyond what it has. What a helping is given above its least is a maximum flow from items to classes, by shortest augmenting paths.
 */

/** For each item the classes in which it comes, by number, in order; those put by hand apart. */
export type Helpings = readonly (readonly number[])[]

export class Minutes {
  private readonly least: number[]
  private readonly most: number[]

  constructor(private readonly question: Pick<TermQuestion, 'items' | 'classes'>) {
    this.least = question.items.map(leastOf)
    this.most = question.items.map(mostOf)
  }

  /**
   * @param wanted no more is looked for
   * @returns minutes in the order of the helpings, what they come to, and by how much the least of all is too much
   */
  of(helpings: Helpings, wanted = Infinity): { minutes: number[][]; given: number; over: number } {
    const { least, most } = this
    const { items, classes } = this.question
    const left = classes.map(({ minutes }) => minutes)
    const room = items.map(({ need }, i) => need - least[i]! * helpings[i]!.length)
    const byClass = classes.map((): { i: number; h: number }[] => [])
    const minutes = helpings.map((days, i) =>
      days.map((c, h) => {
        left[c]! -= least[i]!
        byClass[c]!.push({ i, h })
        return least[i]!
      }),
    )
    const over = left.reduce((sum, some) => sum + Math.max(0, -some), 0)
    let given = helpings.reduce((sum, days, i) => sum + least[i]! * days.length, 0) - over
    helpings.forEach((days, i) => {
      for (const [h, c] of days.entries()) {
        const more = Math.min(most[i]! - least[i]!, left[c]!, room[i]!)
        if (more <= 0) continue
        minutes[i]![h]! += more
        left[c]! -= more
        room[i]! -= more
        given += more
      }
    })
    while (given < wanted) {
      const more = this.augment(helpings, byClass, minutes, left, room)
      if (more === 0) break
      given += more
    }
    return { minutes, given, over }
  }

  /** Sends more of some item to a class with minutes left, moving others' minutes where one is full: the shortest chain of moves. */
  private augment(
    helpings: Helpings,
    byClass: readonly { i: number; h: number }[][],
    minutes: number[][],
    left: number[],
    room: number[],
  ): number {
    const { least, most } = this
    const byItem = new Int32Array(left.length).fill(-1)
    const at = new Int32Array(left.length)
    /** Through which class an item was reached, and by which of its helpings there; −1: not at all, −2: it has room itself. */
    const through = new Int32Array(room.length).fill(-1)
    const there = new Int32Array(room.length)
    const queue: number[] = []
    for (let i = 0; i < room.length; i++)
      if (room[i]! > 0 && helpings[i]!.length > 0) {
        through[i] = -2
        queue.push(i)
      }
    for (let q = 0; q < queue.length; q++) {
      const i = queue[q]!
      for (let h = 0; h < helpings[i]!.length; h++) {
        const c = helpings[i]![h]!
        if (byItem[c]! >= 0 || minutes[i]![h]! >= most[i]!) continue
        byItem[c] = i
        at[c] = h
        if (left[c]! > 0) return this.send(c, { byItem, at, through, there }, minutes, left, room)
        for (const other of byClass[c]!) {
          if (through[other.i] !== -1 || minutes[other.i]![other.h]! <= least[other.i]!) continue
          through[other.i] = c
          there[other.i] = other.h
          queue.push(other.i)
        }
      }
    }
    return 0
  }

  private send(
    end: number,
    way: Record<'byItem' | 'at' | 'through' | 'there', Int32Array>,
    minutes: number[][],
    left: number[],
    room: number[],
  ): number {
    const chain: { i: number; to: number; from: number | undefined }[] = []
    for (let c = end; c >= 0;) {
      const i = way.byItem[c]!
      const isFirst = way.through[i] === -2
      chain.push({ i, to: way.at[c]!, from: isFirst ? undefined : way.there[i]! })
      c = way.through[i]!
    }
    const first = chain.at(-1)!.i
    let more = Math.min(left[end]!, room[first]!)
    for (const { i, to, from } of chain) {
      more = Math.min(more, this.most[i]! - minutes[i]![to]!)
      if (from !== undefined) more = Math.min(more, minutes[i]![from]! - this.least[i]!)
    }
    for (const { i, to, from } of chain) {
      minutes[i]![to]! += more
      if (from !== undefined) minutes[i]![from]! -= more
    }
    left[end]! -= more
    room[first]! -= more
    return more
  }
}
