import { expect, test, type Browser, type Page } from './club'
import { demoSignIns } from '../../demo/sign-ins'
import { comeIn, copyOfTonight, openInCompose, signIn } from './steps'

/** Two people on one plan, and a server that is gone for a while. */
async function someone(
  browser: Browser,
  who: 0 | 1,
  { plan, alone }: { plan?: string; alone?: boolean } = {},
): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  if (alone) await page.route(STREAM, (route) => route.abort())
  await signIn(page, who)
  await openInCompose(page, plan ?? (await copyOfTonight(page)))
  return page
}
/** The plan that somebody has open. */
const planOf = (page: Page) => page.url().split('/').at(-1) ?? ''
const reps = (page: Page) => page.getByLabel('Reps', { exact: true })
const state = (page: Page) => page.getByTestId('save-state')

/** Aborted, there is no word of the other, as on a flaky network: what they save is met only when one saves oneself. */
const STREAM = '**/api/changes*'

test('changes to different boards are put together; both people see who else is there', async ({
  browser,
}) => {
  const head = await someone(browser, 0, { alone: true })
  const other = await someone(browser, 1, { plan: planOf(head) })
  await other.locator('[data-board="kicks"]').click()
  await reps(other).fill('11')
  await expect(state(other)).toHaveText('all changes kept')
  await head.locator('[data-board="falls"]').click()
  await reps(head).fill('6')
  await expect(
    head.getByText('Idris Calloway changed other boards meanwhile: both changes are in.'),
  ).toBeVisible()
  await expect(head.getByTestId('sum')).toContainText('6 reps')
  await expect(state(head)).toHaveText('all changes kept')
  await head.locator('[data-board="kicks"]').click()
  await expect(reps(head)).toHaveValue('11')
  // The other is told of it and shown the plan as it is now.
  await expect(other.getByText(/changed the plan; it is shown as it is now/)).toBeVisible()
  await other.locator('[data-board="falls"]').click()
  await expect(reps(other)).toHaveValue('6')
  await head.unroute(STREAM)
  await expect(head.getByText('Idris here too')).toBeVisible()
  await expect(other.getByText('Marit here too')).toBeVisible()
})

test('the same board changed by both is refused with both versions kept and a choice', async ({
  browser,
}) => {
  const head = await someone(browser, 0, { alone: true })
  const other = await someone(browser, 1, { plan: planOf(head), alone: true })
  await other.locator('[data-board="kicks"]').click()
  await head.locator('[data-board="kicks"]').click()
  await reps(other).fill('11')
  await expect(state(other)).toHaveText('all changes kept')
  await reps(head).fill('6')
  const dialog = head.getByRole('dialog')
  await expect(dialog).toContainText('Idris Calloway saved this plan first')
  await expect(dialog).toContainText('Differs in: Kicks on one count')
  await dialog.getByRole('button', { name: 'Take theirs' }).click()
  await expect(head.getByTestId('sum')).toContainText('11 reps')
  await head.keyboard.press('Escape')
  await head.keyboard.press('Control+z')
  await expect(head.getByTestId('sum')).toContainText('6 reps')
  await expect(state(head)).toHaveText('all changes kept')
  // Now mine is the later one; the other’s next change is refused in its turn, and goes on with their own.
  await reps(other).fill('10')
  await other.getByRole('dialog').getByRole('button', { name: 'Go on with mine' }).click()
  await expect(state(other)).toHaveText('all changes kept')
  await other.reload()
  await other.locator('[data-board="kicks"]').click()
  await expect(reps(other)).toHaveValue('10')
})

test('with the server out of reach the change is kept here and sent when it can be', async ({ browser }) => {
  const page = await someone(browser, 0)
  await page.locator('[data-board="kicks"]').click()
  await page.route('**/api/plans/*', (route) => route.abort())
  await reps(page).fill('9')
  await expect(state(page)).toHaveText('server not reached; kept on this device, trying again')
  await page.unroute('**/api/plans/*')
  await expect(state(page)).toHaveText('all changes kept')
})

