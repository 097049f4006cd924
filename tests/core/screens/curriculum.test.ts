import { describe, expect, it } from 'vitest'
import { byId, linksOf } from '~~/core/curriculum/prerequisites'
import { firstRanks, libraryRows } from '~/domain/library-rows'
import { neighbour, NODE, prerequisiteMap } from '~/domain/prerequisite-map'
import { simpleGroups } from '~/domain/simple-groups'
import type { Library, LibraryItem } from '~~/shared/answers'
import { demoItems, demoLadder, demoSyllabus } from '../../../demo/curriculum'
import { group, plan } from '../make'

const held = new Map<string, LibraryItem>(
  demoItems.map((item) => [item.id, { ...item, version: 1, archived: item.id === 'knee-tag' }]),
)
const ids = [...held.keys()]
const rowsOf = (wanted: Partial<Parameters<typeof libraryRows>[3]> = {}) =>
  libraryRows(held, demoSyllabus, demoLadder.ranks, { found: ids, archived: false, ...wanted })

describe('the rows of the library’s list', () => {
  it('stand under their categories, each with the rank that asks first; what is put away is not among them', () => {
    const rows = rowsOf()
    const headings = rows.filter((row) => row.kind === 'heading')
    expect(headings.map((row) => row.category).slice(0, 3)).toEqual(['hands', 'kicks', 'blocks'])
    expect(headings.reduce((sum, { count }) => sum + count, 0)).toBe(demoItems.length - 1)
    expect(rows.find((row) => row.kind === 'item' && row.item.id === 'hip-throw')).toMatchObject({
      rank: 'chalk',
    })
  })

  it('narrow to a rank, to what is found in its order, and to what is put away', () => {
    const ofInk = rowsOf({ rank: 'ink' }).filter((row) => row.kind === 'item')
    expect(ofInk).toHaveLength(demoSyllabus.filter(({ rank }) => rank === 'ink').length)
    const found = rowsOf({ found: ['round-kick', 'front-kick'] }).filter((row) => row.kind === 'item')
    expect(found.map((row) => row.item.id)).toEqual(['round-kick', 'front-kick'])
    expect(rowsOf({ archived: true })).toHaveLength(2)
  })

  it('know the first rank whatever the order of the syllabus', () => {
    const ranks = [{ id: 'low' }, { id: 'high' }]
    const entry = (rank: string) => ({ rank, item: 'kick', layer: 1 })
    expect(firstRanks([entry('high'), entry('low')], ranks).get('kick')).toBe('low')
  })
})

describe('the map of what builds on what', () => {
  const map = prerequisiteMap(demoItems)
  const at = new Map(map.nodes.map((node) => [node.id, node]))

  it('shows every item once, in the map or beside it', () => {
    const shown = [...map.nodes.map(({ id }) => id), ...map.loose]
    expect([...shown].sort()).toEqual(demoItems.map(({ id }) => id).sort())
    expect(map.lines).toHaveLength(linksOf(demoItems).length)
  })

  it('puts what comes first further left, and no item over another', () => {
    for (const { from, to } of map.lines) expect(at.get(from)!.x).toBeLessThan(at.get(to)!.x)
    for (const a of map.nodes)
      for (const b of map.nodes)
        if (a.id < b.id)
          expect(Math.abs(a.x - b.x) >= NODE.width || Math.abs(a.y - b.y) >= NODE.height).toBe(true)
  })

  it('fits a screen of 1280 in width at ninety items', () => expect(map.width).toBeLessThan(1280 - 286))

  it('is walked with the arrows: to what it builds on, to what it leads to, up and down its column', () => {
    expect(demoItems.find(({ id }) => id === 'foot-sweep')!.prerequisites.map(({ item }) => item)).toContain(
      neighbour(map, 'foot-sweep', 'ArrowLeft'),
    )
    const next = neighbour(map, 'foot-sweep', 'ArrowRight')
    expect(
      byId(demoItems)
        .get(next!)!
        .prerequisites.map(({ item }) => item),
    ).toContain('foot-sweep')
    const below = neighbour(map, 'foot-sweep', 'ArrowDown')
    expect(at.get(below!)!.y).toBeGreaterThan(at.get('foot-sweep')!.y)
    expect(neighbour(map, 'foot-sweep', 'x')).toBeUndefined()
    expect(neighbour(map, 'nothing', 'ArrowUp')).toBe(map.nodes[0]!.id)
  })
})

describe('who keeps the simple version', () => {
  const library = {
    ladderKind: 'ranks',
    ranks: demoLadder.ranks,
    syllabus: demoSyllabus,
  } as unknown as Library
  const made = plan([], {
    groups: [
      group('low', { ranks: ['chalk', 'amber'] }),
      group('mid', { ranks: ['teal'] }),
      group('guests', { ranks: [] }),
    ],
  })
  const item = (id: string) => demoItems.find((one) => one.id === id)!

  it('are the groups for all of whose ranks the item is new or ahead', () => {
    expect(simpleGroups(item('foot-sweep'), made, library)).toEqual(['low', 'mid'])
    expect(simpleGroups(item('shoulder-throw'), made, library)).toEqual(['low'])
    expect(simpleGroups(item('hip-throw'), made, library)).toEqual([])
    expect(simpleGroups(item('hip-throw'), undefined, library)).toEqual([])
  })
})
