import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './club'
import { openCopy, settingsKept, signIn } from './steps'

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
  await settingsKept(page)
  await page.getByRole('link', { name: 'Term', exact: true }).click()
  await expect(plan(page).getByRole('button', { name: /^Draft the class of/ })).toHaveCount(days - 1)
  await expect(page.getByText('×', { exact: true })).toBeVisible()
})

test('a share goes to another class by keyboard; what that does is said; it stays, and undo takes it back', async ({
  page,
}) => {
  await plan(page).getByRole('button', { name: 'Slate–Ink' }).click()
  const row = plan(page).getByRole('row').filter({ hasText: 'Outer hook' })
  const cells = row.locator('td.class')
  const minutes = async () => (await cells.allInnerTexts()).map(Number)
  const before = await minutes()
  const from = before.findIndex((some, n) => some > 0 && before[n + 1] === 0)
  expect(from).toBeGreaterThanOrEqual(0)
  await cells.nth(from).getByRole('button').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText(/^Outer hook comes on .+, not on /)).toBeVisible()
  await expect(cells.nth(from + 1).getByRole('button')).toBeFocused()
  const share = async () => (await minutes()).slice(from, from + 2)
  await expect.poll(share).toEqual([0, before[from]])
  const moved = await minutes()
  await page.reload()
  await plan(page).getByRole('button', { name: 'Slate–Ink' }).click()
  await expect(plan(page)).toContainText('1 put by hand.')
  await expect.poll(minutes).toEqual(moved)
  await plan(page).getByRole('button', { name: 'Plan them anew' }).click()
  await expect(page.getByText('All of it comes as the term plans it.')).toBeVisible()
  await expect.poll(minutes).toEqual(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(plan(page)).toContainText('1 put by hand.')
  await expect.poll(minutes).toEqual(moved)
  await plan(page).getByRole('button', { name: 'Plan them anew' }).click()
  await expect(plan(page)).not.toContainText('put by hand')
})

test('a share is dragged, and tapped, to another class', async ({ page }) => {
  await plan(page).getByRole('button', { name: 'Slate–Ink' }).click()
  const cells = plan(page).getByRole('row').filter({ hasText: 'Knee-stop throw' }).locator('td.class')
  const minutes = async () => (await cells.allInnerTexts()).map(Number)
  const before = await minutes()
  const [from, to] = [before.findIndex((some) => some > 0), before.findIndex((some) => some === 0)]
  await cells.nth(from).getByRole('button').dragTo(cells.nth(to))
  await expect.poll(async () => (await minutes())[to]).toBe(before[from])
  expect((await minutes())[from]).toBe(0)
  await cells.nth(to).getByRole('button').click()
  await expect(plan(page)).toContainText('Knee-stop throw: tap the class it is to come in')
  await cells.nth(from).getByRole('button').click()
  await expect.poll(async () => (await minutes())[from]).toBe(before[from])
  await plan(page).getByRole('button', { name: 'Plan them anew' }).click()
  await expect.poll(minutes).toEqual(before)
})

test('who comes how often can expect how much of what is planned', async ({ page }) => {
  const reach = page.getByRole('region', { name: 'Who comes how often' })
  await expect(reach).toContainText(/\d+ come twice a week\s*\d+ %/)
  const twice = await reach
    .getByText(/twice a week/)
    .first()
    .locator('..')
    .innerText()
  const thrice = await reach
    .getByText(/3 times a week/)
    .first()
    .locator('..')
    .innerText()
  const share = (text: string) => Number(/(\d+) %/.exec(text)?.[1])
  expect(share(thrice)).toBeGreaterThan(share(twice))
})

test('the lessons of a series take their places in the classes to come, once', async ({ page }) => {
  const series = page.getByRole('region', { name: 'Series' })
  await series.getByLabel('Put the lessons of').selectOption({ label: 'From the grip to the kick' })
  await expect(series).toContainText('choose the days')
  await series.getByLabel('Mondays').check()
  const places = await series.getByRole('listitem').allInnerTexts()
  expect(places.length).toBeGreaterThan(0)
  expect(places.every((place) => place.startsWith('Mon'))).toBe(true)
  const asked = Number(/, (\d+) to come/.exec(await page.getByText(/classes run/).innerText())?.[1])
  await series.getByRole('button', { name: /^Plan \d+ class/ }).click()
  await expect(page.getByText(/lessons? of “From the grip to the kick” took/)).toBeVisible()
  const lessons = page
    .getByRole('region', { name: 'Classes', exact: true })
    .getByText(/^From the grip to the kick \d/)
  await expect(lessons).toHaveCount(places.length)
  // The classes were to come before; now they have a plan.
  await expect(page.getByText(`, ${asked} to come`)).toBeVisible()
  await series.getByLabel('Put the lessons of').selectOption({ label: 'From the grip to the kick' })
  await expect(series).toContainText(/All its lessons were held or have their class|choose the days/)
  await expect(series.getByRole('button', { name: /^Plan \d+ class/ })).toHaveCount(0)
})

