import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { QueryTypes } from 'sequelize'
import { connect, type Database } from '../../server/db/connect'
import { migrate } from '../../server/db/migrate'
import { dayIn } from '../../server/services/calendar'
import { connectTo } from '../commands/start'
import { ensureBuild } from '../setup/build'
import { lintelDir } from '../setup/folders'
import { DATABASE_USER, ensureSchema, startDatabase, type PrivateDatabase } from '../setup/mariadb'
import { onStop } from '../setup/processes'
import { startServer } from '../setup/server'
import { Client } from './client'
import { CLASSES, loadLargeClub, ROWS, STUDENTS } from './large-club'

/**
 * `npm run bench -- records`: the records at three years of a large club, beside bare SQL in the same run. The club is built once and
 * kept. On a busy machine compare the two columns, not the figures of two runs.
 */

const SCHEMA = 'lintel_records'
const TAPS_A_SEC = 100
const SEC = Number(process.env.BENCH_SEC ?? 60)
const BARE_SEC = 10
const QUIET = 40

const quantile = (values: readonly number[], q: number) => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))] ?? Number.NaN
}
const figures = (values: readonly number[]) =>
  `p50 ${quantile(values, 0.5).toFixed(1).padStart(6)} ms   p99 ${quantile(values, 0.99).toFixed(1).padStart(6)} ms`

/** Starts `task` so many times a second, whether the ones before are done or not; how long each took. */
async function atRate(perSec: number, sec: number, task: (n: number) => Promise<unknown>): Promise<number[]> {
  const took: number[] = []
  const started: Promise<void>[] = []
  const from = performance.now()
  while (performance.now() - from < sec * 1000) {
    const due = Math.floor(((performance.now() - from) / 1000) * perSec)
    while (started.length < due) {
      const at = performance.now()
      started.push(task(started.length).then(() => void took.push(performance.now() - at)))
    }
    await pause(2)
  }
  await Promise.all(started)
  return took
}

async function build(database: PrivateDatabase): Promise<void> {
  await ensureSchema(database, SCHEMA)
  const db = await connectTo(database, SCHEMA)
  try {
    await migrate(db.sequelize)
    const known = (await db.tables.clubs.count()) ? await db.tables.practice.count() : 0
    if (known >= ROWS) return console.log(`  The club of ${known.toLocaleString('en')} rows is there`)
    console.log(
      `  Building the club: ${STUDENTS} students, ${CLASSES} classes, ${ROWS.toLocaleString('en')} rows; some minutes, once`,
    )
  } finally {
    await db.sequelize.close()
  }
  await ensureSchema(database, SCHEMA, true)
  const fresh = await connectTo(database, SCHEMA)
  try {
    await migrate(fresh.sequelize)
    await loadLargeClub(fresh, dayIn('Europe/Dublin', Date.now()))
  } finally {
    await fresh.sequelize.close()
  }
}

interface Place {
  clubId: string
  userId: string
  students: string[]
}

async function placeOf(db: Database): Promise<Place> {
  const [user] = await db.sequelize.query<{ id: string; club_id: string }>(
    'SELECT id, club_id FROM users LIMIT 1',
    {
      type: QueryTypes.SELECT,
    },
  )
  if (!user) throw new Error('the club has nobody')
  const students = (await db.tables.students.findAll({ attributes: ['id'] })).map(
    (row) => row.get('id') as string,
  )
  return { clubId: user.club_id, userId: user.id, students }
}

/** A tap as bare SQL: the same two inserts in one transaction, through the same pool, with no application. */
function bareTap(
  db: Database,
  { clubId, userId, students }: Place,
  classId: string,
  n: number,
): Promise<void> {
  const at = Date.now()
  return db.sequelize.transaction(async (transaction) => {
    await db.sequelize.query(
      'INSERT INTO presence (club_id, id, class_id, student_id, kind, at_ms, device_at_ms, sent_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
      {
        transaction,
        replacements: [
          clubId,
          randomUUID(),
          classId,
          students[n % students.length] ?? '',
          'here',
          at,
          at,
          userId,
        ],
      },
    )
    await db.sequelize.query(
      'INSERT INTO changes (club_id, topic, root, what, user_id) VALUES (?, ?, ?, ?, ?)',
      {
        transaction,
        replacements: [clubId, 'class', classId, 'tapped', userId],
      },
    )
  })
}

