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

test('a stale save is refused with both versions kept and a choice', async ({ browser }) => {
  const head = await someone(browser, 0)
  const other = await someone(browser, 1)
  await other.locator('[data-board="kicks"]').click()
  await reps(other).fill('11')
  await expect(state(other)).toHaveText('all changes kept')
  await head.locator('[data-board="falls"]').click()
  await reps(head).fill('6')
  const dialog = head.getByRole('dialog')
  await expect(dialog).toContainText('Idris Calloway saved this plan first')
  await expect(dialog).toContainText('Differs in: Back and side breakfalls')
  await dialog.getByRole('button', { name: 'Take theirs' }).click()
  await expect(head.getByTestId('sum')).toContainText('5 reps')
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
  await other.locator('[data-board="falls"]').click()
  await expect(reps(other)).toHaveValue('5')
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
