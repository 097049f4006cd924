import { bench, describe } from 'vitest'
import { readLibraryCsv, writeLibraryCsv } from '../../core/curriculum/library-csv'
import { previewImport } from '../../core/curriculum/merge'
import { byId, findCycle, linksOf, wayTo } from '../../core/curriculum/prerequisites'
import { librarySearch } from '../../core/curriculum/search'
import type { Item } from '../../core/curriculum/item'
import { POOL } from '../../starters/items'

/** As many items as wanted, made of the shipped ones; each copy builds on its own copies. */
function many(count: number): Item[] {
  const pool = [...POOL.values()]
  return Array.from({ length: count }, (_, n) => {
    const item = pool[n % pool.length]!
    const copy = Math.floor(n / pool.length)
    const own = (id: string) => (copy ? `${id}-${copy}` : id)
    return {
      ...item,
      id: own(item.id),
      name: copy ? `${item.name} ${copy}` : item.name,
      aliases: [],
      prerequisites: item.prerequisites
        .filter(({ item: id }) => pool.findIndex((other) => other.id === id) + copy * pool.length < count)
        .map((need) => ({ ...need, item: own(need.item) })),
    }
  })
}

const hundreds = many(500)
const search = librarySearch(hundreds)
/** "round kick" as it is typed, key by key. */
const typed = Array.from('round kick', (_, n) => 'round kick'.slice(0, n + 1))

describe('a library of 500 items (target: 50 ms a keystroke)', () => {
  bench('index it', () => void librarySearch(hundreds))
  bench('ten keystrokes', () => typed.forEach((words) => search.find(words)))
  const links = linksOf(hundreds)
  bench('the way to an item', () => void wayTo('throw-combination', links))
  bench('look for circles', () => void findCycle(byId(hundreds)))
})

const thousands = many(5000)
const text = writeLibraryCsv(thousands)

describe('a CSV of 5,000 rows (target: 10 s with writing)', () => {
  const read = readLibraryCsv(text, [])
  bench('read it', () => void readLibraryCsv(text, []), {
    iterations: 3,
    time: 0,
    warmupIterations: 1,
    warmupTime: 0,
  })
  bench('preview it', () => void (read.ok && previewImport(thousands, read.incoming)), {
    iterations: 3,
    time: 0,
    warmupIterations: 1,
    warmupTime: 0,
  })
})
