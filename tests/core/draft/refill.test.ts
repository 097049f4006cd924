import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Highs } from 'highs'
import { readClub } from '../../../core/checks/club-file'
import { floorM2 } from '../../../core/checks/hall/takes'
import { arrange } from '../../../core/draft/arrange'
import { pinnedBase } from '../../../core/draft/base'
import { draftGroups } from '../../../core/draft/candidates'
import { frameOf } from '../../../core/draft/frame'
import type { Choice } from '../../../core/draft/model'
import { refill } from '../../../core/draft/refill'
import { readRequest } from '../../../core/draft/request'
import { solveProgramme } from '../../../core/draft/solve'
import { chanceOf } from '../../../core/kernel/chance'
import { madeClub } from './made-clubs'

/** Boards of a full hall, dealt out without a look at it: every group at what is most due. */
function crowded(seed: number) {
  const made = madeClub({ seed, groups: 3, items: 60, lengthMin: 60, history: 0.8, heads: 8 })
  const heads = made.request.groups.reduce((sum, { headcount }) => sum + headcount, 0)
  made.club.settings!.hall = { areaM2: heads * 4, hot: false, kit: [] }
  const [known, asked] = [readClub(made.club), readRequest(made.request)]
  if (!known.ok || !asked.ok) throw new Error('a made club is not one')
  const { club } = known
  const { request } = asked
  const frame = frameOf(request, club)
  const groups = draftGroups(request, club, new Set())
  const lengths = Array.from({ length: 6 }, () => 180 as const)
  const choice: Choice = {
    chosen: groups.flatMap(({ candidates }) =>
      [...candidates]
        .sort((a, b) => b.weight - a.weight)
        .slice(0, lengths.length)
        .map((candidate) => ({ candidate, lengths: [180] })),
    ),
    stretches: [{ known: [...lengths.slice(0, 2)], shown: [...lengths.slice(2)], freeSec: 0, pinned: [] }],
    shows: [],
    warmup: [...club.items.values()]
      .filter(({ category }) => category === 'mobility' || category === 'conditioning')
      .map((item) => ({ item, sec: 120 })),
    plainWarmupSec: 0,
    cooldownSec: 120,
  }
  const boards = arrange(choice, frame, groups, club, new Set(), chanceOf(seed))
  const again = refill({
    club,
    groups,
    base: pinnedBase(request, club, frame),
    choice,
    boards,
    counted: new Set(),
  })
  return { club, groups, boards, again }
}

describe('boards that are filled anew', () => {
  let highs: Highs
  beforeAll(async () => {
    highs = await loadHighs()
  })
  it.each([1, 2, 3, 4])(
    'hold what the hall holds, each by itself, and stay as many and as long (%i)',
    (seed) => {
      const { club, groups, boards, again } = crowded(seed)
      const { values } = solveProgramme(highs, again.programme, { timeLimitSec: 20, gap: 0.02 })
      expect(values).toBeDefined()
      const filled = again.read(values!)
      expect(filled.map(({ length, shown, stretch }) => [length, shown, stretch])).toEqual(
        boards.map(({ length, shown, stretch }) => [length, shown, stretch]),
      )
      for (const [b, { works, shown }] of filled.entries()) {
        works.forEach((work, g) => expect(work === undefined).toBe(boards[b]!.works[g] === undefined))
        const m2 = works.reduce((sum, work, g) => sum + (work ? floorM2(work.item, groups[g]!.heads) : 0), 0)
        expect(m2).toBeLessThanOrEqual(club.settings.hall.areaM2)
        const news = new Set(works.flatMap((work) => (work?.isNew ? work.item.id : [])))
        if (shown) expect(news.size).toBeLessThanOrEqual(1)
      }
      for (const g of groups.keys()) {
        const falls = filled.findIndex(({ works }) => works[g]?.item.category === 'falls')
        const throws = filled.findIndex(({ works }) => works[g]?.item.category === 'throws')
        if (throws >= 0) expect(falls >= 0 && falls < throws).toBe(true)
      }
    },
  )

  it.each([1, 2, 3, 4])('begin from boards that are not too full (%i)', (seed) => {
    const { again, club } = crowded(seed)
    const start = new Map(again.programme.start)
    const area = again.programme.rows.filter(({ most }) => most === club.settings.hall.areaM2)
    for (const { terms, most } of area) {
      const m2 = terms.reduce((sum, [column, factor]) => sum + factor * (start.get(column) ?? 0), 0)
      expect(m2).toBeLessThanOrEqual(most)
    }
  })
})
