import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { PresenceMark, RunEvent } from '~~/core/floor/events'
import type { Sighting } from '~~/core/people/corrections'
import type { Incident } from '~~/core/people/incidents'
import type { Mark } from '~~/core/people/marks'
import type { Result } from '~~/core/people/results'
import type { ClassData } from '~/stores/class'
import { journal, journaled, strike } from '~/domain/tap-journal'

/**
 * What a device keeps so that work goes on with the network gone: events that are not sent, the class as last seen, and changes of
 * documents that could not be saved. Everything is kept under whoever made it, and goes out under no one else. What the storage
 * of the device refuses is held in memory until it takes it.
 */
export interface Unsent {
  id: string
  classId: string
  planVersion: number
  run?: RunEvent
  presence?: PresenceMark
  sighting?: Sighting
  result?: Result
  incident?: Incident
  mark?: GivenMark
  /** Why the server does not take it: it waits here until somebody says what becomes of it, and holds up nothing. */
  aside?: string
}

/** A mark that was given on the floor. */
export interface GivenMark {
  id: string
  student: string
  item: string
  layer: number
  mark: Mark
  n?: number
}

/** What there is to send, of whichever kind. */
const eventIn = ({ run, presence, sighting, result, incident, mark }: Unsent) =>
  run ?? presence ?? sighting ?? result ?? incident ?? mark

/** A changed document that the server does not have yet. */
export interface Draft<T = unknown> {
  /** Where it is sent to, and under which name; without one, only its own page knows how. */
  path: string
  field?: string | undefined
  /** What the change was made to, and its version there. */
  base: T
  version: number
  value: T
  /** When it was last changed, ms since 1970. */
  at: number
}

type Owned<T> = T & { owner: string }

interface Schema extends DBSchema {
  unsent: { key: string; value: Owned<Unsent>; indexes: { class: string } }
  classes: { key: string; value: Owned<ClassData> }
  drafts: { key: [string, string]; value: Owned<Draft> }
}

/** Whose device it is now: the id of who is signed in. */
let owner = ''
export function useDeviceAs(userId: string | undefined): void {
  owner = userId ?? ''
}

const waiting = new Map<string, Owned<Unsent>>()
const drafts = new Map<string, Owned<Draft>>()

let opened: Promise<IDBPDatabase<Schema>> | undefined
function device(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('golden-lintel', 2, {
    upgrade(db, before) {
      if (before < 1) {
        db.createObjectStore('unsent', { keyPath: 'id' }).createIndex('class', 'classId')
        db.createObjectStore('classes', { keyPath: 'id' })
      }
      db.createObjectStore('drafts', { keyPath: ['owner', 'path'] })
    },
    terminated: () => (opened = undefined),
  })
  return opened
}

/** Uses the device's storage; where it fails, the next use opens it anew, and this one goes on without. */
async function onDevice<T>(task: (db: IDBPDatabase<Schema>) => Promise<T>, otherwise: T): Promise<T> {
  try {
    return await task(await device())
  } catch {
    opened = undefined
    return otherwise
  }
}

/** Events that an earlier version kept without an owner go to who is there. */
const isMine = (row: { owner?: string }) => (row.owner ?? owner) === owner

/**
 * Keeps an event until the server has it.
 *
 * @returns whether the device has it; where it has no storage it is only in the memory of the page
 */
export async function keepUnsent(event: Unsent): Promise<boolean> {
  const row = { ...event, owner }
  waiting.set(event.id, row)
  const isJournaled = journal(row)
  const isKept = await onDevice(async (db) => {
    await db.put('unsent', row)
    return true
  }, false)
  if (isKept) strike([event.id])
  return isKept || isJournaled
}

/** What of mine waits, each once: what the device has, what it is about to have, and what it did not take. */
function myUnsent(kept: readonly Owned<Unsent>[]): Owned<Unsent>[] {
  const all = [...kept, ...journaled<Owned<Unsent>>(), ...waiting.values()].filter(isMine)
  return [...new Map(all.map((row) => [row.id, row])).values()]
}

/** In the order they were made. */
export async function unsentOf(classId: string): Promise<Unsent[]> {
  const kept = await onDevice((db) => db.getAllFromIndex('unsent', 'class', classId), [])
  const countOf = (event: Unsent) => eventIn(event)?.n ?? 0
  return myUnsent(kept)
    .filter((row) => row.classId === classId && row.aside === undefined)
    .sort((a, b) => countOf(a) - countOf(b))
    .map(({ owner: _, ...event }) => event)
}

