import { randomUUID } from 'node:crypto'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import type { Item } from '../../core/curriculum/item'
import { readItem } from '../../core/curriculum/item-rules'
import { connect, type Database } from '../../server/db/connect'
import { inClub, type Club } from '../../server/db/in-club'
import type { Role } from '../../server/db/rows'
import { dayIn, momentOf } from '../../server/services/calendar'

/** A club in the server's own database, and people of it who talk to the server as a browser would. */

const PASSWORD = 'a password for tests'
const need = (name: string): string => {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is not set: run these tests through npm test`)
  return value
}

export const baseURL = need('LINTEL_URL')

export function openDatabase(): Database {
  return connect({
    host: need('NUXT_DATABASE_HOST'),
    port: Number(need('NUXT_DATABASE_PORT')),
    user: need('NUXT_DATABASE_USER'),
    password: need('NUXT_DATABASE_PASSWORD'),
    name: need('NUXT_DATABASE_NAME'),
  })
}

export interface Answer<T = Record<string, unknown>> {
  status: number
  body: T
  type: string
}

/** Someone at a browser: keeps the cookie of the sign-in. */
export class Person {
  /** @param cookie as a browser would have kept it */
  constructor(private cookie = '') {}

  get cookies(): string {
    return this.cookie
  }

  async ask<T = Record<string, unknown>>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    const response = await fetch(baseURL + path, {
      method,
      redirect: 'manual',
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(this.cookie ? { cookie: this.cookie } : {}),
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    })
    const given = response.headers.getSetCookie().map((line) => line.split(';')[0] ?? '')
    if (given.length) this.cookie = given.join('; ')
    const type = response.headers.get('content-type') ?? ''
    const text = await response.text()
    return { status: response.status, type, body: (type.includes('json') ? JSON.parse(text) : { text }) as T }
  }

  get = <T = Record<string, unknown>>(path: string) => this.ask<T>('GET', path)
  post = <T = Record<string, unknown>>(path: string, body: unknown) => this.ask<T>('POST', path, body)
  delete = <T = Record<string, unknown>>(path: string) => this.ask<T>('DELETE', path)
  put = <T = Record<string, unknown>>(path: string, body: unknown) => this.ask<T>('PUT', path, body)

  async signIn(email: string, password = PASSWORD): Promise<this> {
    const { status } = await this.post('/api/auth/sign-in', { email, password })
    if (status !== 200) throw new Error(`${email} could not sign in: ${status}`)
    return this
  }
}

export interface TestClub {
  id: string
  students: { id: string; firstName: string; groupId: string }[]
  email(role: Role): string
  /** Someone of this role, signed in. */
  person(role: Role): Promise<Person>
  inside<T>(task: (club: Club) => Promise<T>): Promise<T>
}

const GROUPS = ['white', 'green']
let passwordHash: Promise<string> | undefined

export async function makeClub(db: Database, name: string): Promise<TestClub> {
  const id = randomUUID()
  passwordHash ??= new Hash(new Scrypt({})).make(PASSWORD)
  const hash = await passwordHash
  const email = (role: Role) => `${role}-${id.slice(0, 8)}@${name}.example`
  await db.tables.clubs.create({
    id,
    name,
    place: 'a hall',
    zone: 'Europe/Dublin',
    firstSide: 'R',
    lengthMin: 60,
    startTime: '18:30',
  })
  const students = GROUPS.flatMap((groupId) =>
    ['Ada', 'Ben', 'Cleo'].map((firstName) => ({
      id: randomUUID(),
      firstName: `${firstName} ${groupId}`,
      groupId,
    })),
  )
  await inClub(db, id, async (club) => {
    for (const role of ['head', 'instructor', 'assistant', 'desk'] as const)
      await club.users.add({
        id: randomUUID(),
        email: email(role),
        name: `${role} of ${name}`,
        role,
        passwordHash: hash,
      })
    await club.ranks.addAll(
      GROUPS.map((rank, position) => ({ id: rank, name: rank, position, colour: '#FFFFFF', ink: '#000000' })),
    )
    await club.groups.addAll(GROUPS.map((group, position) => ({ id: group, name: group, position, pace: 1 })))
    await club.groupRanks.addAll(GROUPS.map((group) => ({ groupId: group, rankId: group })))
    await club.items.addAll(
      ['kick', 'throw'].map((name) => ({ id: name, name, category: 'kicks', body: itemDocument(name) })),
    )
    await club.students.addAll(
      students.map((student) => ({
        ...student,
        lastName: 'Test',
        birthDate: '2010-05-05',
        rankId: student.groupId,
        rankSince: null,
        notches: 0,
        heightCm: 170,
        massKg: 60.5,
        floorNote: null,
        active: true,
      })),
    )
  })
  return {
    id,
    students,
    email,
    person: (role) => new Person().signIn(email(role)),
    inside: (task) => inClub(db, id, task),
  }
}

/** An item as its document, every field filled. */
export function itemDocument(id: string, more: Record<string, unknown> = {}): Item {
  const read = readItem({
    id,
    name: id,
    category: 'kicks',
    sides: 2,
    layers: [{ name: 'first', points: [] }],
    keyPoints: ['look'],
    ...more,
  })
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.item
}

/** A plan document for such a club: ten kicks a side on the count, a transition, and a minute of talk. */
export function planDocument(more: Record<string, unknown> = {}): Record<string, unknown> {
  return {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'Kicks',
    lengthMin: 60,
    start: '18:30',
    groups: GROUPS.map((id) => ({ id, name: id, ranks: [id], headcount: 3 })),
    blocks: [
      {
        id: 'kicks',
        title: 'Kicks',
        phase: 'drill',
        technique: 'kick',
        dose: { kind: 'count', reps: 10, tempoSec: 6, sides: 2, switchSec: 10 },
      },
      { id: 'word', title: 'A word', phase: 'talk', dose: { kind: 'fixed', sec: 60 } },
    ],
    ...more,
  }
}

/** Yesterday in the test clubs' zone: the day of their classes, whose events have all happened. */
export const CLASS_DAY = dayIn('Europe/Dublin', Date.now() - 86_400_000)
/** The first bow of a class on that day, ms since 1970. */
export const CLASS_START = momentOf('Europe/Dublin', CLASS_DAY, '18:30')

/** Puts up a plan and a class with it; their ids. */
export async function planClass(teacher: Person, document = planDocument(), day = CLASS_DAY) {
  const startTime = '18:30'
  const { lengthMin } = document
  const held = await teacher.post<{ id: string; planId: string }>('/api/classes', {
    plan: { ...document, date: day, start: startTime },
    day,
    startTime,
    lengthMin,
  })
  if (held.status !== 200) throw new Error(JSON.stringify(held.body))
  return { planId: held.body.planId, classId: held.body.id }
}

/** Sends the rows of a roster file in pieces and takes them over, as a device does. */
export async function takeOverRoster<T = Record<string, unknown>>(who: Person, rows: readonly object[]) {
  const of = `/api/roster/imports/${randomUUID()}`
  for (let from = 0; from < rows.length; from += 250) {
    const staged = await who.post<T>(`${of}/rows`, { rows: rows.slice(from, from + 250) })
    if (staged.status !== 200) return staged
  }
  return who.post<T>(`${of}/take-over`, { rows: rows.length })
}
