import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gunzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { QueryTypes } from 'sequelize'
import { readItem } from '../../core/curriculum/item-rules'
import { connect, type Database } from '../../server/db/connect'
import { inClub } from '../../server/db/in-club'
import { migrate, MIGRATION_NAMES, migrator } from '../../server/db/migrate'
import { loadDemo, loadDemoIfEmpty } from '../../demo/load'
import { demoItems } from '../../demo/curriculum'
import { demoStudents } from '../../demo/club'
import { creditPlan } from '../../core/people/credit'
import type { Attendance } from '../../core/people/attendance'
import type { Plan } from '../../core/plan/schema'
import { attendanceOfClass } from '../../server/heavy/settlement'
import { studentsOfClass } from '../../server/services/ledger'
import { threesOf } from '../../server/services/partners'
import { eventsOf, marksOf } from '../../server/services/events'
import { settingsOf } from '../../server/services/settings'
import { today } from '../../server/services/today'
import {
  DATABASE_USER,
  ensureSchema,
  runningDatabase,
  startDatabase,
  type PrivateDatabase,
} from '../../scripts/setup/mariadb'
import { freePort, runs } from '../../scripts/setup/processes'
import { writeBackup } from '../../scripts/setup/backup'
import { restore } from '../../scripts/setup/restore'
import { superviseDatabase } from '../../scripts/setup/supervise'

/** A private server of this test's own, started, killed and recovered. */
const dir = mkdtempSync(join(tmpdir(), 'lintel-db-test-'))
let server: PrivateDatabase
const open = (name: string): Database =>
  connect({
    host: '127.0.0.1',
    port: server.port,
    user: DATABASE_USER,
    password: server.secrets.databaseUser,
    name,
  })

beforeAll(async () => {
  server = await startDatabase(dir)
  await ensureSchema(server, 'lintel_own')
})
afterAll(async () => {
  await server.stop()
  rmSync(dir, { recursive: true, force: true })
})

describe('the private server', () => {
  it('listens on loopback only, with a password and secrets only its owner reads', async () => {
    const db = open('lintel_own')
    const [found] = await db.sequelize.query<{ bind: string; mode: string }>(
      'SELECT @@bind_address AS bind, @@sql_mode AS mode',
      { type: QueryTypes.SELECT },
    )
    expect(found?.bind).toBe('127.0.0.1')
    expect(found?.mode).toContain('STRICT_ALL_TABLES')
    await db.sequelize.close()
    expect(statSync(join(dir, 'secrets.json')).mode & 0o077).toBe(0)
    const wrong = connect({
      host: '127.0.0.1',
      port: server.port,
      user: DATABASE_USER,
      password: 'guess',
      name: 'lintel_own',
    })
    await expect(wrong.sequelize.authenticate()).rejects.toThrow(/denied/i)
    await wrong.sequelize.close()
  })

  it('recovers from a killed process: stale pid, stale socket, the same data', async () => {
    const db = open('lintel_own')
    await migrate(db.sequelize)
    await db.tables.clubs.create({
      id: crypto.randomUUID(),
      name: 'Kept',
      place: '',
      zone: 'UTC',
      firstSide: 'R',
      lengthMin: 60,
      startTime: '18:30',
    })
    await db.sequelize.close()
    process.kill(server.pid, 'SIGKILL')
    while (runs(server.pid, dir)) await new Promise((resolve) => setTimeout(resolve, 20))
    server = await startDatabase(dir, { durable: false })
    const again = open('lintel_own')
    expect(await again.tables.clubs.count({ where: { name: 'Kept' } })).toBe(1)
    await again.sequelize.close()
  })

  it('a second start takes the folder over from a server that was left running', async () => {
    const left = server.pid
    server = await startDatabase(dir, { durable: false })
    expect(runs(left, dir)).toBe(false)
    expect(runningDatabase(dir)?.pid).toBe(server.pid)
  })

  it('makes only databases of its own name', async () => {
    await expect(ensureSchema(server, 'mysql')).rejects.toThrow(/must start with lintel/)
  })

  it('finds another port when the wanted one is taken', async () => {
    expect(await freePort(server.port)).not.toBe(server.port)
  })
})

