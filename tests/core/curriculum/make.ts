import type { Item } from '../../../core/curriculum/item'
import { readItem } from '../../../core/curriculum/item-rules'
import { readLadder, type Ladder } from '../../../core/curriculum/ladder'

type Json = Record<string, unknown>

export const itemJson = (id: string, more: Json = {}): Json => ({
  id,
  name: id,
  category: 'kicks',
  layers: [{ name: 'first' }, { name: 'second' }, { name: 'third' }],
  ...more,
})

export function item(id: string, more: Json = {}): Item {
  const read = readItem(itemJson(id, more))
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.item
}

/** An item that builds on others, each `item:layer:from`. */
export const on = (id: string, ...needs: string[]): Item =>
  item(id, {
    prerequisites: needs.map((need) => {
      const [other, layer = '1', from = '1'] = need.split(':')
      return { item: other, layer: Number(layer), from: Number(from) }
    }),
  })

/** The faults of an item document as `path: message` lines. */
export function itemFaults(more: Json): string[] {
  const read = readItem(itemJson('kick', more))
  return read.ok ? [] : read.faults.map(({ path, message }) => `${path}: ${message}`)
}

export function ladder(...names: string[]): Ladder {
  const read = readLadder({
    kind: 'ranks',
    ranks: names.map((name) => ({ id: name, name, colour: '#FFFFFF', ink: '#000000' })),
  })
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.ladder
}
