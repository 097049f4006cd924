import { describe, expect, it } from 'vitest'
import { atLayer, inShort, spokenName } from '../../../core/curriculum/item'
import { readItem } from '../../../core/curriculum/item-rules'
import { readLibraryCsv, writeLibraryCsv } from '../../../core/curriculum/library-csv'
import { item, itemFaults, itemJson } from './make'

describe('an item at a layer', () => {
  const leap = item('leap', {
    jumps: 0,
    hazard: 'Mind the mat.',
    contact: 'touch',
    layers: [
      { name: 'step' },
      { name: 'leap', jumps: 2, hazard: 'Land soft.', demand: { knees: 3 }, contact: 'none' },
    ],
  })
  it('has what the layer says before what the item says, and is the item where it says nothing', () => {
    expect(atLayer(leap, 1)).toBe(leap)
    expect(atLayer(leap, 2)).toMatchObject({
      jumps: 2,
      hazard: 'Land soft.',
      demand: { knees: 3 },
      contact: 'none',
    })
    expect(atLayer(leap, 2)).toBe(atLayer(leap, 2))
    expect(atLayer(leap, 9)).toBe(leap)
  })
  it('keeps it in a CSV', () => {
    const back = readLibraryCsv(writeLibraryCsv([leap]), [])
    expect(back.ok && back.incoming[0]?.item).toEqual(leap)
  })
})

describe('an item', () => {
  it('fills in what is not said, and reads its own result as the same', () => {
    const made = item('kick')
    expect(made).toMatchObject({
      sides: 1,
      partner: 'solo',
      aliases: [],
      jumps: 0,
      contact: 'none',
      kit: [],
      demand: {},
    })
    expect(readItem(JSON.parse(JSON.stringify(made)))).toEqual({ ok: true, item: made })
  })

  it.each([
    [{ name: '' }, 'name: is empty: it must be text of 1 to 120 characters'],
    [{ category: 'dancing' }, /^category: must be one of hands, kicks/],
    [{ layers: [] }, 'layers: must be a list of 1 to 20'],
    [{ layers: [{}] }, 'layers[0].name: is missing: it must be text of 1 to 120 characters'],
    [{ sides: 3 }, 'sides: must be 1 or 2'],
    [{ demand: { hips: 4 } }, 'demand.hips: must be a whole number from 0 to 3'],
    [{ demand: { elbows: 1 } }, 'demand.elbows: is not a known field'],
    [{ prepares: { hips: 3.5 } }, 'prepares.hips: must be a number from 0 to 3'],
    [{ intensity: 11 }, 'intensity: must be a number from 1 to 10'],
    [{ contact: 'hard' }, 'contact: must be one of none, touch, controlled, full'],
    [{ kit: [{ name: 'pad', each: 'team' }] }, 'kit[0].each: must be one of person, pair, class'],
    [
      { faults: [{ fault: 'hands drop' }] },
      'faults[0].correction: is missing: it must be text of 1 to 300 characters',
    ],
    [{ repSec: { teach: 0, full: 1 } }, 'repSec.teach: must be seconds above 0, with at most three decimals'],
    [
      { sections: [{ name: 'one', sec: -1 }] },
      'sections[0].sec: must be seconds above 0, with at most three decimals',
    ],
    [{ colour: 'red' }, 'colour: is not a known field'],
  ])('refuses %j and names the field', (more, told) => {
    const faults = itemFaults(more)
    expect(faults).toHaveLength(1)
    expect(faults[0]).toEqual(told instanceof RegExp ? expect.stringMatching(told) : told)
  })

  it.each([
    [{ preferred: 'Foot' }, 'preferred: must be the name or one of the aliases'],
    [{ aliases: ['Snap', 'Snap'] }, 'aliases[1]: "Snap" is listed twice'],
    [{ aliases: ['kick'] }, 'aliases[0]: "kick" is listed twice'],
    [{ repSec: { teach: 2, full: 3 } }, 'repSec.full: must not be longer than the time at teaching speed'],
    [{ headContact: true }, 'headContact: needs a contact level above none'],
    [{ prerequisites: [{ item: 'kick' }] }, 'prerequisites[0].item: cannot be the item itself'],
    [{ prerequisites: [{ item: 'step', from: 9 }] }, 'prerequisites[0].from: must be one of its 3 layers'],
    [
      { prerequisites: [{ item: 'step' }, { item: 'step', layer: 2 }] },
      'prerequisites[1].item: "step" is listed twice',
    ],
  ])('does not take %j together', (more, told) => expect(itemFaults(more)).toEqual([told]))

  it('may need the same item at two layers, from two layers of its own', () => {
    const needs = [{ item: 'step' }, { item: 'step', layer: 2, from: 2 }]
    expect(itemFaults({ prerequisites: needs })).toEqual([])
  })

  it('tells every fault at once', () => {
    expect(itemFaults({ name: '', sides: 0, intensity: 0 })).toHaveLength(3)
  })

  it('is called what the club calls it', () => {
    expect(spokenName(item('kick'))).toBe('kick')
    expect(spokenName(item('kick', { aliases: ['Snap'], preferred: 'Snap' }))).toBe('Snap')
  })

  it('says in short how it is taught', () => {
    expect(inShort(item('kick', { sides: 2, partner: 'both' }))).toBe(
      '3 layers, alone or with a partner, both sides',
    )
    expect(inShort(item('kick', { layers: [{ name: 'one' }] }))).toBe('one layer, alone')
  })

  it('does not change what it is given', () => {
    const json = itemJson('kick', { aliases: ['Snap'] })
    const before = JSON.stringify(json)
    readItem(json)
    expect(JSON.stringify(json)).toBe(before)
  })
})
