import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, selectors, type Browser, type Page } from '@playwright/test'
import { chromiumOptions } from '../../tests/e2e/browser'
import { ask, goToFirstBow, MINUTE, openTonight, passTime, signIn } from '../../tests/e2e/steps'
import { root } from '../setup/folders'
import { onStop } from '../setup/processes'
import { makeTestBed } from '../setup/test-bed'

const folder = join(root, 'docs', 'screenshots')
const DESK = { width: 1280, height: 800 }
/** A projector. */
const HALL = { width: 1920, height: 1080 }
const PHONE = { width: 390, height: 844 }

async function settle(page: Page) {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(500)
}
async function shot(page: Page, name: string) {
  await settle(page)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  console.log(`  ${name}.png`)
}

async function newPage(browser: Browser, baseURL: string): Promise<Page> {
  const context = await browser.newContext({ baseURL, viewport: DESK })
  return context.newPage()
}

/** A draft of tonight's class, looked at and left. */
async function takeDraft(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Draft…' }).click()
  await page.getByRole('button', { name: 'Draft it' }).click()
  await page.getByRole('button', { name: 'Use this draft' }).waitFor({ timeout: 60_000 })
  await shot(page, 'draft')
  await page.getByRole('button', { name: 'Cancel' }).click()
}

/** Every main view, from the demo club, in the order of the work. */
async function takeAll(browser: Browser, url: string): Promise<void> {
  const page = await newPage(browser, url)
  await signIn(page)
  await shot(page, 'today')
  await openTonight(page)
  await page.locator('[data-board="kicks"]').click()
  await shot(page, 'compose')
  await takeDraft(page)
  await takeCard(page)
  await page.goto('/people')
  await page.locator('[data-student]').first().waitFor()
  await goToFirstBow(page)
  await passTime(page, -9 * MINUTE)
  await registerMost(page)
  await page.goto('/floor')
  await page.getByTestId('floor').waitFor()
  await goToFirstBow(page)
  await passTime(page, 20_000)
  await page.getByRole('button', { name: /^Start/ }).click()
  await passTime(page, 24 * MINUTE + 5_000)
  await page.waitForTimeout(8_200)
  await shot(page, 'floor')
  await takeWall(page)
  await page.setViewportSize(PHONE)
  await shot(page, 'floor-phone')
  await page.setViewportSize(DESK)
  await page.goto('/people')
  await page.locator('[data-student]').first().waitFor()
  await page.getByRole('button', { name: 'Priya Lindahl: late' }).click()
  await page.getByRole('button', { name: 'Emeric Tan: sits out' }).click()
  await page.getByRole('button', { name: 'Partners', exact: true }).click()
  await page.getByRole('button', { name: 'Pair who is here' }).click()
  await page.getByText('the best possible pairing').waitFor()
  await page.waitForTimeout(5600)
  await shot(page, 'register')
  await page.getByRole('link', { name: 'Roster' }).click()
  await page.getByRole('link', { name: 'Sunniva Kerr' }).waitFor()
  await shot(page, 'roster')
  await page.getByRole('link', { name: 'Who has had what' }).click()
  await page.locator('td[data-item]').nth(5).hover()
  await shot(page, 'practised')
  await page.getByRole('link', { name: 'Register' }).click()
  await page.getByRole('link', { name: 'Corisande Bly' }).click()
  await page.getByRole('table').first().waitFor()
  await shot(page, 'student')
  await page.goto('/term')
  await page.getByRole('link', { name: 'Attendance file' }).first().waitFor()
  await shot(page, 'term')
  await page.goto('/term/balance')
  await page.getByRole('heading', { name: 'Week by week' }).waitFor()
  await shot(page, 'balance')
  await takeClub(page)
  await page.setViewportSize(PHONE)
  await page.goto('/')
  await page.getByTestId('verdict').waitFor()
  await shot(page, 'today-phone')
}

/** The class on paper. */
async function takeCard(page: Page): Promise<void> {
  await page.goto(`/print/${page.url().split('/').at(-1)}`)
  await page.getByText('Care.').waitFor()
  await page.setViewportSize({ width: 900, height: 1220 })
  await shot(page, 'session-card')
  await page.setViewportSize(DESK)
}

/** What the club knows and how it is set. */
async function takeClub(page: Page): Promise<void> {
  for (const [name, path, there] of [
    ['curriculum', '/curriculum', 'table'],
    ['item', '/curriculum/hip-throw', '#uses'],
    ['settings', '/settings', '#limits'],
    ['new-club', '/new-club', 'fieldset'],
  ] as const) {
    await page.goto(path)
    await page.locator(there).first().waitFor()
    await shot(page, name)
  }
  await page.goto('/syllabus')
  await page.getByRole('gridcell', { name: 'Teal, Throws' }).click()
  await shot(page, 'syllabus')
}

/** The wall of the class that is on, as a projector shows it. */
async function takeWall(page: Page): Promise<void> {
  const { key } = await ask<{ key: string }>(page, '/api/walls', {})
  const moved = await page.evaluate(() => sessionStorage.getItem('lintel-test-clock-moved-ms') ?? '0')
  const wall = await page.context().newPage()
  await wall.setViewportSize(HALL)
  await wall.goto(`/wall#${key}`)
  await wall.evaluate((ms) => sessionStorage.setItem('lintel-test-clock-moved-ms', ms), moved)
  await wall.reload()
  await wall.getByRole('heading', { level: 1 }).waitFor()
  await shot(wall, 'wall')
  await wall.close()
}

async function registerMost(page: Page): Promise<void> {
  const cells = page.getByRole('button', { name: /: here$/ })
  for (let i = 0; i < (await cells.count()); i++) if (i % 6 !== 4) await cells.nth(i).click()
  await page.waitForTimeout(800)
}

/** npm run shots: retakes every picture of docs/screenshots from the demo. */
export async function main(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  const bed = await makeTestBed((text) => console.log(`  ${text}`))
  onStop(() => bed.clear())
  try {
    const { url } = await bed.serve('lintel_shots', { demo: true })
    selectors.setTestIdAttribute('data-test')
    const browser = await chromium.launch(chromiumOptions)
    await takeAll(browser, url)
    await browser.close()
  } finally {
    await bed.clear()
  }
  process.exit(0)
}
