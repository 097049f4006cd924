import { databaseError, DUPLICATE } from '../db/in-club'
import type { Clocked } from './clocked'
import { Refusal } from './refusal'

/** Events between what a device says and their rows, and their being added once each. */

interface Said<Kind extends string> {
  id: string
  kind: Kind
  undoes?: string | undefined
  n?: number | undefined
}
interface Kept {
  id: string
  kind: string
  atMs: number
  countOnDevice: number | null
  undoes: string | null
}

/** The columns that every event has. */
export const eventRow = <C extends string | null>(
  { id, kind, undoes, n }: Said<string>,
  classId: C,
  sentBy: string,
  time: Clocked,
) => ({ id, classId, kind, ...time, countOnDevice: n ?? null, undoes: undoes ?? null, sentBy })

/** What every event says, as it is read back: by the server's clock. */
export const eventOf = <Kind extends string>({ id, kind, atMs, countOnDevice, undoes }: Kept) => ({
  id,
  kind: kind as Kind,
  at: Number(atMs),
  ...(countOnDevice === null ? {} : { n: countOnDevice }),
  ...(undoes === null ? {} : { undoes }),
})

/** What of an event makes it the same event: everything the device said of it. */
const SAID = [
  'classId',
  'kind',
  'deviceAtMs',
  'undoes',
  'studentId',
  'reason',
  'groupId',
  'board',
  'waiting',
  'detail',
  'device',
  'itemId',
  'said',
  'oral',
  'figure',
  'asked',
  'outOf',
] as const

type Event = { id: string; classId: string | null }
interface EventTable<Row extends Event> {
  append(rows: never[]): Promise<void>
  all(where: { id: string[] }): Promise<Row[]>
}

/**
 * Adds events, each once: one that was sent before is passed over when it says the same.
 *
 * @returns how many were new
 * @throws Refusal known-elsewhere when one is known in another class or with other contents: then none is added
 */
export async function addOnce<Row extends Event>(table: EventTable<Row>, rows: Event[]): Promise<number> {
  if (rows.length === 0) return 0
  try {
    await table.append(rows as never[])
    return rows.length
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
  }
  const known = new Map((await table.all({ id: rows.map(({ id }) => id) })).map((row) => [row.id, row]))
  const fresh = new Map<string, Event>()
  for (const row of rows) {
    const before = known.get(row.id) ?? fresh.get(row.id)
    if (before && !saysTheSame(before, row))
      throw new Refusal(
        'known-elsewhere',
        'An event of this id is known already, in another class or with other contents.',
        {
          event: row.id,
        },
      )
    if (!before) fresh.set(row.id, row)
  }
  if (fresh.size) await table.append([...fresh.values()] as never[])
  return fresh.size
}

function saysTheSame(a: Event, b: Event): boolean {
  const [one, other] = [a, b] as Partial<Record<(typeof SAID)[number], unknown>>[]
  return SAID.every((name) => plain(one?.[name]) === plain(other?.[name]))
}

/** As both sides of a comparison have it: the database gives yes and no as numbers. */
const plain = (value: unknown) => (typeof value === 'boolean' ? Number(value) : (value ?? null))
