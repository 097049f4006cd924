import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { addDays, format, parseISO, subDays, subYears } from 'date-fns'
import type { Database } from '../server/db/connect'
import { inClub, type Club } from '../server/db/in-club'
import { dayIn, momentOf } from '../server/services/calendar'
import { addClass, takeEvents } from '../server/services/classes'
import { addPlan, findPlan } from '../server/services/plans'
import { demoClub, demoGroups, demoRanks, demoStudents } from './club'
import { evening } from './history'
import { demoItems } from './items'
import { lastClass, lastWeek, tonight } from './plans'
import { seeded, type Seeded } from './seeded'
import { demoSignIns } from './sign-ins'

const SEED = 20260217
const CLASS_DAYS = [1, 3, 6]
const day = (date: Date) => format(date, 'yyyy-MM-dd')

/** The last `count` class evenings (Monday, Wednesday, Saturday) before a day, oldest first. */
function eveningsBefore(today: string, count: number): string[] {
  const found: string[] = []
  for (let date = subDays(parseISO(today), 1); found.length < count; date = subDays(date, 1))
    if (CLASS_DAYS.includes(date.getDay())) found.unshift(day(date))
  return found
}

/** Loads the demo club unless a club is there already. */
export async function loadDemoIfEmpty(db: Database, now = Date.now()): Promise<boolean> {
  if ((await db.tables.clubs.count()) > 0) return false
  await loadDemo(db, now)
  return true
}

/** Loads Ropewalk Jujutsu into empty tables: two evenings that were run, and tonight. Dates follow the day of loading. */
export async function loadDemo(db: Database, now = Date.now()): Promise<void> {
  const chance = seeded(SEED)
  const clubId = chance.uuid()
  await db.tables.clubs.create({ id: clubId, ...demoClub })
  const today = dayIn(demoClub.zone, now)
  const students = await inClub(db, clubId, (club) => addPeople(club, today, chance))
  await inClub(db, clubId, async (club) => {
    const [head] = await club.users.all({ role: 'head' })
    const teacherId = head?.id ?? ''
    const [first = today, second = today] = eveningsBefore(today, 2)
    await addRunClass(club, teacherId, lastWeek, first, students, chance)
    await addRunClass(club, teacherId, lastClass, second, students, chance)
    const planId = await addPlan(club, teacherId, { ...tonight, date: today }, chance.uuid())
    await addClass(club, {
      id: chance.uuid(),
      planId,
      day: today,
      startTime: demoClub.startTime,
      lengthMin: demoClub.lengthMin,
      teacherId,
    })
  })
}

async function addPeople(club: Club, today: string, chance: Seeded) {
  const hash = new Hash(new Scrypt({}))
  for (const { name, email, password, role } of demoSignIns)
    await club.users.add({ id: chance.uuid(), name, email, role, passwordHash: await hash.make(password) })
  await club.ranks.addAll(demoRanks.map((rank, position) => ({ ...rank, position })))
  await club.groups.addAll(demoGroups.map(({ id, name, pace }, position) => ({ id, name, pace, position })))
  await club.groupRanks.addAll(
    demoGroups.flatMap(({ id, ranks }) => ranks.map((rankId) => ({ groupId: id, rankId }))),
  )
  await club.items.addAll(demoItems)
  const students = demoStudents.map((student) => {
    const [firstName = '', lastName = ''] = student.name.split(' ')
    return {
      id: chance.uuid(),
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
      active: true,
    }
  })
  await club.students.addAll(students)
  return students.map(({ id, groupId }) => ({ id, group: groupId }))
}

async function addRunClass(
  club: Club,
  teacherId: string,
  document: object,
  date: string,
  students: { id: string; group: string }[],
  chance: Seeded,
) {
  const planId = await addPlan(club, teacherId, { ...document, date }, chance.uuid())
  const classId = await addClass(club, {
    id: chance.uuid(),
    planId,
    day: date,
    startTime: demoClub.startTime,
    lengthMin: demoClub.lengthMin,
    teacherId,
  })
  const { plan } = await findPlan(club, planId)
  const startsAt = momentOf(demoClub.zone, date, demoClub.startTime)
  const { run, presence } = evening({ plan, startsAt, students, chance })
  await takeEvents(club, teacherId, classId, { run, presence })
}
