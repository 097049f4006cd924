import { describe, expect, it } from 'vitest'
import { parsePlan } from '../../../core/plan/parse'
import { layPlan } from '../../../core/plan/timeline'
import type { Plan } from '../../../core/plan/schema'
import { boardFor, type Board } from '../../../core/curriculum/boards'
import {
  ladderBoard,
  partnerLadder,
  rungsOpen,
  type LastLadder,
} from '../../../core/curriculum/partner-ladder'
import type { Mark } from '../../../core/people/marks'
import { breakDown } from '../../../core/curriculum/steps'
import { insertBlocks } from '../../../core/plan/edit'
import type { Dose } from '../../../core/plan/doses'
import { POOL } from '../../../starters/items'
import { plan, twoGroups } from '../make'
import { itemsInside, madeOf } from '../../../core/curriculum/made-of'
import { byId, unmetFaults } from '../../../core/curriculum/prerequisites'
import { readItem } from '../../../core/curriculum/item-rules'
import { item, itemJson } from './make'

const empty = plan([], { groups: twoGroups })
const onPlan = (...boards: Board[]): Plan => insertBlocks(empty, 0, boards).plan
const holds = (...boards: Board[]) => parsePlan(JSON.parse(JSON.stringify(onPlan(...boards)))).ok
const stagesOf = (dose: Dose | undefined) => (dose?.kind === 'ladder' ? dose.stages : [])
const everything = [...POOL.values()]

const kickInThree = [{ say: 'knee' }, { say: 'kick' }, { say: 'back' }]
const traded = [{ say: 'jab' }, { say: 'slip', by: 'B' }]

describe('what an item says of its own reps', () => {
  it('is written onto its board, with its calls and what is done instead', () => {
    const kick = item('kick', {
      links: kickInThree,
      calls: { list: [{ say: 'left' }, { say: 'right' }], everySec: [2, 4] },
      instead: [{ if: 'ready', do: 'the knee only' }],
    })
    const board = boardFor(kick)
    expect(board.links?.map(({ say }) => say)).toEqual(['knee', 'kick', 'back'])
    expect(board.calls).toMatchObject({ everySec: [2, 4], order: 'given' })
    expect(board.instead).toMatchObject([{ if: 'ready', do: 'the knee only', layer: 1 }])
    expect(holds(board)).toBe(true)
  })
  it('has a second role where one of the links is the partner’s, and leaves that link out where nobody receives', () => {
    const drill = item('drill', { partner: 'both', links: traded })
    expect(boardFor(drill)).toMatchObject({ dose: { roles: 2 }, links: [{ by: 'A' }, { by: 'B' }] })
    const spar = item('spar', { category: 'sparring', partner: 'partner', links: traded })
    expect(boardFor(spar).links?.map(({ say }) => say)).toEqual(['jab'])
    expect(holds(boardFor(drill), boardFor(spar))).toBe(true)
  })
  it('takes a version’s own links before the item’s, and the item’s at the others', () => {
    const kick = item('kick', {
      links: kickInThree,
      layers: [{ name: 'standing' }, { name: 'skipping', links: [{ say: 'skip' }, { say: 'kick' }] }],
    })
    const said = (layer: number) => madeOf(kick, layer).links?.map(({ say }) => say)
    expect([said(1), said(2), said(3)]).toEqual([
      ['knee', 'kick', 'back'],
      ['skip', 'kick'],
      ['knee', 'kick', 'back'],
    ])
  })
  it('is laid on the rungs of the club’s own ladder, where their dose can say it', () => {
    const rung = (title: string, more = {}) => ({
      ...{ title, does: 'd', partner: 'p', allowed: 'a', distance: 'x', solo: 's' },
      ...more,
    })
    const kick = item('kick', {
      partner: 'partner',
      ladder: [
        rung('still', { links: traded, instead: [{ if: 'alone', do: 'to a mark' }] }),
        rung('moving'),
        rung('answer'),
        rung('both'),
        rung('free', { links: traded }),
      ],
    })
    const board = ladderBoard([kick])
    const stages = stagesOf(board.dose)
    expect(stages[0]).toMatchObject({ links: [{ say: 'jab' }, { say: 'slip' }], instead: [{ if: 'alone' }] })
    expect(stages[4]).toMatchObject({ links: [{ say: 'jab' }] })
    expect(holds(board)).toBe(true)
  })
  it('names items that the library must have, and is found by what it names', () => {
    const kick = item('kick', {
      links: [{ say: 'jab', technique: 'jab', layer: 4 }],
      layers: [{ name: 'one', links: [{ say: 'gone', oneOf: ['jab', 'gone'] }] }],
      instead: [{ if: 'home', do: 'shadow', technique: 'shadow' }],
    })
    const faults = unmetFaults(kick, byId([kick, item('jab')]))
    expect(faults.map(({ path }) => path)).toEqual([
      'links[0].layer',
      'instead[0].technique',
      'layers[0].links[0].oneOf[1]',
    ])
    expect(itemsInside(kick).map(({ technique }) => technique)).toEqual(['jab', 'shadow', 'jab', 'gone'])
  })
  it('is made of parts or of links, not of both; and calls come no faster than they may', () => {
    const read = readItem(
      itemJson('kick', {
        parts: [{ technique: 'jab' }],
        links: kickInThree,
        calls: { list: [{ say: 'go' }], everySec: [4, 2] },
      }),
    )
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual(['links', 'calls.everySec[1]'])
  })
})

