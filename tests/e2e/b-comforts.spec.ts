import { expect, test, type Page } from './club'
import { ask, classOfToday, dragBoard, goToFirstBow, openCopy, order, signIn } from './steps'

/** What makes it quick: one press at the door, groups for tonight, boards moved together, panes that widen and fold. */
const board = (page: Page, id: string) => page.locator(`[data-board="${id}"]`)
const kept = (page: Page) => expect(page.getByTestId('save-state').first()).toHaveText('all changes kept')

test('at the door of the demo club its sign-ins are pressed', async ({ page }) => {
  await page.goto('/sign-in')
  await page.getByRole('region', { name: 'Demo sign-ins' }).getByRole('button', { name: /Idris/ }).click()
  await expect(page.getByRole('button', { name: 'Idris Calloway: library and club' })).toBeVisible()
})

test('however many levels are asked of a new club, its page answers', async ({ page }) => {
  await page.goto('/new-club')
  await page.getByRole('radio', { name: 'plain levels', exact: true }).check()
  await page.getByLabel('How many').fill('200000')
  await expect(page.getByText('Levels must be a whole number from 2 to 40.')).toBeVisible()
  await page.getByLabel('How many').fill('12')
  await expect(page.getByText('Level 12')).toBeVisible()
})

test('groups are left out, joined, renamed and added for one class, and the boards follow', async ({
  page,
}) => {
  await signIn(page)
  await openCopy(page)
  const columns = page.locator('.group em')
  await expect(columns).toHaveCount(4)
  await page.getByRole('button', { name: 'Class', exact: true }).click()
  await page.getByLabel('Slate–Ink tonight').selectOption('leave out of this class')
  await expect(columns).toHaveCount(3)
  await page.getByLabel('Plum tonight').selectOption({ label: 'join with Teal' })
  await expect(columns).toHaveCount(2)
  await expect(columns.nth(1)).toHaveText('15')
  await page.getByLabel('Name of group 2').fill('The middle')
  await page.getByLabel('Name of group 2').press('Enter')
  await expect(page.getByTitle('The middle')).toBeVisible()
  await page.getByLabel('Add a group').selectOption({ label: 'Slate–Ink' })
  await expect(columns).toHaveCount(3)
  await expect(columns.nth(2)).toHaveText('6')
  await kept(page)
  for (let n = 0; n < 4; n++) await page.keyboard.press('Control+z')
  await expect(columns).toHaveCount(4)
  await kept(page)
})

test('one of several marked boards is dragged, and all of them go', async ({ page }) => {
  await signIn(page)
  await openCopy(page)
  const before = await order(page)
  await board(page, 'run').click()
  await board(page, 'circles').click({ modifiers: ['Control'] })
  await dragBoard(page, 'circles', 'kicks')
  const others = before.filter((id) => id !== 'run' && id !== 'circles')
  others.splice(others.indexOf('kicks') + 1, 0, 'run', 'circles')
  await expect.poll(() => order(page)).toEqual(others)
  await page.keyboard.press('Control+z')
  expect(await order(page)).toEqual(before)
  await kept(page)
})

test('a phase in which nothing is counted takes its usual time', async ({ page }) => {
  await signIn(page)
  await openCopy(page)
  await board(page, 'kicks').click()
  await page.getByLabel('Phase').selectOption('water')
  await expect(board(page, 'kicks')).toHaveAccessibleName(/1:00/)
  await expect(page.getByTestId('sum')).toContainText('fixed')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(board(page, 'kicks')).toContainText('Turning back kick')
})

