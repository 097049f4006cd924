import { expect, test, type Page } from './club'
import { openCopy, signIn } from './steps'

test.beforeEach(async ({ page }) => {
  await signIn(page)
})

const panel = (page: Page) => page.getByRole('complementary', { name: 'Draft a class' })
const press = (page: Page, name: string | RegExp) => panel(page).getByRole('button', { name }).click()
const boards = (page: Page) => panel(page).getByRole('listitem')
/** Boards that may be kept, replaced or rid of an item: not water, not the ends. */
const open = (page: Page) => boards(page).filter({ has: page.getByRole('button', { name: 'Swap this one' }) })
const bar = (page: Page) => page.getByTestId('class-bar')
/** A draft is at most a minute and a half shorter than its class. */
const SPARE = /(0:\d\d|1:[0-2]\d|1:30) spare/
const checks = (page: Page) => page.getByRole('region', { name: 'Checks' })
/** A draft is there when it may be used. */
const drafted = (page: Page) =>
  expect(panel(page).getByRole('button', { name: 'Use this draft' })).toBeVisible({ timeout: 60_000 })

test('a class is drafted, changed by hand and used; nothing changes before, and one step takes it back', async ({
  page,
}) => {
  await openCopy(page)
  await expect(bar(page)).toContainText('2:24 over')
  await page.getByRole('button', { name: 'Draft…' }).click()
  await panel(page).getByLabel('Kicks', { exact: true }).selectOption('more')
  await press(page, 'Draft it')
  await drafted(page)
  await test.step('the frame shows it, within every check, and the bound is said', async () => {
    // On a machine with too much else to do there is a class in time, and no bound: that is said instead.
    await expect(panel(page)).toContainText(
      /At best \d+\.\d\s% better is possible|there is none better|There was no time/,
    )
    await expect(bar(page)).toContainText(SPARE)
    await expect(checks(page).getByRole('status')).toHaveText('nothing to fix')
    await expect(boards(page).first()).toContainText('Bow in')
    await expect(boards(page).last()).toContainText('Bow out')
    await expect(panel(page)).toContainText(/last drilled \d+ days? ago/)
  })
  const kept = (await open(page).nth(0).locator('b').innerText()).trim()
  await test.step('an item is thrown out, and the next draft has it nowhere', async () => {
    const out = open(page).nth(1).getByRole('button', { name: /^No / }).first()
    const name = (await out.innerText()).replace(/^No /, '').trim()
    await open(page).nth(0).getByRole('button', { name: 'Keep' }).click()
    await out.click()
    await drafted(page)
    const titles = await boards(page).locator('b').allInnerTexts()
    expect(titles.some((title) => title.split(' · ').includes(name))).toBe(false)
    // Unless it was thrown out with it, what is kept is still there.
    if (!kept.split(' · ').includes(name)) {
      expect(titles).toContain(kept)
      await expect(panel(page)).toContainText(/Kept\. .*(last drilled|never drilled|not due)/)
    }
    await expect(
      panel(page).getByRole('table', { name: 'The drafts that were made' }).getByRole('row'),
    ).toHaveCount(3)
  })
  await test.step('one board is replaced, the others stay', async () => {
    const before = await boards(page).locator('b').allInnerTexts()
    await open(page).nth(2).getByRole('button', { name: 'Swap this one' }).click()
    await drafted(page)
    const after = await boards(page).locator('b').allInnerTexts()
    expect(before.filter((title) => !after.includes(title)).length).toBeLessThanOrEqual(2)
    expect(after).not.toEqual(before)
  })
  await test.step('left alone nothing has changed; used it is one step', async () => {
    const worth = panel(page).getByRole('table', { name: 'The drafts that were made' })
    await worth.getByRole('button', { name: 'Look' }).first().click()
    await press(page, 'Use this draft')
    await expect(page.getByText('The draft is on the frame.')).toBeVisible()
    await expect(panel(page)).toHaveCount(0)
    await expect(bar(page)).toContainText(SPARE)
    await expect(checks(page).getByRole('status')).toHaveText('nothing to fix')
    await expect(page.getByTestId('save-state')).toHaveText('all changes kept')
    await page.reload()
    await expect(bar(page)).toContainText(SPARE)
  })
  await test.step('why each board is there stays with it', async () => {
    await page.locator('[data-board]').nth(3).click()
    await expect(page.getByRole('complementary', { name: 'The selected board' })).toContainText(/Why/)
    const plan = await page.evaluate(
      async (id) =>
        (await (await fetch(`/api/plans/${id}`)).json()) as {
          plan: { blocks: { teaching?: { why?: string } }[] }
        },
      page.url().split('/').at(-1) ?? '',
    )
    expect(plan.plan.blocks.filter(({ teaching }) => teaching?.why).length).toBe(plan.plan.blocks.length)
  })
})

