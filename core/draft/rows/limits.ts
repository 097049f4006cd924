import { CATEGORY_NAMES } from '../../curriculum/categories'
import { atLayer } from '../../curriculum/item'
import { repsPerformed } from '../beats'
import type { DraftGroup } from '../candidates'
import { patternsOf, setupSec, showSec, workTerms, type ModelParts, type Pattern } from '../model-parts'
import type { Term } from '../programme'

/** What of the class every group is at work, at least. */
const WORK_SHARE = 0.46

/** Jumps, head contact, new items, shares of categories, work and talk of one group. */
export function keepLimits(m: ModelParts, group: DraftGroup): void {
  const { frame, club, request } = m.q
  const { limits } = club.settings
  const base = m.base.groups[group.index]
  if (!base) return
  const mine = patternsOf(m, group.index)
  const sum = (figure: (pattern: Pattern) => number): Term[] =>
    mine.flatMap((pattern): Term[] => {
      const factor = figure(pattern)
      return factor ? [[pattern.column, factor]] : []
    })
  m.b.atMost(
    sum(({ candidate: { item, layer }, lengths }) => {
      const { jumps } = atLayer(item, layer)
      return jumps ? jumps * lengths.reduce((all, sec) => all + repsPerformed(item, sec), 0) : 0
    }),
    Math.max(0, group.jumpLimit - base.jumps),
  )
  m.b.atMost(
    sum(({ candidate: { item, layer }, workSec }) => (atLayer(item, layer).headContact ? workSec : 0)),
    Math.max(0, limits.headContact * 60 - base.headSec),
  )
  m.b.atMost(
    sum(({ candidate: { standing, item } }) => (standing === 'new' && !base.newItems.has(item.id) ? 1 : 0)),
    Math.max(0, limits.newItems - base.newItems.size),
  )
  const steady = base.workSec + frame.cooldown.leastSec
  for (const category of CATEGORY_NAMES) {
    const share = request.most[category]
    if (share === undefined) continue
    const own = sum(({ candidate: { item }, workSec }) => (item.category === category ? workSec : 0))
    const has = base.byCategory.get(category) ?? 0
    const all = workTerms(m).map(([column, sec]): Term => [column, -share * sec])
    m.b.atMost([...own, ...all], Math.max(share * steady - has, 0))
  }
  m.b.atLeast(workTerms(m), Math.max(0, WORK_SHARE * frame.totalSec - steady))
  const setups = [
    ...m.known.map((of) => [of, setupSec(m)] as const),
    ...m.shown.map((of) => [of, showSec(m)] as const),
  ]
  const talk = (limits.talkShare / 100) * (frame.totalSec - 90) - base.talkSec
  const ritual =
    (frame.opening.pinned.length ? 0 : frame.opening.sec) +
    (frame.closing.pinned.length ? 0 : frame.closing.sec)
  m.b.atMost(
    setups.flatMap(([of, sec]) => of.map((column): Term => [column, sec])),
    Math.max(0, talk - ritual),
  )
}

/** Who throws has fallen first. */
export function fallBeforeThrows(m: ModelParts): void {
  for (const group of m.q.groups) {
    if (m.base.groups[group.index]?.falls) continue
    const mine = patternsOf(m, group.index)
    const falls = mine
      .filter(({ candidate: { item } }) => item.category === 'falls')
      .map(({ column }): Term => [column, -1])
    for (const { candidate, column } of mine)
      if (candidate.item.category === 'throws') m.b.atMost([[column, 1], ...falls], 0)
  }
}