describe('a board for an item', () => {
  it('takes its own speed, roles, sides and intensity', () => {
    const throwing = item('throw', {
      category: 'throws',
      partner: 'partner',
      sides: 2,
      repSec: { teach: 8, full: 4.5 },
      intensity: 7,
    })
    expect(boardFor(throwing)).toMatchObject({
      phase: 'partner',
      intensity: 7,
      dose: { kind: 'count', roles: 2, sides: 2, tempoSec: 4.5 },
    })
  })

  it('runs a form in its own sections', () => {
    const form = item('form', {
      category: 'forms',
      sections: [
        { name: 'gate', sec: 18 },
        { name: 'pool', sec: 20 },
      ],
    })
    expect(boardFor(form).dose).toMatchObject({
      kind: 'form',
      sections: [{ sec: 18 }, { sec: 20 }],
      runs: [{ from: 1, to: 2 }],
    })
  })

  it('is called what the club calls the item', () => {
    expect(boardFor(item('kick', { aliases: ['Snap'], preferred: 'Snap' })).title).toBe('Snap')
  })
})

describe('breaking an item down', () => {
  const kick = item('kick', {
    sides: 2,
    steps: ['knee up', 'snap', 'back', 'down'],
    repSec: { teach: 4, full: 2 },
  })

  it('goes from the steps on the count to joined to all in one', () => {
    const board = breakDown(kick, empty.groups)!
    expect(stagesOf(board.dose).map(({ title }) => title)).toEqual([
      'Steps 1 to 4, on the count',
      'Joined: 1 and 2, 3 and 4',
      'All in one',
    ])
    // Four steps at 1.5 s are 6 s a rep; joined is half way to full speed; all in one is full speed.
    expect(stagesOf(board.dose).map(({ dose }) => dose)).toMatchObject([
      { tempoSec: 6 },
      { tempoSec: 4 },
      { tempoSec: 2 },
    ])
    expect(board.notes).toBe('1. knee up\n2. snap\n3. back\n4. down')
  })

  it('lasts what its stages last: 60 s to show, 2 × 4 × 6 s, 2 × 5 × 4 s, 2 × (2 × 5 × 2 s + 10 s), side changes and bridges', () => {
    const ms = layPlan(onPlan(breakDown(kick, empty.groups)!)).blocks[0]!.ms
    expect(ms / 1000).toBe(60 + (48 + 5) + (40 + 5) + (2 * (20 + 10) + 5) + 2 * 15)
  })

  it('keeps the simple version for a lower group', () => {
    const board = breakDown(kick, empty.groups, ['white'], 2)!
    expect(board).toMatchObject({
      mode: 'layers',
      tracks: [
        { groups: ['white'], layer: 1, title: 'the simple version' },
        { groups: ['green'], layer: 2 },
      ],
    })
    expect(stagesOf(board.tracks![0]!.dose).map(({ title }) => title)).not.toContain('All in one')
    expect(stagesOf(board.tracks![1]!.dose).at(-1)).toMatchObject({ title: 'All in one', layer: 2 })
  })

  it('is one board for all when all are simple, and nothing without steps', () => {
    expect(breakDown(kick, empty.groups, ['white', 'green'])).toMatchObject({ mode: 'together', layer: 1 })
    expect(breakDown(item('roll', { steps: ['over'] }), empty.groups)).toBeUndefined()
  })

  it('joins an odd number of steps with the last alone', () => {
    const three = breakDown(item('kick', { steps: ['a', 'b', 'c'] }), empty.groups)!
    expect(stagesOf(three.dose)[1]!.title).toBe('Joined: 1 and 2, 3')
  })
})

