import { spokenName, type Item } from './item'
import type { FindItem } from './said-line'

/** How a typed name finds its item: by what it is called, in any of its names, and not by what is only like it. */

/** Without accents, capitals and the marks between words: `press-ups` and `press ups` are one name. */
const plain = (name: string) =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[\s,;:()'’–-]+/g, ' ')
    .trim()
const singular = (name: string) => name.replace(/(?<=(?:s|x|ch|sh))es\b|(?<=\w[^s\W])s\b/g, '')

/** A finder over items: the name or an alias, then the same in the singular, then the one item whose name begins so. */
export function calledIn(items: Iterable<Pick<Item, 'id' | 'name' | 'aliases' | 'preferred'>>): FindItem {
  const byName = new Map<string, { id: string; name: string }>()
  const bySingular = new Map<string, { id: string; name: string }>()
  for (const item of items)
    for (const name of [item.name, ...item.aliases]) {
      const found = { id: item.id, name: spokenName(item) }
      if (!byName.has(plain(name))) byName.set(plain(name), found)
      if (!bySingular.has(singular(plain(name)))) bySingular.set(singular(plain(name)), found)
    }
  return (typed, exactly = false) => {
    const name = plain(typed)
    if (!name) return undefined
    const exact = byName.get(name) ?? bySingular.get(singular(name))
    if (exact || exactly) return exact
    const begin = new Map(
      [...bySingular]
        .filter(([known]) => known.startsWith(singular(name)))
        .map(([, found]) => [found.id, found]),
    )
    return begin.size === 1 ? [...begin.values()][0] : undefined
  }
}
