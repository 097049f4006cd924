import { expect, type Cookie, type Page } from '@playwright/test'
import { demoSignIns } from '../../demo/sign-ins'

/** What an instructor does, as steps that several tests share. */

/** Sessions of those who came in already: only the first test of each goes by the door, the others have its key. */
const sessions = new Map<number, Cookie[]>()

export async function signIn(page: Page, who: 0 | 1 | 2 | 3 = 0): Promise<void> {
  const known = sessions.get(who)
  if (known) {
    await page.context().addCookies(known)
    await page.goto('/')
  }
  // A session that a test has ended is ended everywhere.
  if (!known || page.url().includes('/sign-in')) {
    await comeIn(page, who)
    sessions.set(who, await page.context().cookies())
  }
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
}

export async function comeIn(page: Page, who: 0 | 1 | 2 | 3): Promise<void> {
  await page.goto('/sign-in')
  await page.getByLabel('E-mail').fill(demoSignIns[who].email)
  await page.getByLabel('Password').fill(demoSignIns[who].password)
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page).not.toHaveURL(/sign-in/)
}

export async function openTonight(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Open in Compose' }).click()
  await expect(page.getByRole('listbox', { name: 'Boards' })).toBeVisible()
}

/** Opens a plan out of the list, by its whole title. */
export async function openPlan(page: Page, title: string): Promise<void> {
  const row = page.getByRole('listitem').filter({ has: page.getByText(title, { exact: true }) })
  await row.first().getByRole('link').click()
}

/** Moves the page's clock on, as only a server started for tests allows. */
export async function passTime(page: Page, ms: number): Promise<void> {
  await page.evaluate((by) => {
    if (!window.moveLintelClock) throw new Error('the server was not started for tests')
    window.moveLintelClock(by)
  }, ms)
}

/** Moves the page's clock to the first bow of the next class. */
export async function goToFirstBow(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const { next } = (await (await fetch('/api/today')).json()) as { next: { startsAt: number } }
    const already = Number(sessionStorage.getItem('lintel-test-clock-moved-ms') ?? 0)
    window.moveLintelClock?.(next.startsAt - Date.now() - already)
  })
}

export const MINUTE = 60_000

declare global {
  interface Window {
    moveLintelClock?: (ms: number) => void
  }
}
