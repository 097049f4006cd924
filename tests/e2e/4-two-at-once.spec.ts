import { expect, test, type Browser, type Page } from '@playwright/test'
import { openTonight, signIn } from './steps'

/** Two people on one plan, and a server that is gone for a while. */
async function someone(browser: Browser, who: 0 | 1): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await signIn(page, who)
  await openTonight(page)
  return page
}
const reps = (page: Page) => page.getByLabel('Reps', { exact: true })
const state = (page: Page) => page.getByTestId('save-state')

/** Without word of the other, as on a flaky network: what they save is met only when one saves oneself. */
const alone = (page: Page) => page.route('**/presence', (route) => route.abort())

test('changes to different boards are put together; both people see who else is there', async ({
  browser,
}) => {
  const head = await someone(browser, 0)
  await alone(head)
  const other = await someone(browser, 1)
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
  await head.unroute('**/presence')
  await expect(head.getByText('Idris here too')).toBeVisible()
  await expect(other.getByText('Marit here too')).toBeVisible()
  // The evening is left as it was, for the tests that run it.
  await reps(head).fill('10')
  await head.locator('[data-board="falls"]').click()
  await reps(head).fill('5')
  await expect(state(head)).toHaveText('all changes kept')
})

test('the same board changed by both is refused with both versions kept and a choice', async ({
  browser,
}) => {
  const head = await someone(browser, 0)
  const other = await someone(browser, 1)
  await alone(head)
  await alone(other)
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
  await expect(state(page)).toHaveText('server not reached; kept here, trying again')
  await page.unroute('**/api/plans/*')
  await expect(state(page)).toHaveText('all changes kept', { timeout: 30_000 })
  await reps(page).fill('10')
  await expect(state(page)).toHaveText('all changes kept')
})