async function newClass(client: Client): Promise<{ classId: string; planId: string }> {
  const plans = await client.json<{ id: string }[]>('GET', '/api/plans')
  const planId = plans[0]?.id ?? ''
  const { plan } = await client.json<{ plan: object }>('GET', `/api/plans/${planId}`)
  const { id } = await client.json<{ id: string }>('POST', '/api/plans', { plan })
  const day = dayIn('Europe/Dublin', Date.now())
  const made = await client.json<{ id: string }>('POST', '/api/classes', {
    planId: id,
    day,
    startTime: '18:30',
    lengthMin: 75,
  })
  return { classId: made.id, planId: id }
}

const act = (kind: string, at: number) => ({ id: randomUUID(), kind, at })
const tap = (kind: string, student: string, at: number) => ({ id: randomUUID(), kind, student, at })

async function quiet(client: Client, path: string): Promise<{ ms: number[]; bytes: number }> {
  const ms: number[] = []
  let bytes = 0
  for (let n = 0; n < QUIET; n++) {
    const answer = await client.ask('GET', path)
    if (answer.status !== 200) throw new Error(`${path}: ${answer.status}`)
    ms.push(answer.ms)
    bytes = answer.bytes
  }
  return { ms: ms.slice(5), bytes }
}

async function bareMs(db: Database, sql: string, values: unknown[]): Promise<number[]> {
  const ms: number[] = []
  for (let n = 0; n < QUIET; n++) {
    const from = performance.now()
    await db.sequelize.query(sql, { type: QueryTypes.SELECT, replacements: values })
    ms.push(performance.now() - from)
  }
  return ms.slice(5)
}

async function underLoad(client: Client, db: Database, place: Place): Promise<void> {
  const { classId, planId } = await newClass(client)
  const now = Date.now()
  await client.json('POST', `/api/classes/${classId}/events`, { run: [act('start', now)] })
  const bare = await atRate(TAPS_A_SEC, BARE_SEC, (n) => bareTap(db, place, classId, n))
  const sent = new Set<string>()
  const acknowledged = new Set<string>()
  const todays: number[] = []
  const composes: number[] = []
  let going = true
  const watching = (async () => {
    while (going) {
      todays.push((await client.ask('GET', '/api/today')).ms)
      const from = performance.now()
      await Promise.all(['/api/club/expected', `/api/plans/${planId}`].map((path) => client.ask('GET', path)))
      composes.push(performance.now() - from)
      await pause(400)
    }
  })()
  const taps = await atRate(TAPS_A_SEC, SEC, async (n) => {
    const mark = tap('here', place.students[n % place.students.length] ?? '', Date.now())
    sent.add(mark.id)
    const answer = await client.ask('POST', `/api/classes/${classId}/events`, {
      presence: [mark],
      sentAt: Date.now(),
    })
    if (answer.status === 200) acknowledged.add(mark.id)
  })
  going = false
  await watching
  const { marks } = await client.json<{ marks: { id: string }[] }>('GET', `/api/classes/${classId}/events`)
  const stored = new Set(marks.map(({ id }) => id))
  const lost = [...acknowledged].filter((id) => !stored.has(id)).length
  console.log(
    `  a tap, ${TAPS_A_SEC}/s on one class for ${SEC} s     ${figures(taps)}   bare SQL ${figures(bare)}`,
  )
  console.log(`    ${sent.size} sent, ${acknowledged.size} acknowledged, ${lost} of them lost`)
  console.log(`  Today meanwhile                          ${figures(todays)}`)
  console.log(`  Compose opens meanwhile (two requests)   ${figures(composes)}`)
}