test('what every group had stands against the mix, opens to what it is made of, and agrees with its table', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'Balance so far' }).click()
  const mix = page.getByRole('region', { name: 'Minutes by category' })
  const cell = mix.getByRole('button', { name: /^Teal, throws: \d+ minutes/ })
  const said = await cell.getAttribute('aria-label')
  const had = Number(/: (\d+) minutes/.exec(said ?? '')?.[1])
  await cell.click()
  const made = await mix.getByRole('status').innerText()
  expect(made).toMatch(/Made of /)
  const parts = [...made.split('Made of')[1]!.matchAll(/ (\d+)(?=[,.]|$)/g)].map(([, n]) => Number(n))
  if (!/ more/.test(made))
    expect(Math.abs(parts.reduce((sum, n) => sum + n, 0) - had)).toBeLessThan(parts.length)
  await test.step('the chart has its table, which adds up to the same', async () => {
    const weeks = page.getByRole('region', { name: 'Week by week' })
    await weeks.getByRole('button', { name: 'Teal' }).click()
    await weeks.getByText('The figures as a table').click()
    const column = (await weeks.getByRole('columnheader').allInnerTexts()).indexOf('Throws')
    const rows = await weeks.getByRole('row').all()
    let sum = 0
    for (const row of rows.slice(1))
      sum += Number(
        await row
          .getByRole('cell')
          .nth(column - 1)
          .innerText(),
      )
    expect(Math.abs(sum - had)).toBeLessThanOrEqual(rows.length)
  })
  await test.step('a week is a part of the term', async () => {
    await page.getByRole('button', { name: 'last week' }).click()
    await expect(page.getByText(/, 3 classes/)).toBeVisible()
    const week = await mix
      .getByRole('button', { name: /^Teal, hands: \d+ minutes/ })
      .getAttribute('aria-label')
    expect(Number(/: (\d+) minutes/.exec(week ?? '')?.[1])).toBeLessThan(60)
  })
  await test.step('the syllabus is read out by rank and category', async () => {
    const age = page.getByRole('region', { name: /^The syllabus, by days/ })
    await age.getByRole('button', { name: /^Teal, escapes: / }).click()
    await expect(age.getByRole('status')).toContainText(/^Teal, escapes:.*last drilled \d+ days? ago/)
  })
})

test('a mix of one’s own is what the work is held against', async ({ page }) => {
  await page.goto('/settings#mix')
  const mix = page.getByRole('region', { name: 'What the work is made of' })
  await mix.getByRole('button', { name: 'Clear it' }).click()
  await expect(mix).toContainText('As the syllabus asks.')
  await mix.getByLabel('Kicks').fill('80')
  await mix.getByLabel('Kicks').blur()
  await mix.getByLabel('Throws').fill('30')
  await mix.getByLabel('Throws').blur()
  await expect(mix.getByRole('alert')).toContainText('comes to 110 per cent; it must be at most 100')
  await mix.getByLabel('Throws').fill('20')
  await mix.getByLabel('Throws').blur()
  await expect(mix.getByRole('alert')).toHaveCount(0)
  await settingsKept(page)
  await page.goto('/term/balance')
  await expect(
    page
      .getByRole('region', { name: 'Minutes by category' })
      .getByText(/short$/)
      .first(),
  ).toBeVisible()
  await expect(page.getByRole('link', { name: 'your mix' })).toBeVisible()
})

test('the theme of a week stands on Today and on the card, and goes with the drafts of its classes', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'Weeks and months' }).click()
  const week = page.getByRole('listitem').filter({ hasText: 'this week' })
  await week.getByLabel(/: in words$/).fill('Kicks from the hip')
  await week.getByLabel(/: in words$/).blur()
  await week.getByLabel(/: add a category$/).selectOption('Kicks')
  await week.getByRole('button', { name: /take Hip throw out$/ }).click()
  await expect(week.getByTestId('save-state')).toHaveText('all changes kept')
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  const about = page.getByRole('region', { name: 'The week and the month' })
  await expect(about).toContainText(
    'Kicks from the hip: Grip and off-balance, Inner reap off the grip, kicks',
  )
  await expect(about.getByRole('listitem')).toHaveCount(6)
  const id = await openCopy(page)
  await page.getByRole('button', { name: 'Draft…' }).click()
  const panel = page.getByRole('complementary', { name: 'Draft a class' })
  await expect(panel).toContainText('The theme of the week goes with it: Kicks from the hip.')
  await expect(panel.getByLabel('Kicks', { exact: true })).toHaveValue('more')
  await page.goto(`/print/${id}`)
  await expect(page.getByText(/^This week\. Kicks from the hip: /)).toBeVisible()
  await expect(page.getByText(/^This month\. Chalk: /)).toBeVisible()
})

test('a student’s page says what is due for them and what their work was made of', async ({ page }) => {
  await page.goto('/people/practised')
  await page.getByRole('link', { name: 'Anselm Quaye' }).first().click()
  const due = page.getByRole('region', { name: 'What is due' })
  await expect(due.getByRole('listitem').first()).toContainText(
    /never drilled yet|last drilled \d+ days? ago/,
  )
  await expect(
    page.getByRole('region', { name: 'What the work was made of' }).getByRole('row'),
  ).not.toHaveCount(0)
})