/** How many rows the device keeps in one of its stores. */
const rowsOnDevice = (page: Page, store: string) =>
  page.evaluate(
    (name) =>
      new Promise<number>((resolve, reject) => {
        const request = indexedDB.open('golden-lintel')
        request.onerror = () => reject(new Error('no storage'))
        request.onsuccess = () => {
          const count = request.result.transaction(name).objectStore(name).count()
          count.onsuccess = () => {
            request.result.close()
            resolve(count.result)
          }
        }
      }),
    store,
  )

test('a session that ends in the middle asks for the password over the page, and nothing is lost', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage()
  // Met when something is saved; with the stream it would be told at once.
  await page.route(STREAM, (route) => route.abort())
  await comeIn(page, 1)
  await openInCompose(page, await copyOfTonight(page))
  await page.locator('[data-board="kicks"]').click()
  await expect(state(page)).toHaveText('all changes kept')
  // Somewhere else the same person changes their mind about being signed in here.
  await page.evaluate(() =>
    fetch('/api/auth/sign-out', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    }),
  )
  await reps(page).fill('12')
  const again = page.getByRole('dialog', { name: 'Sign in again' })
  await expect(again.getByRole('heading')).toBeVisible()
  await again.getByLabel('E-mail').fill(demoSignIns[1].email)
  await again.getByLabel('Password').fill('not this one')
  await again.getByRole('button', { name: 'Sign in and go on' }).click()
  await expect(again.getByRole('alert')).toContainText('do not go together')
  await again.getByLabel('Password').fill(demoSignIns[1].password)
  await again.getByRole('button', { name: 'Sign in and go on' }).click()
  await expect(again).toHaveCount(0)
  await expect(reps(page)).toHaveValue('12')
  await expect(state(page)).toHaveText('all changes kept')
})

test('what could not be saved when the page was left is offered when the plan is opened again', async ({
  browser,
}) => {
  const page = await someone(browser, 0)
  await page.locator('[data-board="kicks"]').click()
  await expect(reps(page)).toHaveValue('10')
  await page.route('**/api/plans/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  )
  await reps(page).fill('14')
  await expect(state(page)).toContainText('kept on this device')
  await expect.poll(() => rowsOnDevice(page, 'drafts')).toBe(1)
  // The tab is closed; the same device opens another.
  const again = await page.context().newPage()
  const plan = planOf(page)
  await page.close()
  await signIn(again)
  await openInCompose(again, plan)
  await expect(again.getByText(/that were not saved are back on the frame/)).toBeVisible()
  await again.locator('[data-board="kicks"]').click()
  await expect(reps(again)).toHaveValue('14')
  await again.getByRole('button', { name: 'Discard' }).click()
  await expect(reps(again)).toHaveValue('10')
  await expect(state(again)).toHaveText('all changes kept')
})

test('the register at the door and the one on the floor see each other’s taps within a second', async ({
  browser,
}) => {
  const open = async (who: 0 | 1) => {
    const page = await (await browser.newContext()).newPage()
    await signIn(page, who)
    const stream = page.waitForResponse('**/api/changes')
    await page.goto('/people')
    await expect(page.locator('[data-student]').first()).toBeVisible()
    expect((await stream).status()).toBe(200)
    return page
  }
  const [door, floor] = [await open(0), await open(1)]
  const here = (page: Page) =>
    page
      .locator('[data-student]')
      .first()
      .getByRole('button', { name: /: here$/ })
  await here(floor).click()
  await expect(here(door)).toHaveAttribute('aria-pressed', 'true', { timeout: 5000 })
  await here(door).click()
  await expect(here(floor)).toHaveAttribute('aria-pressed', 'false', { timeout: 5000 })
})

test('signing out takes registers and names off the device', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage()
  await comeIn(page, 1)
  await page.goto('/people')
  await expect(page.locator('[data-student]').first()).toBeVisible()
  const kept = () => rowsOnDevice(page, 'classes')
  await expect.poll(kept).toBe(1)
  await page.getByRole('button', { name: 'Library and club' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  expect(await kept()).toBe(0)
})