describe('migrations', () => {
  it('go up once, down to nothing, and up again', async () => {
    await ensureSchema(server, 'lintel_steps', true)
    const db = open('lintel_steps')
    expect(await migrate(db.sequelize)).toEqual(MIGRATION_NAMES)
    expect(await migrate(db.sequelize)).toEqual([])
    await migrator(db.sequelize).down({ to: 0 })
    const tables = await db.sequelize.getQueryInterface().showAllTables()
    expect(JSON.stringify(tables)).toContain('migrations')
    expect(tables).toHaveLength(1)
    expect(await migrate(db.sequelize)).toEqual(MIGRATION_NAMES)
    await db.sequelize.close()
  })

  it('carry the items of the first slice over into documents, and back', async () => {
    await ensureSchema(server, 'lintel_carry', true)
    const db = open('lintel_carry')
    await migrator(db.sequelize).up({ to: '0001-first-class' })
    const club = crypto.randomUUID()
    await db.sequelize.query(`INSERT INTO clubs (id, name, zone) VALUES ('${club}', 'Old', 'UTC')`)
    await db.sequelize.query(
      `INSERT INTO items (club_id, id, name, category, sides, partner, layers, key_points, caution) VALUES
       ('${club}', 'kick', 'Front kick', 'kicks', 2, 'both', '[{"name":"slow","point":"knee first"},{"name":"quick"}]', '["look"]', 'Mind the pad.')`,
    )
    await migrate(db.sequelize)
    const [item] = await inClub(db, club, (inside) => inside.items.all())
    expect(readItem(item?.body)).toMatchObject({
      ok: true,
      item: {
        name: 'Front kick',
        sides: 2,
        partner: 'both',
        layers: [
          { name: 'slow', points: ['knee first'] },
          { name: 'quick', points: [] },
        ],
        keyPoints: ['look'],
        hazard: 'Mind the pad.',
      },
    })
    await migrator(db.sequelize).down({ to: '0002-curriculum' })
    const [old] = await db.sequelize.query<{ sides: number; caution: string }>('SELECT * FROM items', {
      type: QueryTypes.SELECT,
    })
    expect(old).toMatchObject({ sides: 2, partner: 'both', caution: 'Mind the pad.' })
    await db.sequelize.close()
  })

  it('make InnoDB tables in utf8mb4', async () => {
    const db = open('lintel_steps')
    const tables = await db.sequelize.query<{ ENGINE: string; TABLE_COLLATION: string }>(
      "SELECT ENGINE, TABLE_COLLATION FROM information_schema.TABLES WHERE TABLE_SCHEMA = 'lintel_steps' AND TABLE_NAME <> 'migrations'",
      { type: QueryTypes.SELECT },
    )
    expect(tables.length).toBeGreaterThan(16)
    expect(
      tables.every(
        ({ ENGINE, TABLE_COLLATION }) => ENGINE === 'InnoDB' && TABLE_COLLATION.startsWith('utf8mb4'),
      ),
    ).toBe(true)
    await db.sequelize.close()
  })
})

describe('a database that ends by itself', () => {
  it('is started again on its port, said to be, and has what was committed', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lintel-supervised-'))
    const said: string[] = []
    const supervised = await superviseDatabase(folder, (text) => said.push(text))
    const settings = {
      host: '127.0.0.1',
      port: supervised.port,
      user: DATABASE_USER,
      password: supervised.secrets.databaseUser,
      name: 'lintel_own',
    }
    const db = connect(settings)
    try {
      await ensureSchema(supervised, 'lintel_own')
      await db.sequelize.query('CREATE TABLE kept (n INT) ENGINE=InnoDB')
      await db.sequelize.query('INSERT INTO kept VALUES (7)')
      process.kill(supervised.pid, 'SIGKILL')
      await expect.poll(() => said.at(-1), { timeout: 60_000 }).toBe('The database is back')
      expect(said[0]).toContain('ended by itself (SIGKILL)')
      // The pool that was open before finds it again.
      await expect
        .poll(() => db.sequelize.query('SELECT n FROM kept', { type: QueryTypes.SELECT }).catch(() => []), {
          timeout: 20_000,
        })
        .toEqual([{ n: 7 }])
    } finally {
      await db.sequelize.close()
      await supervised.stop()
      rmSync(folder, { recursive: true, force: true })
    }
    expect(said).toHaveLength(2)
  })
})

