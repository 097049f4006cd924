import MiniSearch from 'minisearch'
import { CATEGORIES } from './categories'
import type { Item } from './item'

/**
 * The one way to find items, by their names, aliases, key points and faults; made anew when the library changes, in a few ms. Whoever
 * types a name wants what is called so: an item of exactly that name or alias comes first, then names that begin with it, then aliases
 * that do, then names that hold every word, then the rest by how well it fits.
 */
export interface LibrarySearch {
  /** Ids of the items that hold every word, the best first; every id in its order for an empty search. */
  find(words: string): string[]
  /** Ids of items that are called something like it, the nearest first; none where nothing is. */
  near(words: string): string[]
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
  const called = new Map(items.map(({ id, name, aliases }) => [id, [name, ...aliases].map(spelled)]))
  const nearness = (id: string, wanted: string): number => {
    const [name = '', ...aliases] = called.get(id) ?? []
    if (name === wanted || aliases.includes(wanted)) return 0
    if (name.startsWith(wanted)) return 1
    if (aliases.some((alias) => alias.startsWith(wanted))) return 2
    return wanted.split(' ').every((word) => name.includes(word)) ? 3 : 4
  }
  return {
    find(words) {
      const wanted = spelled(words)
      if (!wanted) return all
      return index
        .search(wanted)
        .map(({ id }, rank) => ({ id: String(id), rank, near: nearness(String(id), wanted) }))
        .sort((a, b) => a.near - b.near || a.rank - b.rank)
        .map(({ id }) => id)
    },
    near(words) {
      const wanted = spelled(words)
      if (!wanted) return []
      return index
        .search(wanted, { fields: ['name', 'aliases'], combineWith: 'OR', prefix: true, fuzzy: 0.34 })
        .map(({ id }) => String(id))
    },
  }
}

/** A name without accents, capitals and marks between its words. */
const spelled = (text: string) =>
  plain(text)
    .replace(/[\s,;:()'’-]+/g, ' ')
    .trim()
