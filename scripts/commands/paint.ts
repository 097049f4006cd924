import { chromium, selectors, type Browser, type Page } from '@playwright/test'
import { bigPlan } from '../../tests/bench/big-plan'
import { chromiumOptions } from '../../tests/e2e/browser'
import { signIn } from '../../tests/e2e/steps'
import { onStop } from '../setup/processes'
import { makeTestBed } from '../setup/test-bed'

/**
 * `npm run paint`: what a key costs from its press to the painted frame, at 60 boards × 6 groups: the processor time of the browser's main
 * thread, from the browser's own trace, with the time on the wall beside it and an empty page's in the same run. Wall time on a shared
 * machine is mostly others' work; thread time is ours (the wait for the screen's beat is in the former alone). Wanted, median / p95: dose 10 / 16 ms, move 10 / 16, select 8 / 14. `npm run paint -- --where` tells where the time goes.
 */

const BOARDS = 60
const PRESSES = 60
const NAMES_IN_LIBRARY = ['front-kick', 'round-kick', 'side-kick', 'hip-throw', 'palm-strike', 'side-fall']

interface Timing {
  name: string
  /** Ms of the main thread's processor, and ms on the wall, of each press; sorted. */
  thread: number[]
  wall: number[]
}

/** Presses keys in turn; each press is marked in the trace from its event to the painted frame. */
async function press(page: Page, keys: readonly string[], presses: number): Promise<void> {
  await page.evaluate(() => {
    if ('lintelMarks' in window) return
    Object.assign(window, { lintelMarks: true })
    document.addEventListener(
      'keydown',
      ({ key }) => {
        // What is held down while another key is pressed does nothing by itself.
        if (key === 'Alt') return
        performance.mark('lintel-press')
        requestAnimationFrame(() => {
          // A message is handled once the frame has been drawn.
          const { port1, port2 } = new MessageChannel()
          port1.onmessage = () => performance.mark('lintel-painted')
          port2.postMessage(0)
        })
      },
      { capture: true },
    )
  })
  for (let n = 0; n < presses; n++) {
    await page.keyboard.press(keys[n % keys.length] ?? '')
    // Each press from rest: what follows it (the bench, the checks, keeping the plan) is done by the next one. One whose frame is not
    // there by then is left out: its work could not be told from the next one's.
    await page.waitForTimeout(REST_MS)
  }
}

/** Between two presses. Software raster on two shared cores takes a fifth of a second for what a GPU draws in a frame. */
const REST_MS = 400
/** The first presses warm the code up. */
const WARM_UP = 10
/** Only whole tasks and our own marks: a trace of more would itself be most of what is measured. */
const TRACED = ['toplevel', 'blink.user_timing']

async function timed(browser: Browser, page: Page, name: string, keys: string[], presses = PRESSES) {
  await press(page, keys, WARM_UP)
  await browser.startTracing(page, { categories: TRACED })
  await press(page, keys, presses)
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: TraceEvent[]
  }
  return timingOf(name, traceEvents)
}

/** Of each press, the processor time of the tasks on the thread that handled it; a task that reaches beyond counts by its share. */
function timingOf(name: string, events: readonly TraceEvent[]): Timing {
  const marks = events
    .filter((event) => event.name.startsWith('lintel-') && event.cat?.includes('user_timing'))
    .sort((a, b) => a.ts - b.ts)
  const main = marks[0]?.tid
  const tasks = events.filter(
    (event) =>
      event.name.endsWith('RunTask') && event.ph === 'X' && event.tid === main && event.pid === marks[0]?.pid,
  )
  const spans = marks.flatMap((mark, m) => {
    const next = marks[m + 1]
    return mark.name === 'lintel-press' && next?.name === 'lintel-painted'
      ? [[mark.ts, next.ts] as const]
      : []
  })
  const within = ([from, to]: readonly [number, number]) =>
    tasks.reduce((sum, { ts, dur = 0, tdur = dur }) => {
      const shared = Math.min(to, ts + dur) - Math.max(from, ts)
      return shared > 0 && dur > 0 ? sum + (tdur * shared) / dur : sum
    }, 0) / 1000
  const sorted = (values: number[]) => values.sort((a, b) => a - b)
  return {
    name,
    thread: sorted(spans.map(within)),
    wall: sorted(spans.map(([from, to]) => (to - from) / 1000)),
  }
}

const at = (ms: readonly number[], share: number) =>
  (ms[Math.min(ms.length - 1, Math.floor(ms.length * share))] ?? 0).toFixed(1)

interface TraceEvent {
  name: string
  cat?: string
  ph: string
  pid: number
  tid: number
  ts: number
  dur?: number
  /** Microseconds of the processor, where the thread's clock was read. */
  tdur?: number
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
    const browser = await chromium.launch(chromiumOptions)
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
        await press(page, keys, 40)
        const trace = await browser.stopTracing()
        console.log([`  ${keys.join(' ')}`, ...whereItGoes(JSON.parse(trace.toString()), 40)].join('\n'))
      }
    const empty = await page.context().newPage()
    await empty.setContent('<p>Nothing but a key that is pressed.</p>')
    const timings = [await timed(browser, empty, 'an empty page', ['a'])]
    // A page behind another one is drawn when the browser pleases.
    await empty.close()
    await page.bringToFront()
    timings.push(
      await timed(browser, page, 'dose: one set more, one fewer', [']', '[']),
      await timed(browser, page, 'move a board', ['Alt+ArrowDown', 'Alt+ArrowUp']),
      // Past the last board a press changes nothing.
      await timed(browser, page, 'select down the boards', ['ArrowDown'], BOARDS - WARM_UP - 5),
    )
    for (const { name, thread, wall } of timings)
      console.log(
        `  ${name}: main thread ${at(thread, 0.5)} ms, p95 ${at(thread, 0.95)}; wall ${at(wall, 0.5)}, p95 ${at(wall, 0.95)}; ${thread.length} presses`,
      )
    await browser.close()
  } finally {
    await bed.clear()
  }
  process.exit(0)
}