describe('an older database', () => {
  const OLDER = fileURLToPath(new URL('../data/demo-of-an-older-version.sql.gz', import.meta.url))
  const readIn = async (schema: string) => {
    await ensureSchema(server, schema, true)
    spawnSync(
      'mariadb',
      ['--no-defaults', '--host=127.0.0.1', `--port=${server.port}`, `--user=${DATABASE_USER}`, schema],
      {
        input: gunzipSync(readFileSync(OLDER)),
        env: { ...process.env, MYSQL_PWD: server.secrets.databaseUser },
      },
    )
    return open(schema)
  }
  type Sequel = ReturnType<typeof open>['sequelize']
  const ledger = async (sequelize: Sequel) => {
    const [row] = await sequelize.query<{ rows: number; sum: string }>(
      `SELECT COUNT(*) AS \`rows\`, SUM(CRC32(CONCAT_WS(' ', class_id, revision, student_id, item_id, layer, day, work_ms, holding_ms,
          reps_l, reps_r, reps_n, received, estimated))) AS sum FROM practice_ledger`,
      { type: QueryTypes.SELECT },
    )
    return { rows: Number(row?.rows), sum: row?.sum }
  }

  it('comes over with its ledger unchanged, row by row, and all of it stands', async () => {
    const db = await readIn('lintel_older')
    const before = await ledger(db.sequelize)
    expect(before.rows).toBe(12_068)
    const pending: string[] = []
    await migrate(db.sequelize, async (names) => void pending.push(...names))
    expect(pending[0]).toBe('0003-records')
    expect(await ledger(db.sequelize)).toEqual(before)
    const [standing] = await db.sequelize.query<{ n: number; versions: number; none: number }>(
      `SELECT (SELECT COUNT(*) FROM practice) AS n, (SELECT COUNT(*) FROM plan_versions WHERE total_ms > 0) AS versions,
        (SELECT COUNT(*) FROM plan_versions WHERE total_ms = 0 AND blocks > 0) AS none`,
      { type: QueryTypes.SELECT },
    )
    expect(Number(standing?.n)).toBe(12_068)
    expect(Number(standing?.versions)).toBeGreaterThan(30)
    expect(Number(standing?.none)).toBe(0)
    await db.sequelize.close()
  })

  it('goes on after any step it was killed at, whether that was written down or not', async () => {
    for (const cut of [3, 9, 14, 20, 26]) {
      const db = await readIn('lintel_killed')
      let left = cut
      const { query } = db.sequelize
      // The power goes: the statement is done, and nothing after it.
      db.sequelize.query = (async (...args: Parameters<typeof query>) => {
        const done = await (query as (...a: unknown[]) => Promise<unknown>).apply(db.sequelize, args)
        if (/^\s*(CREATE|ALTER|INSERT|UPDATE)/.test(String(args[0])) && --left === 0)
          throw new Error('the power went')
        return done
      }) as typeof query
      await expect(migrate(db.sequelize)).rejects.toThrow('the power went')
      db.sequelize.query = query
      await migrate(db.sequelize)
      expect((await ledger(db.sequelize)).rows).toBe(12_068)
      const [{ n } = { n: 0 }] = await db.sequelize.query<{ n: number }>(
        'SELECT COUNT(*) AS n FROM practice',
        {
          type: QueryTypes.SELECT,
        },
      )
      expect(Number(n)).toBe(12_068)
      await db.sequelize.close()
    }
  })
})

