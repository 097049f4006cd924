import { expect, test, type Page } from './club'
import { allSent, ask, classOfToday, goToFirstBow, MINUTE, passTime, signIn } from './steps'

/** The register's rarer states, a correction after the class, and the floor held in one hand: each in a class of its own. */
const row = (page: Page, name: string) => page.getByRole('group', { name })
const cell = (page: Page, name: string, what: string) =>
  page.getByRole('button', { name: `${name}: ${what}` })
const isSet = (page: Page, name: string, what: string) =>
  expect(cell(page, name, what)).toHaveAttribute('aria-pressed', 'true')
const choose = async (page: Page, name: string, what: string) => {
  await cell(page, name, 'more').click()
  await page.getByRole('menuitem', { name: what }).click()
}

/** Bows the class out before its plan ends, which is asked about. */
async function finish(page: Page) {
  await page.keyboard.press('f')
  await page.getByRole('button', { name: 'Finish now' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bowed out')
}

let classId = ''
test.beforeEach(async ({ page }) => {
  await signIn(page)
  classId = await classOfToday(page)
  await page.goto(`/people?class=${classId}`)
  await expect(page.locator('[data-student]').first()).toBeVisible()
})

test('away, excused and sitting out with a reason are a tap and a choice', async ({ page }) => {
  await choose(page, 'Anselm Quaye', 'away')
  await expect(row(page, 'Anselm Quaye')).toContainText('away')
  await choose(page, 'Lotte Varga', 'excused')
  await choose(page, 'Dario Penhale', 'sits out: injury')
  await expect(row(page, 'Dario Penhale')).toContainText('sits out: injury')
  await expect(page.getByText('2', { exact: true }).last()).toBeVisible()
  await cell(page, 'Dario Penhale', 'sits out').click()
  await isSet(page, 'Dario Penhale', 'here')
})

test('a class for one group has those on its register; who comes all the same joins a group', async ({
  page,
}) => {
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const made = await ask<{ id: string }>(page, '/api/classes', {
    plan: {
      format: 'golden-lintel/plan',
      version: 1,
      title: 'Teal alone',
      date: today,
      start: '18:30',
      lengthMin: 30,
      groups: [{ id: 'teal', name: 'Teal', ranks: ['teal'], headcount: 0 }],
      blocks: [{ id: 'a', title: 'Falls', phase: 'drill', dose: { kind: 'fixed', sec: 600, active: true } }],
    },
    day: today,
    startTime: '18:30',
    lengthMin: 30,
  })
  const roster = await ask<{ name: string; rankId: string }[]>(page, '/api/students')
  const teal = roster.filter(({ rankId }) => rankId === 'teal')
  const other = roster.find(({ rankId }) => rankId === 'chalk')!
  await page.goto(`/people?class=${made.id}`)
  await expect(page.locator('[data-student]')).toHaveCount(teal.length)
  await page.getByRole('button', { name: `All here: ${teal.length} students` }).click()
  await expect(page.locator('dd').first()).toHaveText(String(teal.length))
  await expect(row(page, other.name)).toHaveCount(0)
  await page.getByLabel('Name of who comes all the same').fill(other.name)
  await page.getByRole('button', { name: `${other.name} joins Teal` }).click()
  await isSet(page, other.name, 'here')
  await expect(page.locator('dd').first()).toHaveText(String(teal.length + 1))
  await allSent(page)
  await page.reload()
  await isSet(page, other.name, 'here')
  await expect(page.locator('[data-student]')).toHaveCount(teal.length + 1)
})

test('a set cell tapped again is cleared, however quickly', async ({ page }) => {
  await cell(page, 'Sunniva Kerr', 'here').click()
  await cell(page, 'Sunniva Kerr', 'here').click()
  await expect(cell(page, 'Sunniva Kerr', 'here')).toHaveAttribute('aria-pressed', 'false')
  for (let n = 0; n < 5; n++) await cell(page, 'Petra Lowell', 'here').click()
  await isSet(page, 'Petra Lowell', 'here')
  await allSent(page)
  await page.reload()
  await isSet(page, 'Petra Lowell', 'here')
  await expect(cell(page, 'Sunniva Kerr', 'here')).toHaveAttribute('aria-pressed', 'false')
})

test('what the floor must know stands by the register for those who are here, minors counted', async ({
  page,
}) => {
  await cell(page, 'Sunniva Kerr', 'here').click()
  await cell(page, 'Juno Abara', 'here').click()
  const must = page.getByText('The floor must know').locator('..')
  await expect(must).toContainText('Sunniva hearing aid out for rolls: face her to call')
  await expect(must).toContainText('2 under 18 are here')
})

test('by keyboard the cells are reached and pressed, and a reload finds them', async ({ page }) => {
  await cell(page, 'Petra Lowell', 'here').focus()
  await page.keyboard.press('Enter')
  await isSet(page, 'Petra Lowell', 'here')
  await page.keyboard.press('Tab')
  await expect(cell(page, 'Petra Lowell', 'late')).toBeFocused()
  await allSent(page)
  await page.reload()
  await isSet(page, 'Petra Lowell', 'here')
})

test('a tap on one device is seen on another', async ({ page, browser }) => {
  const other = await browser.newPage()
  await signIn(other, 1)
  await other.goto(`/people?class=${classId}`)
  await cell(other, 'Maren Achter', 'here').click()
  await isSet(page, 'Maren Achter', 'here')
  await other.close()
})

test('on a phone the floor starts, its keys are large enough for a thumb, and who leaves is credited until then', async ({
  page,
}) => {
  // Whatever the hour at which the test runs: the taps come in the order of the class.
  await goToFirstBow(page, classId)
  await cell(page, 'Petra Lowell', 'here').click()
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/floor?class=${classId}`)
  await goToFirstBow(page, classId)
  const keys = page.getByRole('navigation', { name: 'Run the class' }).getByRole('button')
  await expect(keys).toHaveCount(5)
  for (const box of await Promise.all((await keys.all()).map((key) => key.boundingBox()))) {
    expect(box!.width).toBeGreaterThanOrEqual(44)
    expect(box!.height).toBeGreaterThanOrEqual(44)
    expect(box!.y + box!.height).toBeLessThanOrEqual(844)
  }
  await page.getByRole('button', { name: /^Start/ }).click()
  await passTime(page, 10_000)
  await expect(page.getByTestId('clock')).toHaveAccessibleName(/^1:0\d left/)
  await passTime(page, 8 * MINUTE)
  await page.getByTestId('here').click()
  await choose(page, 'Petra Lowell', 'left now')
  await expect(row(page, 'Petra Lowell')).toContainText('left')
  // A class that is on tonight has the most links beside it on Term; they stay on the phone.
  await page.goto('/term')
  const link = (name: string) => page.getByRole('link', { name, exact: true })
  await expect(
    page
      .getByRole('listitem')
      .filter({ has: link('Floor') })
      .filter({ has: link('Attendance file') })
      .first(),
  ).toBeVisible()
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0)
  await page.goto(`/floor?class=${classId}`)
  await expect(page.getByTestId('clock')).toBeVisible()
  await passTime(page, 10 * MINUTE)
  await finish(page)
})

test('a phone on its side has its clock and its groups; a second press of the word ends no explanation that has just begun', async ({
  page,
}) => {
  await page.setViewportSize({ width: 844, height: 390 })
  await page.goto(`/floor?class=${classId}`)
  await goToFirstBow(page, classId)
  await page.getByRole('button', { name: /^Start/ }).click()
  const inSight = async (what: ReturnType<Page['locator']>) => {
    const box = (await what.boundingBox())!
    expect(box.y).toBeGreaterThanOrEqual(0)
    expect(box.y + box.height).toBeLessThanOrEqual(390)
    expect(box.width).toBeGreaterThan(40)
  }
  await inSight(page.getByTestId('clock'))
  await inSight(page.getByRole('article', { name: 'Chalk–Amber' }))
  await page.setViewportSize({ width: 390, height: 844 })
  const isShown = page.getByText('Show it', { exact: true })
  // Both presses before the page does anything else: the first begins the board, the second comes too soon to mean more.
  const twice = () =>
    page.evaluate(() => {
      for (let n = 0; n < 2; n++)
        document.body.dispatchEvent(
          new KeyboardEvent('keydown', { key: 'b', bubbles: true, cancelable: true }),
        )
    })
  for (let n = 0; n < 8 && !(await isShown.isVisible()); n++) {
    await page.keyboard.press('n')
    await expect(page.getByText('Make ready', { exact: true })).toBeVisible()
    await twice()
    await expect(page.getByText('Make ready', { exact: true })).toHaveCount(0)
  }
  await expect(isShown).toBeVisible()
  // On the phone too the key says what it would do.
  const word = page.getByRole('navigation', { name: 'Run the class' }).getByRole('button', { name: /^Begin/ })
  await expect(word.locator('span')).toHaveText(/begin now, .* early/)
  await expect(word.locator('span')).toBeVisible()
  await passTime(page, 2000)
  await page.keyboard.press('b')
  await expect(isShown).toHaveCount(0)
  await finish(page)
})

async function workOn(page: Page, name: string): Promise<string> {
  await page.getByRole('link', { name, exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name)
  return page.locator('section.held').first().innerText()
}

test('a correction after the class stands on the page at once', async ({ page }) => {
  await goToFirstBow(page, classId)
  await cell(page, 'Petra Lowell', 'here').click()
  await page.goto(`/floor?class=${classId}`)
  await page.getByRole('button', { name: /^Start/ }).click()
  await passTime(page, 20 * MINUTE)
  await finish(page)
  await page.goto('/term')
  await page.locator(`a[href="/people?class=${classId}"]`).click()
  await expect(page.getByText('changes now update each student’s record')).toBeVisible()
  const register = page.url()
  expect(await workOn(page, 'Lotte Varga')).toContain('Was not there.')
  await page.goto(register)
  const settled = page.waitForResponse('**/api/classes/*/events')
  await cell(page, 'Lotte Varga', 'here').click()
  await isSet(page, 'Lotte Varga', 'here')
  expect((await settled).ok()).toBe(true)
  expect(await workOn(page, 'Lotte Varga')).toContain('Rope-walk run')
})

test('the chart and the table of a student say the same', async ({ page }) => {
  await page.getByRole('link', { name: 'Lotte Varga', exact: true }).click()
  const chart = page.getByRole('img', { name: /Reps left against right/ })
  await expect(chart).toBeVisible()
  const said = /Side breakfall (\d+) left, (\d+) right/.exec((await chart.getAttribute('aria-label')) ?? '')
  // Every class there is: page after page. While one is read, the button says so.
  const more = page.getByRole('button', { name: /Show the classes before|Turning back/ })
  // The demo has more classes than one page of them shows.
  await expect(more).toBeVisible()
  for (let shown = await page.locator('.held').count(); await more.isVisible();) {
    await more.click()
    await expect
      .poll(async () => (await page.locator('.held').count()) > shown || !(await more.isVisible()))
      .toBe(true)
    shown = await page.locator('.held').count()
  }
  const rows = await page.locator('tr[data-item="side-fall"]').all()
  const cells = await Promise.all(rows.map((line) => line.locator('td.n').allInnerTexts()))
  const sum = (column: number) => cells.reduce((total, line) => total + Number(line[column] ?? 0), 0)
  expect(rows.length).toBeGreaterThan(5)
  expect([Number(said?.[1]), Number(said?.[2])]).toEqual([sum(0), sum(1)])
})
