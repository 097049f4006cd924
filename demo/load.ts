import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { addDays, format, parseISO, subDays, subYears } from 'date-fns'
import { asksOf } from '../core/partners/for-board'
import type { Plan } from '../core/plan/schema'
import type { Database } from '../server/db/connect'
import { inClub, readClub, type Club } from '../server/db/in-club'
import { dayIn, momentOf } from '../server/services/calendar'
import { addClass } from '../server/services/classes'
import { addSightings } from '../server/services/corrections'
import { appendEvents } from '../server/services/events'
import { putMark } from '../server/services/marks'
import { addNotice } from '../server/services/notices'
import { pairBoard } from '../server/services/partners'
import { addResults } from '../server/services/results'
import { settleClass } from '../server/services/settle'
import type { SignedIn } from '../server/services/sessions'
import { createClub } from '../server/services/new-club'
import { addPlan, findPlan } from '../server/services/plans'
import { saveProgramme } from '../server/services/programmes'
import { demoApart, demoGroups, demoStudents } from './club'
import { demoItems, demoLadder, demoSettings, demoSyllabus } from './curriculum'
import { evening } from './history'
import { marksAfter } from './marks'
import { gripSeries, kicksAndChecks } from './further'
import { demoTogether, moreOf, tagOf } from './people'
import { lastClass, lastWeek, tonight } from './plans'
import { demoProgramme } from './programme'
import { seasonPlans } from './season'
import { seeded, type Seeded } from './seeded'
import { demoNotices, figuresOfClass, sightingsOfMarks, type OpenFaults } from './seen'
import { demoSignIns } from './sign-ins'
import { visitingEvening } from './visitors'

const SEED = 20260217
/** The last classes, of which is known who worked with whom. */
const PAIRED = 4
/** Twelve weeks of three classes. */
const CLASSES = 36
const DAYS_TO_GRADING = 24
const SATURDAY = 6
const START: Record<number, string> = { 1: '18:30', 3: '18:30', [SATURDAY]: '10:00' }
const day = (date: Date) => format(date, 'yyyy-MM-dd')

/** The last `count` class days (Monday, Wednesday, Saturday) before a day, oldest first. */
function classDaysBefore(today: string, count: number): string[] {
  const found: string[] = []
  for (let date = subDays(parseISO(today), 1); found.length < count; date = subDays(date, 1))
    if (START[date.getDay()]) found.unshift(day(date))
  return found
}

/** The first Saturday at least four days away: the afternoon the visitors come. */
function visitorsDay(today: string): string {
  let date = addDays(parseISO(today), 4)
  while (date.getDay() !== SATURDAY) date = addDays(date, 1)
  return day(date)
}

/** Loads the demo club unless a club is there already. */
export async function loadDemoIfEmpty(db: Database, now = Date.now()): Promise<boolean> {
  if ((await db.tables.clubs.count()) > 0) return false
  await loadDemo(db, now)
  return true
}

/**
 * Loads Ropewalk Jujutsu into empty tables: what it teaches, who trains there, twelve weeks that were run, tonight, and an
 * afternoon with visitors. What each student practised in those weeks is computed by the application's own core from the
 * plans and from who was there. Dates follow the day of loading.
 */
export async function loadDemo(db: Database, now = Date.now()): Promise<void> {
  const chance = seeded(SEED)
  const clubId = chance.uuid()
  const settings = demoSettings(day(addDays(parseISO(dayIn('Europe/Dublin', now)), DAYS_TO_GRADING)))
  const today = dayIn(settings.zone, now)
  const curriculum = { ladder: demoLadder, items: demoItems, syllabus: demoSyllabus }
  await createClub(db, clubId, settings, curriculum, (club) => addPeople(club, today, chance), demoGroups)

  const plans = [...seasonPlans(CLASSES - 2, chance), lastWeek, lastClass]
  // What was seen beside the marks takes nothing from the chance that the rest of the demo is made with.
  const seen = { open: new Map<string, string>(), chance: seeded(SEED + 3) }
  for (const [n, date] of classDaysBefore(today, CLASSES).entries()) {
    const document = plans[n]
    const held = { document, date, zone: settings.zone, n, isPaired: n >= CLASSES - PAIRED }
    if (document) await addRunClass(db, clubId, { ...held, document }, chance, seen)
  }
  await inClub(db, clubId, async (club) => {
    await addPlannedClass(club, await withStudents(club, tonight), today, '18:30', chance)
    await addPlannedClass(club, visitingEvening, visitorsDay(today), '14:00', chance)
    await addSeries(club)
    const madeBy = await headOf(club)
    for (const [period, programme] of demoProgramme(today))
      await saveProgramme(club, madeBy, period, { base: 0, programme })
    for (const { says, group } of demoNotices)
      await addNotice(club, madeBy, { id: seen.chance.uuid(), says, from: today, until: null, group })
  })
}

