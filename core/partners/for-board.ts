import { CONTACTS, type Item } from '../curriculum/item'
import { hasRoles, stagesOf, type Dose } from '../plan/doses'
import type { Block, Plan } from '../plan/schema'

/** What a board asks of its partners: who may work with whom at all, and whether there is contact. */

export interface BoardAsks {
  /** The groups of the plan that work on the same item with a partner, at whatever layers: pairs are made within each pool. */
  pools: string[][]
  /** The rules of contact hold: mass, and minors with adults. */
  contact: boolean
}

type ItemOf = (id: string) => Pick<Item, 'partner' | 'contact' | 'ladder'> | undefined
interface Work {
  technique?: string | undefined
  dose?: Dose | undefined
}

/** Whether what is worked somewhere takes two: an item that needs a partner, or a dose of two roles. */
export function takesTwo({ technique, dose }: Work, itemOf: ItemOf): boolean {
  return (
    (dose !== undefined && hasRoles(dose)) ||
    (technique !== undefined && itemOf(technique)?.partner === 'partner')
  )
}

/** From controlled contact on somebody can be hurt by the other's mass. */
const isContact = (contact: Item['contact'] | undefined) =>
  contact !== undefined && CONTACTS.indexOf(contact) >= CONTACTS.indexOf('controlled')

/**
 * @param itemOf the items of the library by id
 * @returns nothing where no partners are needed: water, stations, and work that each does alone; a free round, and a board that asks for the figures of
 *   pairs or for who of two won, is worked in twos
 */
export function asksOf(plan: Plan, block: Block, itemOf: ItemOf): BoardAsks | undefined {
  if (block.phase === 'water' || block.mode === 'stations') return undefined
  const works = block.tracks
    ? block.tracks.map((track) => ({ ...track, dose: track.dose ?? block.dose }))
    : [{ groups: plan.groups.map(({ id }) => id), technique: block.technique, dose: block.dose }]
  const { result, kinds } = block
  const isForTwo = kinds !== undefined || result?.figure === 'won' || result?.per === 'pair'
  const forTwo = works.filter((work) => isForTwo || takesTwo(work, itemOf))
  if (forTwo.length === 0) return undefined
  const items = forTwo.flatMap(({ technique, dose }) =>
    [technique, ...stagesOf(dose).map((stage) => stage.technique)].flatMap((id) =>
      id ? (itemOf(id) ?? []) : [],
    ),
  )
  // Who works on the same item at another layer can work together all the same: a senior beside each junior.
  const pools = new Map<string, string[]>()
  for (const { technique = '', groups } of forTwo)
    pools.set(technique, [
      ...(pools.get(technique) ?? []),
      ...groups.filter((id) => !pools.get(technique)?.includes(id)),
    ])
  return {
    pools: [...pools.values()],
    // What comes in a free round nobody knows beforehand.
    contact:
      kinds !== undefined ||
      items.some(
        ({ contact, ladder }) => isContact(contact) || ladder.some((rung) => isContact(rung.contact)),
      ),
  }
}
