import { equalDocuments } from '../../core/kernel/merge-documents'
import type { Club } from '../db/in-club'
import { notFound, stale } from './refusal'

/** Documents that a club keeps under an id of its own choice with a name: shapes and series. */

interface Named {
  id: string
  name: string
}

/**
 * Keeps a document over the version it was made from; version 0 is a new one.
 *
 * @returns the version that stands now; sent again, what stands already
 * @throws Refusal stale with theirs when somebody else saved first, or has one of this id already
 */
export async function keepNamed(
  club: Club,
  kind: 'shapes' | 'series',
  what: string,
  document: Named,
  base: number,
): Promise<{ version: number }> {
  await club.lock()
  const { id, name } = document
  const row = await club[kind].locked({ id })
  if (!row && base !== 0) throw notFound(what)
  if (row && row.version !== base) {
    if (equalDocuments(row.body, document)) return { version: row.version }
    throw stale(`${what}’s details`, row.body, document, row.version)
  }
  const version = base + 1
  if (row) await club[kind].change({ id }, { name, body: document as never, version })
  else await club[kind].add({ id, name, body: document as never, version })
  return { version }
}

/** Documents of a file in the place of those of the same id: new ones are added, changed ones stand one version on, equal ones are left alone. */
export async function overwriteNamed(
  club: Club,
  kind: 'shapes' | 'series',
  documents: readonly Named[],
): Promise<void> {
  await club.lock()
  const rows = await club[kind].all({ id: documents.map(({ id }) => id) })
  const standing = new Map(rows.map((row) => [row.id, row]))
  const changed = documents.filter((one) => !equalDocuments(standing.get(one.id)?.body, one))
  await club[kind].putAll(
    changed.map((body) => ({
      id: body.id,
      name: body.name,
      body: body as never,
      version: (standing.get(body.id)?.version ?? 0) + 1,
    })),
    ['name', 'body', 'version'],
  )
}
