import { spokenName, type Item } from './item'

/** How a typed name finds its item: by what it is called, in any of its names, and not by what is only like it. */

const plain = (name: string) => name.trim().toLowerCase().replace(/\s+/g, ' ')
const singular = (name: string) => name.replace(/(?<=\w{2})s\b/g, '')

/** A finder over items: the name or an alias, then the same in the singular, then the one item whose name begins so. */
export function calledIn(
  items: Iterable<Pick<Item, 'id' | 'name' | 'aliases' | 'preferred'>>,
): (name: string) => { id: string; name: string } | undefined {
  const byName = new Map<string, { id: string; name: string }>()
  const bySingular = new Map<string, { id: string; name: string }>()
  for (const item of items)
    for (const name of [item.name, ...item.aliases]) {
      const found = { id: item.id, name: spokenName(item) }
      if (!byName.has(plain(name))) byName.set(plain(name), found)
      if (!bySingular.has(singular(plain(name)))) bySingular.set(singular(plain(name)), found)
    }
  return (typed) => {
    const name = plain(typed)
    if (!name) return undefined
    const exact = byName.get(name) ?? bySingular.get(singular(name))
    if (exact) return exact
    const begin = new Map(
      [...byName].filter(([known]) => known.startsWith(name)).map(([, found]) => [found.id, found]),
    )
    return begin.size === 1 ? [...begin.values()][0] : undefined
  }
}
