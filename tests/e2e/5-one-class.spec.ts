import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from './club'
import { ask, goToFirstBow, goToMoment, MINUTE, passTime, signIn } from './steps'

/** One real class, from the register to the ledger: registered, run against the clock, finished, and what each student practised. */

const NEIGHBOUR = 'Corisande Bly'
const LATE = 'Noor Castel'
const SITS_OUT = 'Bastian Rook'

const key = (page: Page, name: string) =>
  page.getByTestId('floor').getByRole('button', { name: new RegExp(`^${name}`) })
const title = (page: Page) => page.getByRole('heading', { level: 1 })
const clock = (page: Page) => page.getByTestId('clock')

/** Reps by item and layer, read off a student’s page for tonight. */
async function repsOn(page: Page, name: string): Promise<Map<string, number>> {
  await page.goto('/people')
  await page.getByRole('link', { name, exact: true }).click()
  await expect(title(page)).toHaveText(name)
  const tonight = page.locator('section.held').filter({ hasText: 'Grips and hips' })
  await expect(tonight).toBeVisible()
  const rows = await tonight.locator('tbody tr').evaluateAll((found) =>
    found.map((row) => {
      const cells = [...row.querySelectorAll('td')].map((cell) => cell.textContent?.trim() ?? '')
      const layer = /^\d+/.exec(cells[0] ?? '')?.[0] ?? '1'
      const reps = [1, 2, 3].reduce((sum, i) => sum + Number(cells[i] || 0), 0)
      return [`${row.getAttribute('data-item')} ${layer}`, reps] as const
    }),
  )
  return new Map(rows)
}

