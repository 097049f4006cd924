import type { Browser } from '@playwright/test'
import { creditPlan } from '../../core/people/credit'
import type { Attendance } from '../../core/people/attendance'
import type { Plan } from '../../core/plan/schema'
import type { BoardPairs, RosterEntry } from '../../shared/answers'
import { expect, test, type Page } from './club'
import { ask, goToFirstBow, MINUTE, passTime } from './steps'

/** From an empty club to a ledger: a roster of 46 out of a spreadsheet, an evening registered on two phones and at the door, partners, credit. */

const EMAIL = 'runa@longroom.example'
const PASSWORD = 'a lantern in the window'
const PHONE = { width: 390, height: 844 }
const RANKS = ['Straw', 'Reed', 'River', 'Stone']
const FIRST = ['Ada', 'Bo', 'Cleo', 'Dov', 'Elin', 'Faro', 'Gita', 'Hal', 'Ines', 'Jun', 'Kaya', 'Lior']
const LAST = ['Arden', 'Brook', 'Cairn', 'Dale']

/** Forty-six students: one with a single name, one with an emoji, one written from right to left, two of one name with their birthdays. */
const STUDENTS = Array.from({ length: 46 }, (_, n) => ({
  first: n === 43 ? '🥋 Bo' : n === 44 ? 'ליאור' : n === 45 ? 'Ada' : (FIRST[n % 12] ?? ''),
  last: n === 42 ? '' : n === 45 ? 'Arden' : (LAST[Math.floor(n / 12)] ?? ''),
  born: `${n % 5 === 4 ? 2011 : 1975 + n}-0${1 + (n % 9)}-1${n % 10}`,
  rank: RANKS[n % 4] ?? '',
  mass: 55 + (n % 7) * 5,
  note: n === 3 ? 'right knee: no kneeling' : '',
  tag: n < 16 ? `LR-${100 + n}` : '',
}))
const CSV = [
  'first name,last name,born,rank,mass kg,floor note,tag',
  ...STUDENTS.map(({ first, last, born, rank, mass, note, tag }) =>
    [first, last, born, rank, mass, note, tag].join(','),
  ),
].join('\r\n')

async function signedIn(browser: Browser, baseURL: string | undefined, path: string): Promise<Page> {
  const context = await browser.newContext({ baseURL, viewport: PHONE, hasTouch: true })
  const page = await context.newPage()
  await page.goto('/sign-in')
  await page.getByLabel('E-mail').fill(EMAIL)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page).not.toHaveURL(/sign-in/)
  await page.goto(path)
  return page
}
const rowOf = (page: Page, id: string) => page.locator(`[data-student="${id}"]`)
const here = (page: Page, id: string) => rowOf(page, id).getByRole('button', { name: /: here$/ })

