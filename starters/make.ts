import type { Category } from '../core/curriculum/categories'
import { type Contact, type Item, type Region } from '../core/curriculum/item'
import { readItem } from '../core/curriculum/item-rules'

/** How an item is written down in these files: short, one thought a line; `readItem` makes the item of it. */
export interface Written {
  sides?: 1 | 2
  partner?: Item['partner']
  /** `name | what changes | point | point …`, easiest first. */
  layers: string[]
  points: string[]
  /** `fault > correction` */
  faults: string[]
  /** `hips 2, balance 1` */
  demand?: string
  prepares?: string
  /** `item:layer:from`; layer and from are 1 unless given. */
  needs?: string[]
  aliases?: string[]
  preferred?: string
  solo?: string
  intensity?: number
  jumps?: number
  contact?: Contact
  head?: boolean
  /** `pad/pair`, `staff/person`, `mat/class` */
  kit?: string[]
  space?: number
  care?: string
  /** Seconds for a rep at teaching and at full speed. */
  rep?: [teach: number, full: number]
  /** `name: seconds` */
  sections?: string[]
  steps?: string[]
}

function regions(text: string | undefined): Partial<Record<Region, number>> {
  return Object.fromEntries(
    (text ?? '')
      .split(', ')
      .filter(Boolean)
      .map((entry) => {
        const [region, amount] = entry.split(' ')
        return [region, Number(amount)]
      }),
  )
}

function raw(id: string, name: string, category: Category, given: Written) {
  return {
    id,
    name,
    category,
    sides: given.sides ?? 1,
    partner: given.partner ?? 'solo',
    aliases: given.aliases ?? [],
    preferred: given.preferred,
    soloForm: given.solo,
    layers: given.layers.map((text) => {
      const [layer, change, ...points] = text.split(' | ')
      return { name: layer, ...(change ? { change } : {}), points }
    }),
    prerequisites: (given.needs ?? []).map((text) => {
      const [item, layer = '1', from = '1'] = text.split(':')
      return { item, layer: Number(layer), from: Number(from) }
    }),
    keyPoints: given.points,
    faults: given.faults.map((text) => {
      const [fault, correction] = text.split(' > ')
      return { fault, correction }
    }),
    demand: regions(given.demand),
    prepares: regions(given.prepares),
    intensity: given.intensity,
    jumps: given.jumps ?? 0,
    contact: given.contact ?? 'none',
    headContact: given.head ?? false,
    kit: (given.kit ?? []).map((text) => {
      const [kit, each] = text.split('/')
      return { name: kit, each, count: 1 }
    }),
    footprintM2: given.space,
    hazard: given.care,
    repSec: given.rep ? { teach: given.rep[0], full: given.rep[1] } : undefined,
    sections: (given.sections ?? []).map((text) => {
      const [section, sec] = text.split(': ')
      return { name: section, sec: Number(sec) }
    }),
    steps: given.steps ?? [],
  }
}

/** @throws with the item and the field when something is written wrongly: these files are part of the product */
export function item(id: string, name: string, category: Category, given: Written): Item {
  const read = readItem(JSON.parse(JSON.stringify(raw(id, name, category, given))))
  if (!read.ok) throw new Error(`${id}: ${read.faults.map((f) => `${f.path} ${f.message}`).join('; ')}`)
  return read.item
}

/** The usual cautions (page 8), in the words they are said in. */
export const CARE = {
  falls: 'One pair, one space; look where you fall and stop when the mat is full.',
  throws: 'Throw only over a practised breakfall; hold the sleeve and set your partner down.',
  pads: 'Hold the pad with the arms braced, away from the face. Control before speed, speed before power.',
  strikes: 'Fingers closed and the wrist straight; no strikes to the throat, neck, spine or joints.',
  locks: 'Slowly to the stop, never past it. A tap means stop at once. No locks to the end for children.',
  free: 'Partners agree on the level first; stop when a partner stops.',
  staff: 'Staves two lengths apart; check the ends for splinters; never let go of the swing.',
  ground: 'Weight on the mat, not on the ribs. A tap means stop at once; no neck cranks.',
} as const