describe('a partner ladder', () => {
  const throwing = POOL.get('hip-throw')!
  const palm = POOL.get('palm-strike')!
  const elbow = POOL.get('elbow-strike')!

  it('has five rungs, each with who does what, what is allowed, the distance and the solo form', () => {
    const stages = partnerLadder([throwing])
    expect(stages).toHaveLength(5)
    for (const stage of stages)
      for (const field of ['does', 'partner', 'allowed', 'distance', 'solo'] as const)
        expect(stage[field].length, field).toBeGreaterThan(3)
    expect(stages[0]).toMatchObject({
      title: 'Entry to a still partner',
      contact: 'none',
      solo: throwing.soloForm,
    })
  })

  it('never asks for more contact than the item allows, and never less than the rung before', () => {
    const order = ['none', 'touch', 'controlled', 'full']
    for (const one of everything) {
      const levels = partnerLadder([one]).map(({ contact }) => order.indexOf(contact))
      expect(Math.max(...levels), one.id).toBeLessThanOrEqual(order.indexOf(one.contact))
      expect([...levels].sort(), one.id).toEqual(levels)
    }
  })

  it('is made for a combination in its order, with the time of both', () => {
    const stages = partnerLadder([palm, elbow])
    expect(stages[0]!.does).toBe('Palm strike, then Elbow behind the palm')
    const board = ladderBoard([palm, elbow])
    expect(board.title).toBe('Palm strike, then Elbow behind the palm: ladder')
    expect(stagesOf(board.dose)[0]!.dose).toMatchObject({ kind: 'count', tempoSec: 3 + 3 })
  })

  it('is the club’s own where the item has one', () => {
    const own = {
      title: 'Ours',
      does: 'holds',
      partner: 'waits',
      allowed: 'nothing',
      distance: 'far',
      solo: 'wall',
      contact: 'none',
    }
    expect(partnerLadder([item('kick', { ladder: [own] })])).toEqual([own])
  })

  it('is put on a plan only as far as it is open', () => {
    expect(stagesOf(ladderBoard([throwing], 3).dose)).toHaveLength(3)
    expect(stagesOf(ladderBoard([throwing], 0).dose)).toHaveLength(1)
    expect(ladderBoard([throwing], 2).notes!.split('\n')).toHaveLength(2)
  })

  const marks = (...given: Mark[]) => given
  it.each<[string, number, LastLadder | undefined]>([
    ['never worked: the first rung', 1, undefined],
    ['no mark: the same again', 2, { rungsRun: 2, marks: [] }],
    ['half of the marks are good: the next opens', 3, { rungsRun: 2, marks: marks('sound', 'shaky') }],
    ['a third is not enough', 2, { rungsRun: 2, marks: marks('sharp', 'shaky', 'not yet') }],
    ['there are only five', 5, { rungsRun: 5, marks: marks('sharp') }],
  ])('%s: %i of five are open', (_why, open, last) => expect(rungsOpen(5, last)).toBe(open))
})

describe('every item that is shipped', () => {
  it('makes boards that a plan can hold: drill, ladder, and broken down', () => {
    for (const one of everything) {
      expect(holds(boardFor(one)), one.id).toBe(true)
      if (one.partner !== 'solo') expect(holds(ladderBoard([one])), one.id).toBe(true)
      const broken = breakDown(one, empty.groups, ['white'])
      if (broken) expect(holds(broken), one.id).toBe(true)
    }
  })
})