test('an empty club, a roster of 46, an evening on two phones and at the door, partners and credit', async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto('/new-club')
  await page.getByLabel('Name of the club').fill('Long Room')
  await page.getByLabel('Your name').fill('Runa Vik')
  await page.getByLabel('Your e-mail').fill(EMAIL)
  await page.getByLabel(/^A password/).fill(PASSWORD)
  await page.getByText('Holding and throwing').click()
  await page.getByLabel('my own', { exact: true }).check()
  await page.getByLabel(/From the lowest up/).fill(RANKS.join(', '))
  await page.getByRole('button', { name: 'Set up the club' }).click()
  await expect(page.getByRole('heading', { name: '38 items' })).toBeVisible()

  // The roster is read, and one of it edited: two are kept apart.
  await page.goto('/people/roster')
  await expect(page.getByText('Nobody is on the roster yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Files in and out' }).click()
  await page.setInputFiles('input[type=file]', {
    name: 'roster.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(CSV),
  })
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Imported: 46 added, 0 changed.')).toBeVisible()
  const roster = await ask<RosterEntry[]>(page, '/api/roster')
  expect(roster).toHaveLength(46)
  const find = (n: number) => {
    const { first, last, born } = STUDENTS[n]!
    const found = roster.find(
      ({ student }) => student.firstName === first && student.lastName === last && student.birthDate === born,
    )
    return found?.id ?? `nobody is number ${n}`
  }
  const ids = STUDENTS.map((_, n) => find(n))
  await page.goto(`/people/roster/${ids[1]}`)
  await page.getByPlaceholder('Keep apart from…').fill('Elin Brook')
  await page.getByRole('option', { name: /Elin Brook/ }).click()
  await expect(page.getByText('all changes kept')).toBeVisible()
  const apart = [ids[1], find(16)].sort().join()

  // A plan with a board in twos, three changes of partner, and a throw.
  const { groups } = await ask<{ groups: { id: string; name: string; ranks: string[] }[] }>(
    page,
    '/api/library',
  )
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const inTwos = { kind: 'count', reps: 8, tempoSec: 4, roles: 2, swapSec: 10 }
  const plan = {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'Falling in twos',
    lengthMin: 30,
    groups: groups.map((group) => ({ ...group, pace: 1, headcount: 10 })),
    blocks: [
      {
        id: 'falls',
        title: 'Falls in twos',
        phase: 'partner',
        technique: 'back-fall',
        dose: { ...inTwos, sets: 4, restSec: 10 },
      },
      {
        id: 'throw',
        title: 'Throws',
        phase: 'partner',
        technique: 'hip-throw',
        dose: { ...inTwos, sides: 2, switchSec: 5 },
      },
    ],
  }
  const { id: classId } = await ask<{ id: string }>(page, '/api/classes', {
    plan: { ...plan, date: today, start: '18:30' },
    day: today,
    startTime: '18:30',
    lengthMin: 30,
  })

  // Two phones take the register at once while the reader fires.
  const path = `/people?class=${classId}`
  const [left, right] = await Promise.all([1, 2].map(() => signedIn(browser, baseURL, path)))
  if (!left || !right) throw new Error('two phones are needed')
  await page.goto('/people/reader')
  await page.getByRole('button', { name: 'Make one' }).click()
  await expect(page.getByRole('button', { name: 'Tap this tag' })).toBeEnabled()
  for (const device of [left, right, page]) {
    await expect(device.getByRole('heading', { level: 1 })).toBeVisible()
    await goToFirstBow(device, classId)
  }
  const tapping = async (device: Page, from: number, to: number) => {
    for (const id of ids.slice(from, to)) await here(device, id).click()
  }
  await Promise.all([
    tapping(left, 16, 31),
    tapping(right, 31, 45),
    (async () => {
      for (let n = 0; n < 16; n++)
        await page.getByRole('button', { name: new RegExp(`LR-${100 + n}$`) }).click()
      await page.getByRole('button', { name: 'Tap this tag' }).click()
      await expect(page.getByText('nothing waits')).toBeVisible()
    })(),
  ])
  await rowOf(left, ids[45]!)
    .getByRole('button', { name: /: more$/ })
    .click()
  await left.getByRole('menuitem', { name: 'from home' }).click()
  for (const device of [left, right]) {
    await expect(device.locator('.cell[aria-pressed="true"]')).toHaveCount(46)
    await expect(device.locator('dd').first()).toHaveText('45')
    await expect(device.getByText('Dov right knee: no kneeling')).toBeVisible()
  }
  expect(await left.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width)

  // Partners of 45, with three changes.
  await left.getByRole('button', { name: 'Partners', exact: true }).click()
  const panel = left.getByRole('region', { name: 'Partners' })
  await panel.getByLabel('Rounds with a change of partner').fill('4')
  await panel.getByLabel('Rounds with a change of partner').press('Tab')
  await panel.getByRole('button', { name: 'Pair who is here' }).click()
  await expect(panel.getByText('21 pairs and 1 group of three', { exact: true })).toBeVisible()
  const [pairs] = await ask<BoardPairs[]>(left, `/api/classes/${classId}/partners`)
  const met = pairs!.rounds.flatMap(({ groups: made }) =>
    made.flatMap(({ students }) =>
      students.flatMap((a, n) => students.slice(n + 1).map((b) => [a, b].sort().join())),
    ),
  )
  expect(new Set(met).size).toBe(met.length)
  expect(met).not.toContain(apart)
  for (const { groups: made, left: out } of pairs!.rounds) {
    expect(made.flatMap(({ students }) => students)).toHaveLength(45)
    expect(out).toEqual([])
    expect(made.flatMap(({ students }) => students)).not.toContain(ids[45])
  }

  // It is run; afterwards everybody's credit is what the command reckons from the files.
  await right.goto(`/floor?class=${classId}`)
  await right.getByRole('button', { name: /^Start/ }).click()
  await passTime(right, 6 * MINUTE)
  await right.keyboard.press('f')
  await right.getByRole('button', { name: 'Finish now' }).click()
  await expect(right.getByRole('heading', { level: 1 })).toHaveText('Bowed out')
  await expect(right.getByText('What each practised is in the ledger.')).toBeVisible()
  const ran = await ask<Plan>(right, `/api/classes/${classId}/plan`)
  const attendance = await ask<Attendance>(right, `/api/classes/${classId}/register`)
  expect(attendance.present).toHaveLength(46)
  const credited = new Map(creditPlan(ran, attendance).map(({ student, practice }) => [student, practice]))
  for (const id of ids) {
    const { practice } = await ask<{ practice: Record<string, unknown>[] }>(right, `/api/students/${id}`)
    expect(
      practice.map(({ itemId, layer, workMs, repsL, repsR, repsN, received }) => ({
        itemId,
        layer,
        workMs,
        repsL,
        repsR,
        repsN,
        received,
      })),
    ).toEqual(
      (credited.get(id) ?? []).map(({ technique, layer, workSec, repsL, repsR, repsN, received }) => ({
        itemId: technique,
        layer,
        workMs: Math.round(workSec * 1000),
        repsL,
        repsR,
        repsN,
        received,
      })),
    )
    expect(practice.length).toBeGreaterThan(0)
  }
  for (const device of [left, right]) await device.context().close()
})