async function correction(client: Client, db: Database, place: Place): Promise<void> {
  const { classId } = await newClass(client)
  const from = Date.now() - 3_600_000
  const events = `/api/classes/${classId}/events`
  await client.json('POST', events, {
    run: [act('start', from)],
    presence: place.students.map((id) => tap('here', id, from)),
  })
  const finishing = await client.ask('POST', events, { run: [act('finish', from + 3_500_000)] })
  const ms: number[] = []
  for (let n = 0; n < 20; n++) {
    const student = place.students[n] ?? ''
    ms.push((await client.ask('POST', events, { presence: [tap('late', student, from + 900_000)] })).ms)
  }
  const [counted] = await db.sequelize.query<{ n: number; students: number }>(
    'SELECT COUNT(*) AS n, COUNT(DISTINCT student_id) AS students FROM practice_ledger WHERE class_id = ? AND revision = 2',
    { type: QueryTypes.SELECT, replacements: [classId] },
  )
  console.log(
    `  a finish, ${place.students.length} students there              ${finishing.ms.toFixed(0)} ms, once`,
  )
  console.log(
    `  a correction after it                    ${figures(ms)}   writes ${counted?.n} rows of ${counted?.students} student`,
  )
}

export async function benchRecords(): Promise<void> {
  const database = await startDatabase(join(lintelDir, 'bench-records'), { bufferMb: 512 })
  const parts: { stop(): Promise<void> }[] = [database]
  const stopAll = async () => {
    for (const part of parts.reverse()) await part.stop()
  }
  onStop(stopAll)
  try {
    await build(database)
    const built = ensureBuild(() => console.log('  Building the application, about a minute'))
    const server = await startServer({ build: built, database, schema: SCHEMA, quiet: true })
    parts.push(server)
    const db = connect({
      host: '127.0.0.1',
      port: database.port,
      user: DATABASE_USER,
      password: database.secrets.databaseUser,
      name: SCHEMA,
    })
    const place = await placeOf(db)
    const client = await new Client(server.url).signIn()
    const rows = await db.tables.ledger.count()
    console.log(
      `\n  ${rows.toLocaleString('en')} rows in the ledger; nothing else is asked of the application:`,
    )
    const student = place.students[7] ?? ''
    const pages: [string, string, string, unknown[]][] = [
      [
        'Today',
        '/api/today',
        'SELECT id FROM classes WHERE club_id = ? AND state = ? ORDER BY day DESC, start_time DESC LIMIT 1',
        [place.clubId, 'finished'],
      ],
      [
        'what Compose asks of the ledger',
        '/api/club/expected',
        'SELECT student_id, item_id, layer, days, last_day, mark FROM practice_summary WHERE club_id = ?',
        [place.clubId],
      ],
      [
        'a student’s page',
        `/api/students/${student}`,
        'SELECT * FROM practice WHERE club_id = ? AND student_id = ? ORDER BY day DESC LIMIT 200',
        [place.clubId, student],
      ],
      [
        'who has had what',
        '/api/practised',
        'SELECT * FROM practice_summary WHERE club_id = ?',
        [place.clubId],
      ],
      [
        'attendance',
        '/api/attendance',
        'SELECT class_id, student_id, stood FROM class_students WHERE club_id = ?',
        [place.clubId],
      ],
      [
        'an item’s page',
        '/api/items/front-kick',
        'SELECT COUNT(*) FROM practice WHERE club_id = ? AND item_id = ?',
        [place.clubId, 'front-kick'],
      ],
      [
        'the classes',
        '/api/classes',
        'SELECT id, day, state FROM classes WHERE club_id = ? ORDER BY day DESC LIMIT 100',
        [place.clubId],
      ],
      [
        'the plans',
        '/api/plans',
        'SELECT id, title, boards FROM plans WHERE club_id = ? ORDER BY saved_at DESC LIMIT 400',
        [place.clubId],
      ],
    ]
    for (const [name, path, sql, values] of pages) {
      const asked = await quiet(client, path)
      const bare = await bareMs(db, sql, values)
      console.log(
        `  ${name.padEnd(40)} ${figures(asked.ms)}   bare SQL ${figures(bare)}   ${(asked.bytes / 1000).toFixed(0)} kB`,
      )
    }
    await correction(client, db, place)
    console.log('')
    await underLoad(client, db, place)
    await db.sequelize.close()
  } finally {
    await stopAll()
  }
  process.exit(0)
}
