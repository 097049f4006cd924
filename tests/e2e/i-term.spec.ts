import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './club'
import { signIn } from './steps'

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Term', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'What comes when' })).toBeVisible()
})

const plan = (page: Page) => page.getByRole('region', { name: 'What comes when' })
const short = (page: Page) => page.getByRole('region', { name: 'Short before the grading' })
async function saved(page: Page, name: string): Promise<string> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name }).click(),
  ])
  return readFileSync(await file.path(), 'utf8')
}

test('what cannot be reached before the grading is said in minutes, with what would mend it', async ({
  page,
}) => {
  await expect(page.getByText(/36 classes run, \d+ to come/)).toBeVisible()
  await expect(short(page)).toContainText(/Slate–Ink is \d+ minutes short by \d/)
  const figure = async () => {
    const said = await short(page)
      .getByText(/minutes short by/)
      .first()
      .innerText()
    return Number(/is (\d+) minutes/.exec(said)?.[1])
  }
  const now = await figure()
  await short(page).getByRole('button', { name: 'What would mend it' }).first().click()
  const more = await short(page).getByRole('listitem').filter({ hasText: 'One class more' }).innerText()
  expect(Number(/(\d+) min short/.exec(more)?.[1] ?? 0)).toBeLessThan(now)
  await expect(short(page)).toContainText(/Without .+: (nothing|\d+ min) short/)
  await expect(short(page)).toContainText(/The grading 2 weeks later: (nothing|\d+ min) short/)
})

test('the table and what is short agree with one another and with the files', async ({ page }) => {
  const csv = await saved(page, 'Table (CSV)')
  const rows = csv
    .trim()
    .split('\r\n')
    .slice(1)
    .map((line) => line.split(','))
  expect(rows.length).toBeGreaterThan(20)
  await plan(page).getByRole('button', { name: 'Slate–Ink' }).click()
  const cells = await plan(page).locator('td.has').allInnerTexts()
  const ofGroup = rows.filter(([, group]) => group === 'Slate–Ink')
  const sum = (numbers: number[]) => numbers.reduce((all, one) => all + one, 0)
  expect(sum(cells.map(Number))).toBe(sum(ofGroup.map((row) => Number(row.at(-1)))))
  const missing = await plan(page).locator('td.short').allInnerTexts()
  const said = await short(page)
    .getByText(/Slate–Ink is/)
    .innerText()
  expect(sum(missing.map(Number))).toBe(Number(/is (\d+) minutes/.exec(said)?.[1]))
  const calendar = await saved(page, 'Calendar file')
  expect(calendar.match(/BEGIN:VEVENT/g)?.length).toBe(new Set(rows.map(([day]) => day)).size)
})

test('a class gets its share as the theme of its draft', async ({ page }) => {
  await plan(page)
    .getByRole('button', { name: /^Draft the class of/ })
    .first()
    .click()
  const panel = page.getByRole('complementary', { name: 'Draft a class' })
  await expect(panel.getByRole('button', { name: /is no theme$/ }).first()).toBeVisible()
  await panel.getByRole('button', { name: 'Draft it' }).click()
  await expect(panel.getByRole('button', { name: 'Use this draft' })).toBeVisible({ timeout: 60_000 })
})

test('a day on which there is no class is left out', async ({ page }) => {
  const days = await plan(page)
    .getByRole('button', { name: /^Draft the class of/ })
    .count()
  await page.goto('/settings')
  const shut = await page.evaluate(async () => {
    const classes = (await (await fetch('/api/classes')).json()) as { day: string }[]
    const held = new Set(classes.map(({ day }) => day))
    for (let n = 2; ; n++) {
      const day = new Date(Date.now() + n * 86_400_000)
      const text = day.toISOString().slice(0, 10)
      if ([1, 3, 6].includes(day.getUTCDay()) && !held.has(text)) return text
    }
  })
  await page.getByLabel('No class on').fill(shut)
  await page.getByRole('button', { name: 'Add the day' }).click()
  await expect(page.getByText('all changes kept').first()).toBeVisible()
  await page.getByRole('link', { name: 'Term', exact: true }).click()
  await expect(plan(page).getByRole('button', { name: /^Draft the class of/ })).toHaveCount(days - 1)
  await expect(page.getByText('×', { exact: true })).toBeVisible()
})
