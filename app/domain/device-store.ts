import { openDB, type DBSchema } from 'idb'
import type { PresenceMark, RunEvent } from '~~/core/floor/events'
import type { ClassData } from '~/stores/class'

/** What the device keeps so that a class goes on with the network gone: unsent events, and the class as last seen. */
export interface Unsent {
  id: string
  classId: string
  planVersion: number
  run?: RunEvent
  presence?: PresenceMark
}

interface Schema extends DBSchema {
  unsent: { key: string; value: Unsent; indexes: { class: string } }
  classes: { key: string; value: ClassData }
}

const open = () =>
  openDB<Schema>('golden-lintel', 1, {
    upgrade(db) {
      db.createObjectStore('unsent', { keyPath: 'id' }).createIndex('class', 'classId')
      db.createObjectStore('classes', { keyPath: 'id' })
    },
  })
let opened: ReturnType<typeof open> | undefined
const device = () => (opened ??= open())

export async function keepUnsent(event: Unsent): Promise<void> {
  await (await device()).put('unsent', event)
}

export async function unsentOf(classId: string): Promise<Unsent[]> {
  return (await device()).getAllFromIndex('unsent', 'class', classId)
}

export async function forgetSent(ids: string[]): Promise<void> {
  const transaction = (await device()).transaction('unsent', 'readwrite')
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done])
}

export async function keepClass(data: ClassData): Promise<void> {
  await (await device()).put('classes', data)
}

export async function keptClass(id: string): Promise<ClassData | undefined> {
  return (await device()).get('classes', id)
}

/** The class this device saw last, for when the server cannot say which one is on. */
export async function lastKeptClass(today: string): Promise<ClassData | undefined> {
  const all = await (await device()).getAll('classes')
  return all
    .filter(({ day, state }) => day >= today && state !== 'finished')
    .sort((a, b) => (a.day < b.day ? -1 : 1))[0]
}