test('a draft that is left changes nothing; undo takes a used one back', async ({ page }) => {
  await openCopy(page)
  await page.getByRole('button', { name: 'Draft…' }).click()
  await press(page, 'Draft it')
  await drafted(page)
  await expect(bar(page)).toContainText(SPARE)
  // Keys of the plan do nothing unseen under it, and say so; the arrows walk what is seen.
  const shown = await page.locator('[data-board]').count()
  await page.locator('[data-board]').nth(1).click()
  await page.keyboard.press('ArrowDown')
  await expect(page.locator('[data-board]').nth(2)).toHaveAttribute('aria-selected', 'true')
  for (const key of ['Delete', 'f', 'd', 'a', 'Control+z']) {
    await page.keyboard.press(key)
    await expect(page.getByText(/A draft is on the frame: use it, or close it with Esc/)).toBeVisible()
  }
  await expect(page.locator('[data-board]')).toHaveCount(shown)
  await page.keyboard.press('Escape')
  await expect(panel(page)).toHaveCount(0)
  await expect(bar(page)).toContainText('2:24 over')
  await expect(page.locator('[data-board]')).toHaveCount(17)
  await page.getByRole('button', { name: 'Draft…' }).click()
  // Drafts that were made are still there to be looked at.
  await press(page, 'Draft it')
  await drafted(page)
  await press(page, 'Use this draft')
  await expect(bar(page)).toContainText(SPARE)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(bar(page)).toContainText('2:24 over')
})

test('boards of the plan are kept while the rest is drafted around them; what cannot be made is said', async ({
  page,
}) => {
  await openCopy(page)
  await page.getByRole('button', { name: 'Draft…' }).click()
  await panel(page).getByRole('checkbox', { name: 'Kicks on one count' }).check()
  await press(page, 'Draft it')
  await drafted(page)
  await expect(boards(page).filter({ hasText: 'Kicks on one count' })).toContainText(
    'Pinned: it stays as it is.',
  )
  await expect(page.locator('[data-board="kicks"]')).toBeVisible()
})

test('a button that is pressed while the page is still loading stays under the finger', async ({ page }) => {
  let letIn = () => {}
  const isLet = new Promise<void>((done) => (letIn = done))
  await page.route('**/_nuxt/*.js', async (route) => {
    const response = await route.fetch()
    const body = await response.text()
    if (body.includes('Files and print')) await isLet
    await route.fulfill({ response, body })
  })
  await openCopy(page)
  const menu = page.getByRole('button', { name: 'Files and print' })
  await expect(menu).toHaveCount(0)
  await page.getByRole('button', { name: 'Draft…' }).hover()
  await page.mouse.down()
  letIn()
  await expect(menu).toBeVisible()
  await page.mouse.up()
  await expect(panel(page).getByRole('button', { name: 'Draft it' })).toBeVisible()
})

test('stopped at once there is no draft, and the plan is as it was', async ({ page }) => {
  await openCopy(page)
  await page.getByRole('button', { name: 'Draft…' }).click()
  await press(page, 'Draft it')
  await press(page, /^Stop/)
  await expect(panel(page).getByRole('button', { name: /Draft it|Another draft/ })).toBeVisible()
  await press(page, 'Cancel')
  await expect(bar(page)).toContainText('2:24 over')
})

test('from Today a class is drafted beside the one that is planned, by keyboard alone', async ({ page }) => {
  const way = page.getByRole('button', { name: /^Draft it/ })
  await way.focus()
  await page.keyboard.press('Enter')
  await expect(panel(page)).toBeVisible()
  await panel(page).getByRole('button', { name: 'Draft it' }).focus()
  await page.keyboard.press('Enter')
  await drafted(page)
  await panel(page).getByRole('button', { name: 'Use this draft' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('The draft is on the frame.')).toBeVisible()
  await expect(checks(page).getByRole('status')).toHaveText('nothing to fix')
})
