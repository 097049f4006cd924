import { chromium, selectors, type Page } from '@playwright/test'
import { bigPlan } from '../../tests/bench/big-plan'
import { chromiumOptions } from '../../tests/e2e/browser'
import { signIn } from '../../tests/e2e/steps'
import { onStop } from '../setup/processes'
import { makeTestBed } from '../setup/test-bed'

/**
 * `npm run paint`: from the press of a key to the painted frame, at 60 boards × 6 groups (target: p95 under 16 ms). Frames are
 * drawn as soon as they are ready, so that waiting for the screen's own beat is not counted. `npm run paint -- --where` tells where
 * the time goes, from the browser's own trace.
 */

const BOARDS = 60
const PRESSES = 120
const UNBOUND = ['--disable-gpu-vsync', '--disable-frame-rate-limit']
const NAMES_IN_LIBRARY = ['front-kick', 'round-kick', 'side-kick', 'hip-throw', 'palm-strike', 'side-fall']

interface Timing {
  name: string
  /** Ms, sorted. */
  ms: number[]
}

/** Presses keys in turn and takes the time until the frame after the one in which the change was drawn. */
async function press(page: Page, name: string, keys: readonly string[], presses = PRESSES): Promise<Timing> {
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
  for (let n = 0; n < presses; n++) {
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

interface TraceEvent {
  name: string
  ph: string
  tid: number
  ts: number
  dur?: number
  args?: { name?: string }
}

/** Ms a press that each kind of work takes on each thread by itself, from a trace of the browser. */
function whereItGoes(trace: { traceEvents: TraceEvent[] }, presses: number): string[] {
  const threads = new Map<number, string>()
  for (const { name, tid, args } of trace.traceEvents)
    if (name === 'thread_name') threads.set(tid, args?.name ?? '')
  const own = new Map<string, number>()
  const open = new Map<number, { name: string; end: number }[]>()
  const add = (name: string, ms: number) => own.set(name, (own.get(name) ?? 0) + ms)
  for (const event of trace.traceEvents.filter(({ ph }) => ph === 'X').sort((a, b) => a.ts - b.ts)) {
    const above = (open.get(event.tid) ?? []).filter(({ end }) => end > event.ts)
    const name = `${threads.get(event.tid) ?? '?'}: ${event.name}`
    const ms = (event.dur ?? 0) / 1000
    add(name, ms)
    const parent = above.at(-1)
    if (parent) add(parent.name, -ms)
    open.set(event.tid, [...above, { name, end: event.ts + (event.dur ?? 0) }])
  }
  return [...own]
    .sort(([, a], [, b]) => b - a)
    .filter(([, ms]) => ms / presses > 0.1)
    .map(([name, ms]) => `    ${(ms / presses).toFixed(2).padStart(6)} ms  ${name}`)
}

export async function main(args: string[] = []): Promise<void> {
  const bed = await makeTestBed((text) => console.log(`  ${text}`))
  onStop(() => bed.clear())
  try {
    const { url } = await bed.serve('lintel_paint', { demo: true })
    selectors.setTestIdAttribute('data-test')
    const browser = await chromium.launch({
      ...chromiumOptions,
      args: [...(chromiumOptions.args ?? []), ...UNBOUND],
    })
    const page = await (
      await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } })
    ).newPage()
    await signIn(page)
    let n = 0
    const known = JSON.stringify(bigPlan(BOARDS, 6)).replace(
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
    if (args.includes('--where'))
      for (const keys of [
        [']', '['],
        ['Alt+ArrowDown', 'Alt+ArrowUp'],
      ]) {
        await browser.startTracing(page, { categories: ['devtools.timeline', 'cc', 'viz', 'toplevel'] })
        await press(page, '', keys, 40)
        const trace = await browser.stopTracing()
        console.log([`  ${keys.join(' ')}`, ...whereItGoes(JSON.parse(trace.toString()), 40)].join('\n'))
      }
    const timings = [
      await press(page, 'one set more, one fewer', [']', '[']),
      // Past the last board a press changes nothing.
      await press(page, 'down the boards', ['ArrowDown'], BOARDS - 5),
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