test('one class is registered, run, finished and credited', async ({ page }) => {
  test.slow()
  await signIn(page)
  await test.step('before the class the register is open, one tap per student, undone with one', async () => {
    await page.goto('/people')
    await expect(page.getByRole('button', { name: `${NEIGHBOUR}: here` })).toBeVisible()
    // Whatever the hour of the day at which the test runs, these taps come before the later ones.
    await goToFirstBow(page)
    await page.getByRole('button', { name: `${NEIGHBOUR}: here` }).click()
    await expect(page.getByRole('button', { name: `${NEIGHBOUR}: here` })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
    await page.getByRole('button', { name: `${SITS_OUT}: here` }).click()
    await page.getByRole('button', { name: 'Tamsin Ojeda: here' }).click()
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('button', { name: 'Tamsin Ojeda: here' })).toHaveAttribute(
      'aria-pressed',
      'false',
    )
    await expect(page.getByText('2', { exact: true }).first()).toBeVisible()
  })
  await test.step('the floor opens dark with the first board ready, and starts', async () => {
    await page.goto('/floor')
    await goToFirstBow(page)
    await expect(page.getByTestId('here')).toContainText('2 here')
    await expect(title(page)).toHaveText('Line up, bow, mat and kit')
    await expect(clock(page)).toHaveAccessibleName('1:15 left')
    await key(page, 'Start').click()
    await expect(key(page, 'Pause')).toBeVisible()
    await passTime(page, 30_000)
    await expect(clock(page)).toHaveAccessibleName(/^0:4\d left/)
  })
  await test.step('it runs the timeline by itself: transition, then the next board', async () => {
    await passTime(page, 47_000)
    await expect(title(page)).toHaveText('Rope-walk run')
    await expect(page.getByText('coming up')).toBeVisible()
    await passTime(page, 12_000)
    // Looked at in one go: a quarter of a minute is soon over on a busy machine.
    await expect(page.getByRole('main')).toContainText(/Show it[\s\S]*Board 4:\d\d/)
  })
  await test.step('a reload resumes at the right moment', async () => {
    const before = await clock(page).getAttribute('aria-label')
    await page.reload()
    await expect(title(page)).toHaveText('Rope-walk run')
    const seconds = (label: string | null) => {
      const [, m = '0', s = '0'] = /(\d+):(\d\d)/.exec(label ?? '') ?? []
      return Number(m) * 60 + Number(s)
    }
    const gone = seconds(before) - seconds(await clock(page).getAttribute('aria-label'))
    expect(gone).toBeGreaterThanOrEqual(0)
    expect(gone).toBeLessThan(20)
  })
  await test.step('pause holds the clock, go lets it run; undo is a key of its own and says what it takes back', async () => {
    await key(page, 'Pause').click()
    await expect(page.getByText(/Paused 0:/)).toBeVisible()
    const held = await clock(page).getAttribute('aria-label')
    await passTime(page, MINUTE)
    await expect(page.getByText(/Paused 1:/)).toBeVisible()
    expect(await clock(page).getAttribute('aria-label')).toBe(held)
    await expect(key(page, 'Undo')).toContainText(/the pause, 1:\d\d ago/)
    await key(page, 'Undo').click()
    await expect(page.getByText(/^Board [23]:\d\d/)).toBeVisible()
    // Pressed at once again, the key only does what it says.
    await key(page, 'Pause').click()
    await key(page, 'Go').click()
    await expect(key(page, 'Pause')).toBeVisible()
    await expect(key(page, 'Undo')).toContainText('going on')
    await key(page, 'Undo').click()
    await key(page, 'Undo').click()
    await expect(key(page, 'Pause')).toBeVisible()
  })

  await test.step('somebody comes nine minutes late and is tapped on the register', async () => {
    const { startedAt } = await page.evaluate(async () => {
      const { next } = (await (await fetch('/api/today')).json()) as { next: { id: string } }
      const { events } = (await (await fetch(`/api/classes/${next.id}`)).json()) as {
        events: { kind: string; at: number }[]
      }
      return { startedAt: events.find(({ kind }) => kind === 'start')!.at }
    })
    await goToMoment(page, startedAt + 9 * MINUTE)
    await page.getByTestId('here').click()
    await page.getByRole('button', { name: `${LATE}: late` }).click()
    await expect(page.getByRole('button', { name: `${LATE}: late` })).toHaveText('+9')
  })
  await test.step('somebody sits out', async () => {
    await passTime(page, 4 * MINUTE)
    await page.getByRole('button', { name: `${SITS_OUT}: sits out` }).click()
    await expect(page.getByRole('group', { name: SITS_OUT })).toContainText('sits out')
  })
  await test.step('next cuts to the board that comes; skip leaves one out', async () => {
    await page.goto('/floor')
    await expect(title(page)).toHaveText(/Kicks on one count|Water/)
    await passTime(page, 5 * MINUTE)
    await expect(title(page)).toHaveText('Hip throw')
    await passTime(page, 3 * MINUTE)
    await expect(page.getByTestId('floor').getByText('Throw to the crash mat')).toBeVisible()
    await key(page, 'Next').click()
    await expect(title(page)).toHaveText('Palm and elbow on pads')
    await key(page, 'Skip').click()
    await expect(key(page, 'Undo')).toContainText('leaving out')
    await expect(title(page)).toHaveText('Water')
    await page.keyboard.press('u')
    await expect(title(page)).toHaveText('Palm and elbow on pads')
  })
  await test.step('with the network gone nothing is lost and nothing is doubled', async () => {
    // What was done before has arrived.
    await expect(page.getByText('kept on this device')).toHaveCount(0)
    await page.route('**/events', (route) => route.abort())
    await passTime(page, 12_000)
    await key(page, 'Next').click()
    await expect(page.getByText('1 kept on this device, not sent yet')).toBeVisible()
    await expect(title(page)).toHaveText('Water')
    await page.reload()
    await expect(title(page)).toHaveText('Water')
    await page.unroute('**/events')
    await expect(page.getByText('kept on this device')).toHaveCount(0, { timeout: 30_000 })
  })
  await test.step('finishing early is asked about once; a finish can be taken back after a reload, from Today too', async () => {
    await key(page, 'Finish').click()
    const ask = page.getByRole('dialog')
    await expect(ask).toContainText(/\d+ boards and \d+:\d\d are left/)
    await page.keyboard.press('Escape')
    await expect(ask).toHaveCount(0)
    await page.keyboard.press('f')
    await ask.getByRole('button', { name: 'Finish now' }).click()
    await expect(title(page)).toHaveText('Bowed out')
    await page.reload()
    await expect(title(page)).toHaveText('Bowed out')
    await passTime(page, 5 * MINUTE)
    await page.goto('/')
    await page.getByRole('link', { name: 'Not finished after all?' }).click()
    await page.getByRole('button', { name: 'Not finished after all' }).click()
    // What passed meanwhile did not run: it is held where it was finished.
    await expect(title(page)).toHaveText('Water')
    await expect(page.getByText(/Paused 5:/)).toBeVisible()
    await key(page, 'Go').click()
    // The start of half an hour ago is not offered.
    await expect(key(page, 'Undo')).toContainText('going on')
    await passTime(page, 6 * MINUTE)
    await expect(key(page, 'Undo')).toBeDisabled()
  })

  await test.step('finish logs the class', async () => {
    await passTime(page, 40 * MINUTE)
    await key(page, 'Finish').click()
    await expect(title(page)).toHaveText('Bowed out')
    await expect(page.getByText('What each practised is in the ledger.')).toBeVisible()
  })

  await test.step('who came late has fewer reps than a neighbour, and both agree with the command on the exported files', async () => {
    const neighbour = await repsOn(page, NEIGHBOUR)
    const late = await repsOn(page, LATE)
    const sum = (rows: Map<string, number>) => [...rows.values()].reduce((total, reps) => total + reps, 0)
    expect(sum(late)).toBeGreaterThan(0)
    expect(sum(late)).toBeLessThan(sum(neighbour))
    expect(late.get('side-fall 1')).toBeLessThan(neighbour.get('side-fall 1')!)

    const folder = mkdtempSync(join(tmpdir(), 'lintel-e2e-'))
    const files = await page.evaluate(async () => {
      const { last } = (await (await fetch('/api/today')).json()) as { last: { id: string } }
      const get = async (kind: string) => (await fetch(`/api/classes/${last.id}/${kind}`)).text()
      const roster = (await (await fetch('/api/students')).json()) as { id: string; name: string }[]
      return { plan: await get('plan'), register: await get('register'), roster }
    })
    writeFileSync(join(folder, 'plan.json'), files.plan)
    writeFileSync(join(folder, 'register.json'), files.register)
    const done = spawnSync(
      'npm',
      ['run', '-s', 'lintel', '--', 'credit', join(folder, 'plan.json'), join(folder, 'register.json')],
      { encoding: 'utf8' },
    )
    rmSync(folder, { recursive: true })
    const credited = JSON.parse(done.stdout) as {
      student: string
      practice: { technique: string; layer: number; reps: number }[]
    }[]
    for (const [name, rows] of [
      [NEIGHBOUR, neighbour],
      [LATE, late],
    ] as const) {
      const id = files.roster.find((student) => student.name === name)!.id
      const practice = credited.find(({ student }) => student === id)!.practice
      expect([...rows].sort()).toEqual(
        practice.map((p) => [`${p.technique} ${p.layer}`, p.reps] as [string, number]).sort(),
      )
    }
  })
  await test.step('who sat out is not credited with it', async () => {
    const sat = await repsOn(page, SITS_OUT)
    expect(sat.get('side-fall 1')).toBe(40)
    expect([...sat.keys()].some((item) => item.startsWith('hip-throw'))).toBe(false)
  })
  await test.step('the class stands in the term with its files, and Today looks back on it', async () => {
    await page.goto('/term')
    const row = page.getByRole('listitem').filter({ hasText: 'Grips and hips' }).first()
    await expect(row).toContainText('run')
    await expect(row.getByRole('link', { name: 'Attendance file' })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1 })).toContainText('The next class, Saturday')
    await expect(page.getByRole('region', { name: 'Last class' })).toContainText('Grips and hips')
  })
  await test.step('another class is planned before it from the last one, on a day of choice', async () => {
    await page.getByRole('button', { name: 'Plan another class' }).click()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Another class')
    const { today } = await ask<{ today: string }>(page, '/api/today')
    await page.getByLabel('Day', { exact: true }).fill('')
    await page.getByRole('button', { name: /Carry forward/ }).click()
    await expect(page.getByRole('alert')).toContainText('Say the day and the first bow of the class first.')
    await page.getByLabel('Day', { exact: true }).fill(today)
    await page.getByLabel('First bow').fill('21:30')
    await page.getByRole('button', { name: /Carry forward/ }).click()
    await expect(page.getByRole('listbox', { name: 'Boards' })).toBeVisible()
    await expect(page.getByLabel('Name of the plan')).toHaveValue('Grips and hips, one step on')
    await page.getByRole('button', { name: 'Class', exact: true }).click()
    await expect(page.getByLabel('Notes')).toHaveValue(/^Carried forward from Grips and hips:\n– .+\./)
    await expect(page.getByLabel('Notes')).toHaveValue(/Talk is \d:\d\d shorter/)
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Tonight')
  })
})
