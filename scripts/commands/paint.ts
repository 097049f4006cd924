import { chromium, selectors, type Page } from '@playwright/test'
import { bigPlan } from '../../tests/bench/big-plan'
import { chromiumOptions } from '../../tests/e2e/browser'
import { signIn } from '../../tests/e2e/steps'
import { onStop } from '../setup/processes'
import { makeTestBed } from '../setup/test-bed'

/** `npm run paint`: from the press of a key to the painted frame, at 60 boards × 6 groups (target: p95 under 16 ms). */

const PRESSES = 120
const NAMES_IN_LIBRARY = ['front-kick', 'round-kick', 'side-kick', 'hip-throw', 'palm-strike', 'side-fall']

interface Timing {
  name: string
  /** Ms, sorted. */
  ms: number[]
}

/** Presses keys in turn and takes the time until the frame after the one in which the change was drawn. */
async function press(page: Page, name: string, keys: readonly string[]): Promise<Timing> {
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { lintelTimes: times })
    document.addEventListener(
      'keydown',
      () => {
        const from = performance.now()
        requestAnimationFrame(() => {
          // A message is handled once the frame has been drawn.
          const { port1, port2 } = new MessageChannel()
          port1.onmessage = () => times.push(performance.now() - from)
          port2.postMessage(0)
        })
      },
      { capture: true },
    )
  })
  for (let n = 0; n < PRESSES; n++) {
    await page.keyboard.press(keys[n % keys.length] ?? '')
    await page.waitForTimeout(30)
  }
  const ms = await page.evaluate(() => (window as unknown as { lintelTimes: number[] }).lintelTimes)
  await page.reload()
  await page.locator('[data-board]').first().waitFor()
  return { name, ms: ms.slice(10).sort((a, b) => a - b) }
}

const at = ({ ms }: Timing, share: number) =>
  (ms[Math.min(ms.length - 1, Math.floor(ms.length * share))] ?? 0).toFixed(1)

export async function main(): Promise<void> {
  const bed = await makeTestBed((text) => console.log(`  ${text}`))
  onStop(() => bed.clear())
  try {
    const { url } = await bed.serve('lintel_paint', { demo: true })
    selectors.setTestIdAttribute('data-test')
    const browser = await chromium.launch(chromiumOptions)
    const page = await (
      await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } })
    ).newPage()
    await signIn(page)
    let n = 0
    const known = JSON.stringify(bigPlan(60, 6)).replace(
      /"technique":"[^"]*"/g,
      () => `"technique":"${NAMES_IN_LIBRARY[n++ % NAMES_IN_LIBRARY.length]}"`,
    )
    const id = await page.evaluate(async (plan) => {
      const answer = await fetch('/api/plans', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: `{"plan":${plan}}`,
      })
      const made = (await answer.json()) as { id?: string }
      if (!made.id) throw new Error(JSON.stringify(made))
      return made.id
    }, known)
    await page.goto(`/compose/${id}`)
    await page.locator('[data-board]').first().waitFor()
    const timings = [
      await press(page, 'one set more, one fewer', [']', '[']),
      await press(page, 'down the boards', ['ArrowDown']),
      await press(page, 'move a board', ['Alt+ArrowDown', 'Alt+ArrowUp']),
    ]
    for (const timing of timings)
      console.log(
        `  ${timing.name}: median ${at(timing, 0.5)} ms, p95 ${at(timing, 0.95)} ms, ${timing.ms.length} presses`,
      )
    await browser.close()
  } finally {
    await bed.clear()
  }
  process.exit(0)
}