describe('a restore', () => {
  const RUN = 'lintel'
  const dump = (to: string) => {
    const done = spawnSync(
      'mariadb-dump',
      ['--no-defaults', '--host=127.0.0.1', `--port=${server.port}`, `--user=${DATABASE_USER}`, RUN],
      {
        encoding: 'utf8',
        env: { ...process.env, MYSQL_PWD: server.secrets.databaseUser },
        maxBuffer: 1 << 28,
      },
    )
    writeFileSync(to, done.stdout)
    return done.stdout
  }
  const names = async () => {
    const db = open(RUN)
    const found = (await db.tables.clubs.findAll()).map((row) => row.get('name'))
    await db.sequelize.close()
    return found
  }
  const addClub = async (name: string) => {
    const db = open(RUN)
    const id = crypto.randomUUID()
    await db.tables.clubs.create({
      id,
      name,
      place: '',
      zone: 'UTC',
      firstSide: 'R',
      lengthMin: 60,
      startTime: '18:30',
    })
    await inClub(db, id, (club) =>
      club.ranks.add({ id: 'white', name: 'White', position: 0, colour: '#FFFFFF', ink: '#000000' }),
    )
    await db.sequelize.close()
  }

  it('knows of each table how many rows it has and that they are as they were', async () => {
    await ensureSchema(server, RUN, true)
    const db = open(RUN)
    await migrate(db.sequelize)
    await db.sequelize.close()
    for (const name of ['One', 'Two (a; b)', 'Three']) await addClub(name)
    const file = join(dir, 'sealed.sql')
    await writeBackup(server, RUN, file)
    const text = readFileSync(file, 'utf8')
    const lost = join(dir, 'lost.sql')
    writeFileSync(
      lost,
      text.replace(/\n\([^\n]*'Three'[^\n]*,(?=\n)/, '').replace(/,\n\([^\n]*'Three'[^\n]*;/, ';'),
    )
    await expect(restore(server, lost, MIGRATION_NAMES, 'lost')).rejects.toThrow(/clubs had 3 rows and has 2/)
    const changed = join(dir, 'changed.sql')
    writeFileSync(changed, text.replace("'Three'", "'Tree'"))
    await expect(restore(server, changed, MIGRATION_NAMES, 'changed')).rejects.toThrow(
      /rows of clubs are not as they were written/,
    )
    await restore(server, file, MIGRATION_NAMES, 'sealed')
    expect(await names()).toEqual(expect.arrayContaining(['One', 'Two (a; b)', 'Three']))
  })

  it('exchanges the two, keeps what was replaced, and changes nothing for a file that is none', async () => {
    await ensureSchema(server, RUN, true)
    const db = open(RUN)
    await migrate(db.sequelize)
    await db.sequelize.close()
    await addClub('In the backup')
    const file = join(dir, 'backup.sql')
    const text = dump(file)
    await addClub('After the backup')

    const half = join(dir, 'half.sql')
    writeFileSync(half, text.slice(0, text.length / 2))
    await expect(restore(server, half, MIGRATION_NAMES, 'half')).rejects.toThrow(
      /not a whole backup.*Nothing was changed/,
    )
    const broken = join(dir, 'broken.sql')
    writeFileSync(broken, text.replace('CREATE TABLE `clubs`', 'CREATE TABEL `clubs`'))
    await expect(restore(server, broken, MIGRATION_NAMES, 'broken')).rejects.toThrow(
      /could not be read.*Nothing was changed/,
    )
    const foreign = join(dir, 'foreign.sql')
    writeFileSync(foreign, 'CREATE TABLE recipes (n INT);\n-- Dump completed\n')
    await expect(restore(server, foreign, MIGRATION_NAMES, 'foreign')).rejects.toThrow(
      /no backup of Golden Lintel/,
    )
    // A file that reaches for the live tables has no rights on them.
    const reaching = join(dir, 'reaching.sql')
    writeFileSync(
      reaching,
      text.replace('-- Dump completed', 'USE `lintel`; DELETE FROM ranks;\n-- Dump completed'),
    )
    await expect(restore(server, reaching, MIGRATION_NAMES, 'reaching')).rejects.toThrow(
      /denied.*Nothing was changed/,
    )
    // A parent that is missing, although the dump is read without looking at parents.
    const orphaned = join(dir, 'orphaned.sql')
    writeFileSync(orphaned, text.replace(/INSERT INTO `clubs` VALUES\n[^;]*;/, ''))
    await expect(restore(server, orphaned, MIGRATION_NAMES, 'orphaned')).rejects.toThrow(
      /belongs to none of clubs.*Nothing was changed/,
    )
    await expect(restore(server, file, MIGRATION_NAMES.slice(0, 1), 'newer')).rejects.toThrow(/later version/)
    expect(await names()).toEqual(expect.arrayContaining(['In the backup', 'After the backup']))

    const kept = await restore(server, file, MIGRATION_NAMES, 'now')
    expect(await names()).toEqual(['In the backup'])
    const before = open(kept)
    expect(await before.tables.clubs.count()).toBe(2)
    await before.sequelize.close()
    // Its references still hold: a row of no club is refused.
    const again = open(RUN)
    await expect(
      again.tables.ranks.create({
        clubId: crypto.randomUUID(),
        id: 'x',
        name: 'x',
        position: 0,
        colour: '#FFFFFF',
        ink: '#000000',
      }),
    ).rejects.toThrow(/foreign key/)
    await again.sequelize.close()
  })
})

describe('transactions', () => {
  it('write all or nothing', async () => {
    const db = open('lintel_own')
    const [row] = await db.tables.clubs.findAll({ limit: 1 })
    const clubId = row!.get('id') as string
    const rank = { id: 'white', name: 'White', position: 0, colour: '#FFFFFF', ink: '#000000' }
    const half = inClub(db, clubId, async (club) => {
      await club.ranks.add(rank)
      throw new Error('in the middle')
    })
    await expect(half).rejects.toThrow('in the middle')
    expect(await inClub(db, clubId, (club) => club.ranks.all())).toEqual([])
    await expect(inClub(db, crypto.randomUUID(), (club) => club.lock())).rejects.toThrow(/no club/)
    await db.sequelize.close()
  })
})

describe('the demo club', () => {
  let db: Database
  let clubId: string
  const NOW = Date.UTC(2027, 4, 12, 9, 0)
  beforeAll(async () => {
    await ensureSchema(server, 'lintel_demo', true)
    db = open('lintel_demo')
    await migrate(db.sequelize)
    await loadDemo(db, NOW)
    clubId = (await db.tables.clubs.findAll())[0]!.get('id') as string
  })
  afterAll(() => db.sequelize.close())

  it('has six ranks, four groups, 32 students, about 90 items, and is loaded once', async () => {
    const sizes = await inClub(db, clubId, async (club) => [
      (await club.ranks.all()).length,
      (await club.groups.all()).length,
      (await club.students.all()).length,
      (await club.items.all()).length,
    ])
    expect(sizes).toEqual([6, 4, 32, demoItems.length])
    expect(demoItems.length).toBeGreaterThanOrEqual(88)
    expect(await loadDemoIfEmpty(db)).toBe(false)
  })

  it('has minors among its students, a quarter or so, with the ages it says', async () => {
    const minors = demoStudents.filter(({ age }) => age < 18).length
    expect(minors / demoStudents.length).toBeGreaterThan(0.2)
    const students = await inClub(db, clubId, (club) => club.students.all({ firstName: 'Juno' }))
    expect(students[0]?.birthDate?.slice(0, 4)).toBe('2014')
  })

  it('has tonight on the day it was loaded and looks back on a class that was run', async () => {
    const seen = await inClub(db, clubId, (club) => today(club, NOW))
    expect(seen).toMatchObject({
      today: '2027-05-12',
      next: { day: '2027-05-12', state: 'planned' },
      last: { state: 'finished' },
    })
    expect(seen.last!.came.length).toBeGreaterThan(15)
    expect(seen.last!.cut.length).toBeGreaterThan(0)
  })

  it('every row of its ledger is what the core credits from the plan, the run and the register', async () => {
    await inClub(db, clubId, async (club) => {
      const finished = await club.classes.all({ state: 'finished' })
      expect(finished).toHaveLength(36)
      for (const row of finished) {
        const plan = row.runPlan as Plan
        const { run, attendance } = attendanceOfClass(
          plan,
          await eventsOf(club, row.id),
          await marksOf(club, row.id),
          await studentsOfClass(club, row),
          await threesOf(club, row.id, plan),
        )
        const rows = await club.practice.all({ classId: row.id })
        const credited = creditPlan(run.plan, attendance as Attendance).flatMap(({ student, practice }) =>
          practice.map(
            (p) =>
              `${student} ${p.technique} ${p.layer} ${p.workSec * 1000} ${p.repsL} ${p.repsR} ${p.repsN} ${p.received}`,
          ),
        )
        const kept = rows.map(
          (r) =>
            `${r.studentId} ${r.itemId} ${r.layer} ${r.workMs} ${r.repsL} ${r.repsR} ${r.repsN} ${r.received}`,
        )
        expect(kept.sort()).toEqual(credited.sort())
        expect(kept.length).toBeGreaterThan(200)
      }
    })
  })

  it('has marks on what was practised, faults among them, and looks back over twelve weeks', async () => {
    await inClub(db, clubId, async (club) => {
      const marks = await club.marks.all()
      expect(marks.length).toBeGreaterThan(1000)
      const ledger = new Set(
        (await club.ledger.all()).map((row) => `${row.classId} ${row.studentId} ${row.itemId} ${row.layer}`),
      )
      expect(
        marks.filter((mark) => !ledger.has(`${mark.classId} ${mark.studentId} ${mark.itemId} ${mark.layer}`)),
      ).toEqual([])
      const faults = new Map(
        (await club.items.all()).map(({ id, body }) => [id, body.faults.map((one) => one.fault)]),
      )
      const named = marks.filter(({ fault }) => fault !== null)
      expect(named.length).toBeGreaterThan(100)
      expect(named.every(({ itemId, fault }) => faults.get(itemId)?.includes(fault ?? ''))).toBe(true)
      const days = (await club.classes.all({ state: 'finished' })).map(({ day }) => day).sort()
      expect(Date.parse('2027-05-12') - Date.parse(days[0]!)).toBeGreaterThan(80 * 86_400_000)
    })
  })

  it('has an afternoon with forty-six on the floor, and a grading in 24 days', async () => {
    await inClub(db, clubId, async (club) => {
      const plan = await club.plans.one({ title: 'Visitors from Millrace' })
      expect(plan?.body.groups.reduce((sum, { headcount }) => sum + headcount, 0)).toBe(46)
      expect(plan?.body.blocks.some(({ mode }) => mode === 'stations')).toBe(true)
      expect(settingsOf(await club.row()).nextGrading).toBe('2027-06-05')
    })
  })

  it('is the same every time it is made', async () => {
    await ensureSchema(server, 'lintel_demo_again', true)
    const again = open('lintel_demo_again')
    await migrate(again.sequelize)
    await loadDemo(again, NOW)
    const ledger = async (from: Database) =>
      (await from.tables.ledger.findAll({ order: ['classId', 'studentId', 'itemId', 'layer'] })).map(
        (row) => {
          const { writtenAt: _, ...figures } = row.get({ plain: true })
          return figures
        },
      )
    expect(await ledger(again)).toEqual(await ledger(db))
    await again.sequelize.close()
  })

  it('goes down to the tables of before and up again with the same ledger and the same summaries', async () => {
    const standing = async () => ({
      practice: (
        await db.tables.practice.findAll({ order: ['classId', 'studentId', 'itemId', 'layer'] })
      ).map((row) => {
        // What the tables of before have no place for is computed when a class is settled again.
        const {
          revision: _,
          sections: _s,
          inCombinations: _c,
          inRoles: _r,
          ...figures
        } = row.get({ plain: true })
        return figures
      }),
      summary: (await db.tables.summary.findAll({ order: ['studentId', 'itemId'] })).map((row) => {
        const { sections: _s, inCombinations: _c, inRoles: _r, ...figures } = row.get({ plain: true })
        return figures
      }),
      events: await db.tables.runEvents.count(),
      groups: (await db.tables.classStudents.findAll({ order: ['classId', 'studentId'] })).map(
        (row) => `${row.get('classId')} ${row.get('studentId')} ${row.get('groupId')}`,
      ),
      settled: (await db.tables.settlements.findAll({ order: ['classId'] })).map((row) => row.get('events')),
      plans: (await db.tables.plans.findAll({ order: ['id'] })).map((row) => [
        row.get('boards'),
        row.get('theme'),
        row.get('day'),
      ]),
      items: await db.tables.planItems.count(),
    })
    const before = await standing()
    await migrator(db.sequelize).down({ to: '0003-records' })
    const [old] = await db.sequelize.query<{ n: number }>(
      'SELECT COUNT(*) AS n FROM practice_ledger l JOIN classes c ON c.id = l.class_id AND c.ledger_revision = l.revision',
      { type: QueryTypes.SELECT },
    )
    expect(Number(old?.n)).toBe(before.practice.length)
    expect(await migrate(db.sequelize)).toEqual([
      '0003-records',
      '0004-kept-apart',
      '0005-further',
      '0006-people',
      '0007-corrections',
      '0008-floor',
      '0009-term',
      '0010-the-record',
      '0011-last-seen',
      '0012-turns',
    ])
    const after = await standing()
    for (const part of Object.keys(before) as (keyof typeof before)[])
      expect(JSON.stringify(after[part]), part).toBe(JSON.stringify(before[part]))
  })

  it('puts students back to their rank’s group and gives each planned class a plan of its own, at its times', async () => {
    await migrator(db.sequelize).down({ to: '0004-kept-apart' })
    const sql = (text: string) => db.sequelize.query(text)
    // What a split of a rank left behind: its students in a group that no longer takes their rank.
    const [one] = await db.sequelize.query<{ id: string; was: string; club: string; other: string }>(
      `SELECT s.id, s.group_id AS was, s.club_id AS club,
          (SELECT MIN(id) FROM class_groups g WHERE g.club_id = s.club_id AND g.id <> s.group_id) AS other
        FROM students s ORDER BY s.id LIMIT 1`,
      { type: QueryTypes.SELECT },
    )
    await sql(`UPDATE students SET group_id = '${one!.other}' WHERE id = '${one!.id}'`)
    // Two planned classes on one plan, at times it does not say.
    const [held] = await db.sequelize.query<{ id: string; planId: string }>(
      `SELECT id, plan_id AS planId FROM classes WHERE state = 'planned' AND club_id = '${one!.club}' ORDER BY id LIMIT 1`,
      { type: QueryTypes.SELECT },
    )
    const twin = 'ffffffff-0000-4000-8000-000000000000'
    await sql(`INSERT INTO classes (id, club_id, plan_id, day, start_time, length_min, teacher_id, state)
      SELECT '${twin}', club_id, plan_id, '2031-02-03', '07:15', 33, teacher_id, 'planned' FROM classes WHERE id = '${held!.id}'`)
    expect(await migrate(db.sequelize)).toEqual([
      '0004-kept-apart',
      '0005-further',
      '0006-people',
      '0007-corrections',
      '0008-floor',
      '0009-term',
      '0010-the-record',
      '0011-last-seen',
      '0012-turns',
    ])
    const student = await db.tables.students.findByPk(one!.id)
    expect([student?.get('groupId'), student?.get('placed')]).toEqual([one!.was, false])
    const planOf = async (classId: string) => {
      const row = (await db.tables.classes.findByPk(classId))!.get({ plain: true })
      return { row, plan: (await db.tables.plans.findByPk(row.planId))!.get({ plain: true }) }
    }
    const [mine, copy] = [await planOf(held!.id), await planOf(twin)]
    expect(copy.row.planId).not.toBe(mine.row.planId)
    expect(mine.row.planId).toBe(held!.planId)
    expect(copy.plan.body).toMatchObject({ date: '2031-02-03', start: '07:15', lengthMin: 33 })
    expect(copy.plan.spareMs).toBe(33 * 60_000 - copy.plan.totalMs)
    expect(mine.plan.body).toMatchObject({
      date: mine.row.day,
      start: mine.row.startTime,
      lengthMin: mine.row.lengthMin,
    })
    await sql(`DELETE FROM classes WHERE id = '${twin}'`)
  })

  it('keeps no secret in its files', () => {
    expect(readFileSync(join(dir, 'mariadb.json'), 'utf8')).not.toContain(server.secrets.databaseUser)
  })
})