async function addPeople(club: Club, today: string, chance: Seeded): Promise<void> {
  const hash = new Hash(new Scrypt({}))
  for (const { name, email, password, role } of demoSignIns) {
    // The desk came later: it takes nothing from the chance that the rest of the demo is made with.
    const id = (role === 'desk' ? seeded(SEED + 1) : chance).uuid()
    await club.users.add({ id, name, email, role, passwordHash: await hash.make(password) })
  }
  const ids = new Map(demoStudents.map(({ name }) => [name, chance.uuid()]))
  const apartFrom = (name: string) => demoApart.filter((other) => demoApart.includes(name) && other !== name)
  await club.students.addAll(
    demoStudents.map((student, n) => {
      const [firstName = '', lastName = ''] = student.name.split(' ')
      return {
        id: ids.get(student.name) ?? '',
        firstName,
        lastName,
        birthDate: day(subDays(subYears(parseISO(today), student.age), student.sinceBirthday)),
        rankId: student.rank,
        rankSince: day(addDays(subYears(parseISO(today), 1), chance.whole(0, 300))),
        notches: student.notches,
        groupId: demoGroups.find(({ ranks }) => ranks.includes(student.rank))?.id ?? '',
        heightCm: student.heightCm,
        massKg: student.massKg,
        floorNote: student.note ?? null,
        apart: apartFrom(student.name).map((name) => ids.get(name) ?? ''),
        together: demoTogether
          .filter((name) => demoTogether.includes(student.name) && name !== student.name)
          .map((name) => ids.get(name) ?? ''),
        tag: tagOf(n),
        ...moreOf(student.name),
        active: true,
      }
    }),
  )
}

/** The series, the plans of its first two lessons among those that were run, and the one that shows what is worked out further. */
async function addSeries(club: Club): Promise<void> {
  const planOf = async (title: string) => (await club.plans.one({ title }, ['id']))?.id ?? ''
  // It takes nothing from the chance that the rest of the demo is made with.
  const fourth = await addPlan(club, await headOf(club), kicksAndChecks, seeded(SEED + 2).uuid())
  const plans = { first: await planOf(lastWeek.title), second: await planOf(lastClass.title), fourth }
  const body = gripSeries(plans)
  await club.series.addAll([{ id: body.id, name: body.name, body, version: 1 }])
}

/** A plan whose acceptances name students by id instead of by name. */
async function withStudents(club: Club, plan: typeof tonight) {
  const students = await club.students.all({}, { columns: ['id', 'firstName', 'lastName'] })
  const idOf = new Map(students.map(({ id, firstName, lastName }) => [`${firstName} ${lastName}`, id]))
  return {
    ...plan,
    acknowledged: plan.acknowledged.map((entry) => ({ ...entry, student: idOf.get(entry.student) ?? '' })),
  }
}

async function headOf(club: Club): Promise<string> {
  return (await club.users.one({ role: 'head' }))?.id ?? ''
}

async function addPlannedClass(
  club: Club,
  document: object,
  date: string,
  startTime: string,
  chance: Seeded,
) {
  const teacherId = await headOf(club)
  const planId = await addPlan(club, teacherId, { ...document, date, start: startTime }, chance.uuid())
  const { lengthMin } = await findPlan(club, planId).then(({ plan }) => plan)
  const { id: classId } = await addClass(club, {
    id: chance.uuid(),
    planId,
    day: date,
    startTime,
    lengthMin,
    teacherId,
  })
  return { planId, classId, teacherId }
}

/** The partners of each board for two, worked out from who came as an instructor would have it done. */
async function pairBoards(
  db: Database,
  teacher: SignedIn,
  classId: string,
  plan: Plan,
  at: number,
): Promise<void> {
  const items = new Map(demoItems.map((item) => [item.id, item]))
  for (const block of plan.blocks)
    if (asksOf(plan, block, (id) => items.get(id)))
      await pairBoard(
        db,
        teacher,
        classId,
        block.id,
        { base: 0, school: 'mentor', rounds: 1, pins: [], way: 'best' },
        at,
      )
}

interface HeldClass {
  document: object
  date: string
  zone: string
  /** Which one of the season it is. */
  n: number
  isPaired: boolean
}

/** A class that was run: its events and taps go the same way as those of a floor. */
async function addRunClass(
  db: Database,
  clubId: string,
  { document, date, zone, n, isPaired }: HeldClass,
  chance: Seeded,
  seen: { open: OpenFaults; chance: Seeded },
) {
  const startTime = START[parseISO(date).getDay()] ?? '18:30'
  const { planId, classId, teacherId } = await inClub(db, clubId, (club) =>
    addPlannedClass(club, document, date, startTime, chance),
  )
  const { plan, students } = await readClub(db, clubId, async (club) => ({
    plan: (await findPlan(club, planId)).plan,
    students: (await club.students.all({}, { order: [['id', 'ASC']] })).map(({ id, groupId }) => ({
      id,
      group: groupId,
    })),
  }))
  const startsAt = momentOf(zone, date, startTime)
  const { run, presence } = evening({ plan, startsAt, students, chance })
  const ended = run.at(-1)?.at ?? startsAt
  const teacher = { id: teacherId, clubId, name: '', role: 'head' as const, sessionId: '' }
  await appendEvents(db, teacher, classId, { run: [], presence }, ended)
  if (isPaired) await pairBoards(db, teacher, classId, plan, ended)
  await appendEvents(db, teacher, classId, { run, presence: [] }, ended)
  await settleClass(db, clubId, classId, { wait: true })
  await inClub(db, clubId, async (club) => {
    const marks = await marksAfter(club, classId, teacherId, ended, chance)
    await club.marks.addAll(marks)
    // The latest stands, as when they are given one after the other.
    const inTime = [...marks].sort(
      (a, b) => a.givenAt.getTime() - b.givenAt.getTime() || (a.id < b.id ? -1 : 1),
    )
    for (const { studentId, itemId, mark } of inTime) await putMark(club, studentId, itemId, mark)
    const came = await club.classStudents.all({ classId, stood: 'there' }, { order: [['studentId', 'ASC']] })
    const students = came.map(({ studentId }) => studentId)
    const time = (at: number) => ({ atMs: at, deviceAtMs: at, doubt: null })
    await addSightings(club, teacherId, classId, sightingsOfMarks(inTime, seen.open, seen.chance), time)
    await addResults(club, teacherId, classId, figuresOfClass(plan, students, n, ended, seen.chance), time)
  })
}
