import MiniSearch from 'minisearch'
import { CATEGORIES } from './categories'
import type { Item } from './item'

/** Finds items by their names, aliases, key points and faults; made anew when the library changes, in a few ms. */
export interface LibrarySearch {
  /** Ids of the items that hold every word, the best first; every id in its order for an empty search. */
  find(words: string): string[]
}

const plain = (term: string) => term.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

export function librarySearch(items: readonly Item[]): LibrarySearch {
  const index = new MiniSearch<{ id: string; [field: string]: string }>({
    fields: ['name', 'aliases', 'category', 'points', 'faults'],
    processTerm: plain,
    searchOptions: {
      combineWith: 'AND',
      prefix: true,
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      boost: { name: 5, aliases: 4, category: 2 },
    },
  })
  index.addAll(
    items.map((item) => ({
      id: item.id,
      name: item.name,
      aliases: item.aliases.join(' '),
      category: CATEGORIES[item.category].name,
      points: [...item.keyPoints, ...item.layers.flatMap(({ name, points }) => [name, ...points])].join(' '),
      faults: item.faults.map(({ fault, correction }) => `${fault} ${correction}`).join(' '),
    })),
  )
  const all = items.map(({ id }) => id)
  return {
    find: (words) => (words.trim() ? index.search(words).map(({ id }) => String(id)) : all),
  }
}
