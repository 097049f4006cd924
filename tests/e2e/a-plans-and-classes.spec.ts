import { expect, test, type Page } from './club'
import { ask, copyOfTonight, openCopy, openInCompose, ranksKept, signIn } from './steps'

/** Plans beside the evening's, put on a class and taken off again; copied, renamed, put away, deleted; classes moved. */
test.beforeEach(({ page }) => signIn(page))

const tonightIs = async (page: Page) => {
  const { next } = await ask<{ next: { id: string; planId: string; plan: { title: string } } }>(
    page,
    '/api/today',
  )
  return next
}
const onClass = (page: Page) => page.getByTitle(/on a class|uses this plan/)

for (const way of ['Start blank', 'Carry forward'])
  test(`${way} makes a plan beside tonight’s; putting it on the class is its own act, and undone`, async ({
    page,
  }) => {
    const before = await tonightIs(page)
    await page.getByRole('button', { name: new RegExp(`^${way}`) }).click()
    await expect(page.getByLabel('Name of the plan')).toBeVisible()
    await expect(onClass(page)).toHaveText('Use it on a class…')
    expect((await tonightIs(page)).planId).toBe(before.planId)
    const mine = page.url()
    await onClass(page).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: new RegExp(`in the place of “${before.plan.title}”`) }).click()
    await expect(page.getByText(/is the plan of .+ instead of/)).toBeVisible()
    await expect(onClass(page)).toContainText('18:30')
    expect(mine).toContain((await tonightIs(page)).planId)
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
    await expect.poll(async () => (await tonightIs(page)).planId).toBe(before.planId)
  })

test('to the floor goes the plan on the screen: with a class its class, without one it is asked which', async ({
  page,
}) => {
  const before = await tonightIs(page)
  await openInCompose(page, before.planId)
  await page.getByRole('button', { name: /Go to floor/ }).click()
  await expect(page).toHaveURL(new RegExp(`/floor\\?class=${before.id}`))
  await openCopy(page)
  await page.getByRole('button', { name: /Go to floor/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Which one should run it?')
  await dialog.getByLabel('First bow').fill('22:00')
  await dialog.getByLabel('Minutes').fill('75')
  await dialog.getByRole('button', { name: 'Make the class' }).click()
  await expect(page).toHaveURL(/\/floor\?class=/)
  expect(page.url()).not.toContain(before.id)
  await expect(page.getByText('A copy of tonight')).toBeVisible()
})

test('day, first bow and length agree wherever they are changed', async ({ page }) => {
  const { id, planId } = await tonightIs(page)
  await openInCompose(page, planId)
  await page.getByRole('button', { name: 'Class', exact: true }).click()
  await page.getByLabel('First bow').fill('18:45')
  await page.getByLabel('Minutes', { exact: true }).fill('80')
  await expect(page.getByTestId('save-state')).toHaveText('all changes kept')
  await page.goto('/')
  await expect(page.getByText('18:45 to 20:05, 80 minutes.')).toBeVisible()
  await page.goto(`/floor?class=${id}`)
  await expect(page.getByTestId('floor-verdict')).toContainText('due 18:45 to 20:05')
  await page.goto('/term')
  const row = page.getByRole('listitem').filter({ has: page.locator(`a[href="/people?class=${id}"]`) })
  await row.getByRole('button', { name: /^More for/ }).click()
  await page.getByRole('menuitem', { name: 'Move it' }).click()
  await page.getByLabel('First bow').fill('18:30')
  await page.getByLabel('Minutes', { exact: true }).fill('75')
  await page.getByRole('button', { name: 'Move it' }).click()
  await expect(row).toContainText('18:30')
  await openInCompose(page, planId)
  await expect(page.getByTestId('class-bar')).toContainText('of 75:00')
})

test('two classes at one time are asked about', async ({ page }) => {
  await page.getByRole('button', { name: 'Plan another class' }).click()
  const { today } = await ask<{ today: string }>(page, '/api/today')
  await page.getByLabel('Day', { exact: true }).fill(today)
  await page.getByLabel('First bow').fill('18:40')
  await page.getByRole('button', { name: /^Start blank/ }).click()
  await expect(page.getByRole('alert')).toContainText('is at 18:30 on that day already')
  await page.getByRole('button', { name: 'Add it as a second class' }).click()
  await expect(page.getByLabel('Name of the plan')).toHaveValue('A new class')
  await expect(onClass(page)).toContainText('18:40')
})

test('a plan is copied, renamed, put away and taken out, and deleted', async ({ page }) => {
  const id = await copyOfTonight(page)
  await page.goto('/compose')
  const row = (title: string) =>
    page.getByRole('listitem').filter({ has: page.getByText(title, { exact: true }) })
  const choose = async (title: string, what: string) => {
    await row(title)
      .first()
      .getByRole('button', { name: /^More for/ })
      .click()
    await page.getByRole('menuitem', { name: what }).click()
  }
  const mine = page.locator(`a[href="/compose/${id}"]`)
  await expect(mine).toBeVisible()
  await page
    .getByRole('listitem')
    .filter({ has: mine })
    .getByRole('button', { name: /^More for/ })
    .click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  const name = page.getByRole('dialog').getByLabel('Name of the plan')
  await name.fill('Hips, the other way')
  await name.press('Enter')
  await expect(name).toHaveCount(0)
  await expect(mine).toContainText('Hips, the other way')
  await choose('Hips, the other way', 'Copy')
  await expect(row('Hips, the other way, a copy')).toBeVisible()
  await choose('Hips, the other way', 'Put away')
  await expect(mine).toHaveCount(0)
  // Its row is gone, and it is taken back all the same.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(mine).toBeVisible()
  await choose('Hips, the other way', 'Put away')
  await expect(mine).toHaveCount(0)
  await page.getByRole('button', { name: /^Put away/ }).click()
  // The network is slow: another list is shown before it is brought back.
  let bringBack = () => {}
  const listIsShown = new Promise<void>((resolve) => (bringBack = resolve))
  await page.route('**/put-away', async (route) => {
    await listIsShown
    await route.continue()
  })
  await choose('Hips, the other way', 'Bring back')
  await page.getByRole('button', { name: /^All/ }).click()
  await expect(row('Hips, the other way, a copy')).toBeVisible()
  await expect(mine).toHaveCount(0)
  bringBack()
  await expect(mine).toBeVisible()
  await choose('Hips, the other way', 'Delete')
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(mine).toHaveCount(0)
  // What a class was run by is protected.
  await page.getByRole('button', { name: /^Run/ }).click()
  await page
    .getByRole('main')
    .getByRole('listitem')
    .first()
    .getByRole('button', { name: /^More for/ })
    .click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'was run by this plan, and that stands',
  )
})

test('groups are split and joined, and nobody is lost from the register', async ({ page }) => {
  const listed = async () => {
    await page.goto('/people')
    await expect(page.locator('[data-student]').first()).toBeVisible()
    return page.locator('[data-student]').count()
  }
  const all = await listed()
  await page.goto('/settings')
  await page.getByLabel('taught in').first().selectOption('a group of its own')
  await ranksKept(page)
  expect(await listed()).toBe(all)
  await page.goto('/settings')
  await page
    .getByLabel(/^Join .+ with another group$/)
    .last()
    .selectOption({ index: 1 })
  await ranksKept(page)
  expect(await listed()).toBe(all)
  // Placed by hand, somebody stands with their rank in the other group.
  await page.getByRole('link', { name: 'Corisande Bly' }).click()
  await page.getByLabel('trains with').selectOption({ index: 2 })
  expect(await listed()).toBe(all)
})