test('the frame has the focus on opening; the bench is widened and stays so; on a tablet the panes fold', async ({
  page,
}) => {
  await signIn(page)
  await openCopy(page)
  await expect(page.locator('[data-board]').first()).toBeFocused()
  const bench = page.getByRole('complementary', { name: 'The selected board' })
  const width = async () => Math.round((await bench.boundingBox())!.width)
  const usual = await width()
  await page.getByRole('separator', { name: 'Width of the bench' }).focus()
  for (let n = 0; n < 4; n++) await page.keyboard.press('ArrowLeft')
  expect(await width()).toBe(usual + 64)
  await page.reload()
  await expect.poll(width).toBe(usual + 64)
  await page.setViewportSize({ width: 1024, height: 768 })
  await expect(bench).toBeHidden()
  const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
  expect(wider).toBeLessThanOrEqual(0)
  // The figures of the beam do not run into the menu at its end.
  const [bar, menu] = [page.getByTestId('class-bar'), page.getByRole('button', { name: /library and club/ })]
  const [left, right] = [(await bar.boundingBox())!, (await menu.boundingBox())!]
  expect(left.x + left.width).toBeLessThanOrEqual(right.x)
  await expect(page.getByRole('button', { name: /Go to floor/ })).toBeInViewport({ ratio: 1 })
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused()
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await expect(page.getByLabel('Find in the library')).toBeFocused()
  await expect(bench).toBeHidden()
})

test('layers in another order: it is asked what the syllabus goes on asking for', async ({ page }) => {
  await signIn(page)
  const { syllabus } = await ask<{ syllabus: { rank: string; item: string; layer: number }[] }>(
    page,
    '/api/library',
  )
  const { item, rank } = syllabus.find(({ layer }) => layer === 2)!
  const layerOf = async () =>
    (await ask<{ syllabus: typeof syllabus }>(page, '/api/library')).syllabus.find(
      (entry) => entry.item === item && entry.rank === rank,
    )!.layer
  await page.goto(`/curriculum/${item}`)
  const name = await page.getByLabel('Layer 2', { exact: true }).inputValue()
  await page.getByLabel('Layer 2', { exact: true }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText(`“${name}”, layer 2, is layer 1 now`)
  await dialog.getByRole('button', { name: 'The same layers' }).click()
  await expect(page.getByLabel('Layer 1', { exact: true })).toHaveValue(name)
  await kept(page)
  expect(await layerOf()).toBe(1)
})

test('all are here at one press, undone with one; an assistant is offered no page they may not open', async ({
  page,
  browser,
}) => {
  await signIn(page)
  const classId = await classOfToday(page)
  await page.goto(`/people?class=${classId}`)
  await page.getByRole('button', { name: /^All here/ }).click()
  await expect(page.getByRole('button', { name: /: here$/, pressed: true })).toHaveCount(32)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: /: here$/, pressed: true })).toHaveCount(0)
  // The floor note stands there for whoever is here.
  const mirela = page.getByRole('group', { name: 'Mirela Stroud' })
  await mirela.getByRole('button', { name: /here$/ }).click()
  await expect(mirela).toContainText('sore knee: half depth')
  const helper = await (await browser.newContext()).newPage()
  await signIn(helper, 2)
  await helper.goto(`/people?class=${classId}`)
  await expect(helper.locator('[data-student]')).toHaveCount(32)
  await expect(helper.locator('a[href^="/people/"]')).toHaveCount(0)
  await helper.context().close()
})

test('before the first bow the floor shows the first minutes of each group', async ({ page }) => {
  await signIn(page)
  const classId = await classOfToday(page)
  await page.goto(`/floor?class=${classId}`)
  await goToFirstBow(page, classId)
  const column = page.getByRole('article', { name: 'Teal' })
  await expect(column).toContainText('18:30 Line up, bow, mat and kit')
  await expect(column).toContainText('Round kick, middle')
})

test('settings show what something reads', async ({ page }) => {
  await signIn(page)
  await page.goto('/settings')
  for (const read of ['Warm-up', 'Partners'])
    await expect(page.getByLabel(read, { exact: true })).toBeVisible()
  for (const unread of ['A shout', 'Counting in'])
    await expect(page.getByLabel(unread, { exact: true })).toHaveCount(0)
})

test('on a phone each item of a student is a card, and nothing is wider than the screen', async ({
  page,
}) => {
  await signIn(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/people')
  await page.getByRole('link', { name: 'Corisande Bly' }).click()
  await page.locator('section.held').first().waitFor()
  const wider = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
  expect(wider).toBeLessThanOrEqual(0)
})
