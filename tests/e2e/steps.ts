import type { Cookie } from '@playwright/test'
import { expect, type Page } from './club'
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

/** Asks the server as the page would. */
export function ask<T>(page: Page, path: string, body?: unknown): Promise<T> {
  return page.evaluate(
    async ([to, sent]) => {
      const answer = await fetch(
        to,
        sent === undefined
          ? {}
          : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(sent) },
      )
      if (!answer.ok) throw new Error(`${to}: ${answer.status} ${await answer.text()}`)
      return (await answer.json()) as never
    },
    [path, body] as const,
  )
}

/** A copy of tonight's plan as the demo begins with it, for a test of its own; its id. */
export async function copyOfTonight(page: Page): Promise<string> {
  const plans = await ask<{ id: string; title: string }[]>(page, '/api/plans')
  const tonight = plans.find(({ title }) => title === 'Grips and hips')
  const versions = await ask<{ id: string; version: number }[]>(page, `/api/plans/${tonight?.id}/versions`)
  const first = versions.find(({ version }) => version === 1)
  const { plan } = await ask<{ plan: object }>(page, `/api/plans/${tonight?.id}/versions/${first?.id}`)
  return (await ask<{ id: string }>(page, '/api/plans', { plan: { ...plan, title: 'A copy of tonight' } })).id
}

/** Opens such a copy in Compose; its id. */
export async function openCopy(page: Page): Promise<string> {
  const id = await copyOfTonight(page)
  await openInCompose(page, id)
  return id
}

export async function openInCompose(page: Page, plan: string): Promise<void> {
  await page.goto(`/compose/${plan}`)
  await expect(page.getByRole('listbox', { name: 'Boards' })).toBeVisible()
}

/** A class of today by such a copy, beside the evening's own; its id. */
export async function classOfToday(page: Page): Promise<string> {
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const made = { planId: await copyOfTonight(page), day: today, startTime: '18:30', lengthMin: 75 }
  return (await ask<{ id: string }>(page, '/api/classes', made)).id
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

/** Moves the page's clock to a moment, ms since 1970. */
export async function goToMoment(page: Page, at: number): Promise<void> {
  await page.evaluate((wanted) => {
    const already = Number(sessionStorage.getItem('lintel-test-clock-moved-ms') ?? 0)
    window.moveLintelClock?.(wanted - Date.now() - already)
  }, at)
}

/**
 * Moves another page's clock to where this one's is: what one device did a minute ahead, the other would not hear of for a minute. It is
 * loaded anew, for a page that has just been opened may have no clock yet.
 */
export async function sameMoment(page: Page, other: Page): Promise<void> {
  const moved = await page.evaluate(() => sessionStorage.getItem('lintel-test-clock-moved-ms') ?? '0')
  await other.evaluate((by) => sessionStorage.setItem('lintel-test-clock-moved-ms', by), moved)
  await other.reload()
}

/** Moves the page's clock to the first bow of a class, else of the next one. */
export async function goToFirstBow(page: Page, classId?: string): Promise<void> {
  const at = classId
    ? (await ask<{ startsAt: number }>(page, `/api/classes/${classId}`)).startsAt
    : (await ask<{ next: { startsAt: number } }>(page, '/api/today')).next.startsAt
  await goToMoment(page, at)
}

export const MINUTE = 60_000

declare global {
  interface Window {
    moveLintelClock?: (ms: number) => void
  }
}

/** On the settings, which tell of themselves and of the ranks apart: what was changed last is kept. */
export const settingsKept = (page: Page) =>
  expect(page.getByTestId('save-state').first()).toHaveText('all changes kept')
export const ranksKept = (page: Page) =>
  expect(page.locator('#ranks').getByTestId('save-state')).toHaveText('all changes kept')

/** No tap of the register is on its way any more: a page that is loaded anew must find it. */
export const allSent = (page: Page) => expect(page.getByText(/waits? for the server/)).toHaveCount(0)

/** The boards of the frame, by id, from the first to the last. */
export const order = (page: Page) =>
  page.locator('[data-board]').evaluateAll((boards) => boards.map((b) => b.getAttribute('data-board')))

/** Takes a board by its middle and lets it go beyond another: near its lower edge going down, its upper going up. */
export async function dragBoard(page: Page, id: string, over: string): Promise<void> {
  const at = (board: string) => page.locator(`[data-board="${board}"]`)
  const boxOf = async (board: string) => (await at(board).boundingBox())!
  // The boards may still be moving when one is reached for: it is in the hand once it says so.
  await expect(async () => {
    const { x, y, height } = await boxOf(id)
    await page.mouse.move(x + 200, y + height / 2)
    await page.mouse.down()
    const isHeld = await at(id).evaluate((held) => held.classList.contains('sortable-chosen'))
    if (!isHeld) await page.mouse.up()
    expect(isHeld).toBe(true)
  }).toPass()
  const [from, to] = [await boxOf(id), await boxOf(over)]
  const down = to.y > from.y
  const [enter, rest] = down ? [to.y + 4, to.y + to.height - 3] : [to.y + to.height - 4, to.y + 3]
  await page.mouse.move(to.x + 200, enter, { steps: 6 })
  // While boards make room the hand is not heard: it moves on until the board it holds is beyond the other one.
  let toAndFro = 0
  const beyond = async () => {
    await page.mouse.move(to.x + 200 + (toAndFro++ % 2), rest, { steps: 3 })
    const held = await order(page)
    return held.indexOf(id) - held.indexOf(over)
  }
  await expect.poll(beyond).toBe(down ? 1 : -1)
  await page.mouse.up()
}