/** The classes that have something of mine to send, whichever is open. */
export async function classesWithUnsent(): Promise<string[]> {
  const kept = await onDevice((db) => db.getAll('unsent'), [])
  return [...new Set(myUnsent(kept).flatMap(({ classId, aside }) => (aside === undefined ? classId : [])))]
}

/** Sets one aside that the server refused. */
export async function setAside(event: Unsent, why: string): Promise<void> {
  await keepUnsent({ ...event, aside: why })
}

/** What was set aside on this device: mine, and what others left here who might not send it. */
export async function asideHere(): Promise<(Unsent & { aside: string; isMine: boolean })[]> {
  const kept = await onDevice((db) => db.getAll('unsent'), [])
  const all = new Map(
    [...kept, ...journaled<Owned<Unsent>>(), ...waiting.values()].map((row) => [row.id, row]),
  )
  return [...all.values()].flatMap(({ owner: _, ...row }) =>
    row.aside === undefined ? [] : [{ ...row, aside: row.aside, isMine: isMine(all.get(row.id) ?? {}) }],
  )
}

/** To be sent again, by whoever is signed in now. */
export async function takeUp({ aside: _, ...event }: Unsent): Promise<void> {
  await keepUnsent(event)
}

export async function forgetSent(ids: string[]): Promise<void> {
  for (const id of ids) waiting.delete(id)
  strike(ids)
  await onDevice(async (db) => {
    const transaction = db.transaction('unsent', 'readwrite')
    await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done])
  }, undefined)
}

export async function keepClass(data: ClassData): Promise<void> {
  await onDevice((db) => db.put('classes', { ...data, owner }), undefined)
}

export async function keptClass(id: string): Promise<ClassData | undefined> {
  const row = await onDevice((db) => db.get('classes', id), undefined)
  return row && isMine(row) ? row : undefined
}

/** The class this device saw last, for when the server cannot say which one is on. */
export async function lastKeptClass(today: string): Promise<ClassData | undefined> {
  const all = await onDevice((db) => db.getAll('classes'), [])
  return all
    .filter((row) => isMine(row) && row.day >= today && row.state !== 'finished')
    .sort((a, b) => (a.day < b.day ? -1 : 1))[0]
}

export async function keepDraft(draft: Draft): Promise<void> {
  const row = { ...draft, owner }
  drafts.set(`${owner} ${draft.path}`, row)
  await onDevice((db) => db.put('drafts', row), undefined)
}

export async function draftOf<T>(path: string): Promise<Draft<T> | undefined> {
  const row =
    drafts.get(`${owner} ${path}`) ?? (await onDevice((db) => db.get('drafts', [owner, path]), undefined))
  return row as Draft<T> | undefined
}

/** Everything of mine that the server does not have yet. */
export async function allDrafts(): Promise<Draft[]> {
  const kept = await onDevice((db) => db.getAll('drafts'), [])
  const all = new Map([...kept, ...drafts.values()].map((row) => [`${row.owner} ${row.path}`, row]))
  return [...all.values()].filter(isMine)
}

export async function dropDraft(path: string): Promise<void> {
  drafts.delete(`${owner} ${path}`)
  await onDevice((db) => db.delete('drafts', [owner, path]), undefined)
}

/** At the sign-out: registers, names and floor data leave the device. What is not sent stays under its owner's id, without names. */
export async function clearDevice(): Promise<void> {
  await onDevice((db) => db.clear('classes'), undefined)
  if ('caches' in globalThis) await caches.delete(PERSONAL_CACHE).catch(() => {})
}

/** What the service worker keeps of answers, for a floor out of the server's reach. */
export const PERSONAL_CACHE = 'golden-lintel-personal'

const COUNT = 'lintel-events'
let counted = 0
/** The device's own count of its events, which settles the order within one millisecond, also over a reload. */
export function nextCount(): number {
  try {
    counted = Math.max(counted, Number(localStorage.getItem(COUNT) ?? 0)) + 1
    localStorage.setItem(COUNT, String(counted))
  } catch {
    counted++
  }
  return counted
}
