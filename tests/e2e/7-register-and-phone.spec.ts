import { expect, test, type Page } from '@playwright/test'
import { goToFirstBow, MINUTE, passTime, signIn } from './steps'

/** The register's rarer states, a correction after the class, and the floor held in one hand. */
test.describe.configure({ mode: 'serial' })

const row = (name: string) => page.getByRole('group', { name })
const cell = (name: string, what: string) => page.getByRole('button', { name: `${name}: ${what}` })
const choose = async (name: string, what: string) => {
  await cell(name, 'more').click()
  await page.getByRole('menuitem', { name: what }).click()
}

let page: Page
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage()
  await signIn(page)
  await page.goto('/people')
})
test.afterAll(() => page.close())

test('away, excused and sitting out with a reason are a tap and a choice', async () => {
  await choose('Anselm Quaye', 'away')
  await expect(row('Anselm Quaye')).toContainText('away')
  await choose('Lotte Varga', 'excused')
  await choose('Dario Penhale', 'sits out: injury')
  await expect(row('Dario Penhale')).toContainText('sits out: injury')
  await expect(page.getByText('2', { exact: true }).last()).toBeVisible()
})

test('a set cell tapped again is cleared, and one who sat out comes back in', async () => {
  await cell('Sunniva Kerr', 'here').click()
  await cell('Sunniva Kerr', 'here').click()
  await expect(cell('Sunniva Kerr', 'here')).toHaveAttribute('aria-pressed', 'false')
  await cell('Dario Penhale', 'sits out').click()
  await expect(cell('Dario Penhale', 'here')).toHaveAttribute('aria-pressed', 'true')
})

test('what the floor must know stands by the register for those who are here, minors counted', async () => {
  await cell('Sunniva Kerr', 'here').click()
  await cell('Juno Abara', 'here').click()
  const must = page.getByText('The floor must know').locator('..')
  await expect(must).toContainText('Sunniva hearing aid out for rolls: face her to call')
  await expect(must).toContainText('2 under 18 are here')
})

test('by keyboard the cells are reached and pressed', async () => {
  await cell('Petra Lowell', 'here').focus()
  await page.keyboard.press('Enter')
  await expect(cell('Petra Lowell', 'here')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Tab')
  await expect(cell('Petra Lowell', 'late')).toBeFocused()
})

test('a reload finds the register as it was tapped', async () => {
  await page.reload()
  await expect(cell('Petra Lowell', 'here')).toHaveAttribute('aria-pressed', 'true')
  await expect(row('Lotte Varga')).toContainText('excused')
})

test('a tap on one device is seen on another', async ({ browser }) => {
  const other = await browser.newPage()
  await signIn(other, 1)
  await other.goto('/people')
  await other.getByRole('button', { name: 'Maren Achter: here' }).click()
  await expect(cell('Maren Achter', 'here')).toHaveAttribute('aria-pressed', 'true', { timeout: 30_000 })
  await other.close()
})

test('on a phone the floor starts, and its keys are large enough for a thumb', async () => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/floor')
  await goToFirstBow(page)
  const keys = page.getByRole('navigation', { name: 'Run the class' }).getByRole('button')
  await expect(keys).toHaveCount(5)
  for (const box of await Promise.all((await keys.all()).map((key) => key.boundingBox()))) {
    expect(box!.width).toBeGreaterThanOrEqual(44)
    expect(box!.height).toBeGreaterThanOrEqual(44)
    expect(box!.y + box!.height).toBeLessThanOrEqual(844)
  }
  await keys.filter({ hasText: 'Start' }).click()
  await passTime(page, 10_000)
  await expect(page.getByTestId('clock')).toHaveAccessibleName(/^1:0\d left/)
})

test('somebody leaves before the end and is credited until then', async () => {
  await passTime(page, 8 * MINUTE)
  await page.getByTestId('here').click()
  await choose('Petra Lowell', 'left now')
  await expect(row('Petra Lowell')).toContainText('left')
  await page.goto('/floor')
  await expect(page.getByTestId('clock')).toBeVisible()
  await passTime(page, 10 * MINUTE)
  await page.keyboard.press('f')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bowed out')
})

async function workOn(name: string): Promise<string> {
  await page.getByRole('link', { name, exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name)
  return page.locator('section.held').first().innerText()
}

test('a correction after the class stands on the page at once', async () => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto('/term')
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Grips and hips, one step on' })
    .getByRole('link', { name: 'Register' })
    .click()
  await expect(page.getByText('a correction now writes the ledger anew')).toBeVisible()
  const register = page.url()
  expect(await workOn('Lotte Varga')).toContain('Was not there.')
  await page.goto(register)
  await cell('Lotte Varga', 'here').click()
  await expect(cell('Lotte Varga', 'here')).toHaveAttribute('aria-pressed', 'true')
  await page.waitForTimeout(600)
  expect(await workOn('Lotte Varga')).toContain('Rope-walk run')
})

test('the chart and the table of a student say the same', async () => {
  const chart = page.getByRole('img', { name: /Reps left against right/ })
  await expect(chart).toBeVisible()
  const said = /Side breakfall (\d+) left, (\d+) right/.exec((await chart.getAttribute('aria-label')) ?? '')
  // Every class there is: page after page.
  const more = page.getByRole('button', { name: 'Show the classes before' })
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
