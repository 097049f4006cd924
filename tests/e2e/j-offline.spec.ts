import { expect, test, type Page } from './club'
import { allSent, classOfToday, signIn } from './steps'

/** The floor and the register with the server out of reach, on a device that came to them by a link. */

const doorway = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Doorways' }).getByRole('link', { name, exact: true })
const key = (page: Page, name: string | RegExp) =>
  page.getByRole('navigation', { name: 'Run the class' }).getByRole('button', { name })
const cell = (page: Page, name: string) => page.getByRole('button', { name, exact: true })

/** The device has what the page needs to open without the server. */
async function isKept(page: Page) {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await expect
    .poll(() => page.evaluate(() => caches.match('/floor').then((found) => Boolean(found))))
    .toBe(true)
  // The files of what opens on a press come after the page itself: kept once no more are added.
  let before = -1
  await expect
    .poll(
      async () => {
        const now = await page.evaluate(async () => {
          const cache = await caches.open('golden-lintel-files')
          return (await cache.keys()).length
        })
        const isSettled = now === before
        before = now
        return isSettled
      },
      { intervals: [1500] },
    )
    .toBe(true)
}

test('the floor opens, runs and opens again offline on a device that came to it by a link', async ({
  page,
  context,
}) => {
  await signIn(page)
  await classOfToday(page)
  await page.goto('/')
  await page.getByRole('link', { name: 'Go to floor' }).first().click()
  await expect(page.getByTestId('floor')).toBeVisible()
  await isKept(page)
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByTestId('floor')).toBeVisible()
  await key(page, /^Start/).click()
  await expect(page.getByText('1 kept on this device, not sent yet')).toBeVisible()
  await key(page, /^Next/).click()
  const board = await page.getByRole('heading', { level: 1 }).innerText()
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(board)
  // The register is a link away, and opens by itself too.
  await page.getByTestId('here').click()
  await cell(page, 'Juno Abara: here').click()
  await page.reload()
  await expect(cell(page, 'Juno Abara: here')).toHaveAttribute('aria-pressed', 'true')
  await context.setOffline(false)
  await allSent(page)
})

test('the register opens offline on a device that came to it by a link, and to nothing else', async ({
  page,
  context,
}) => {
  await signIn(page)
  await classOfToday(page)
  await page.goto('/')
  await doorway(page, 'People').click()
  await expect(cell(page, 'Noor Castel: here')).toBeVisible()
  await isKept(page)
  await context.setOffline(true)
  await page.goto('/people')
  await cell(page, 'Noor Castel: here').click()
  await expect(page.getByText('1 tap waits for the server; it is kept on this device.')).toBeVisible()
  await page.reload()
  await expect(cell(page, 'Noor Castel: here')).toHaveAttribute('aria-pressed', 'true')
  await context.setOffline(false)
  await allSent(page)
})

test('a device without storage says that it keeps nothing, and asks before the page is left', async ({
  page,
  context,
}) => {
  await signIn(page)
  const id = await classOfToday(page)
  await page.addInitScript(() => {
    const none = () => {
      throw new DOMException('none here', 'QuotaExceededError')
    }
    Object.defineProperty(window, 'indexedDB', { value: { open: none, deleteDatabase: none } })
    Storage.prototype.setItem = none
  })
  await page.goto(`/people?class=${id}`)
  await expect(cell(page, 'Petra Lowell: here')).toBeVisible()
  await context.setOffline(true)
  await cell(page, 'Petra Lowell: here').click()
  await expect(
    page.getByText(
      '1 tap waits for the server. This device cannot keep it: leave the page open until it is sent.',
    ),
  ).toBeVisible()
  const asked = page.waitForEvent('dialog')
  await page.close({ runBeforeUnload: true })
  const dialog = await asked
  expect(dialog.type()).toBe('beforeunload')
  await dialog.dismiss()
  await context.setOffline(false)
  await allSent(page)
  await expect(cell(page, 'Petra Lowell: here')).toHaveAttribute('aria-pressed', 'true')
})
