import { readFile } from 'node:fs/promises'
import { seriousFindings } from './axe'
import { expect, test, type Page } from './club'
import { ask, copyOfTonight, openCopy, signIn } from './steps'

/** Whole pieces of an instructor’s work at the frame: mending a class, composing one, taking it along. */

test.beforeEach(async ({ page }) => {
  await signIn(page)
})

const board = (page: Page, id: string) => page.locator(`[data-board="${id}"]`)
const tray = (page: Page) => page.getByRole('region', { name: 'Checks' })
const bar = (page: Page) => page.getByTestId('class-bar')
const kept = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('all changes kept')
const order = (page: Page) =>
  page.locator('[data-board]').evaluateAll((boards) => boards.map((b) => b.getAttribute('data-board')))

async function blank(page: Page) {
  await page.goto('/compose')
  await page.getByRole('button', { name: 'Start blank' }).click()
  await expect(page.getByLabel('Name of the plan')).toBeVisible()
}

test('tonight is mended with three keyboard fixes and fits', async ({ page }) => {
  await openCopy(page)
  await expect(tray(page)).toContainText('3 to fix')
  await expect(bar(page)).toContainText('2:24 over')
  for (const left of ['2 to fix', '1 to fix', 'nothing to fix']) {
    await page.keyboard.press('f')
    // It is shown before it is done.
    await expect(tray(page).getByRole('button', { name: /^Do it/ })).toBeVisible()
    await page.keyboard.press('f')
    await expect(tray(page)).toContainText(left)
  }
  await expect(bar(page)).not.toContainText('over')
  await kept(page)
  // Each of them is one step of undo.
  for (let n = 0; n < 3; n++) await page.keyboard.press('Control+z')
  await expect(tray(page)).toContainText('3 to fix')
  await expect(bar(page)).toContainText('2:24 over')
})

test('keys pressed before the frame is there are kept and done', async ({ page }) => {
  const id = await copyOfTonight(page)
  let answer = () => {}
  const held = new Promise<void>((resolve) => (answer = resolve))
  await page.route('**/api/plans/*', async (route) => {
    await held
    await route.continue()
  })
  await page.goto(`/compose/${id}`)
  await expect(page.getByText('Laying out the class…')).toBeVisible()
  for (const key of ['c', 'ArrowDown']) await page.keyboard.press(key)
  answer()
  await expect(page.getByRole('button', { name: /Chalk–Amber wait 3:30 in Hip throw/ })).toBeFocused()
})

test('a finding opens to its figures, lights its boards, and is accepted with a reason', async ({ page }) => {
  await openCopy(page)
  await page.keyboard.press('c')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('button', { name: /Chalk–Amber wait 3:30 in Hip throw/ })).toBeFocused()
  await expect(board(page, 'hip-throw')).toHaveClass(/lit/)
  await page.keyboard.press('Enter')
  await expect(tray(page)).toContainText('rank.idle')
  await page.getByLabel(/^Reason to accept: Chalk–Amber wait/).fill('They carry the crash mat meanwhile')
  await page.keyboard.press('Enter')
  await expect(tray(page)).toContainText('2 to fix')
  await kept(page)
  await page.reload()
  await expect(tray(page)).toContainText('“They carry the crash mat meanwhile”')
  await tray(page)
    .getByRole('listitem')
    .filter({ hasText: 'They carry' })
    .getByRole('button', { name: 'Take it back' })
    .click()
  await expect(tray(page)).toContainText('3 to fix')
})

test('the warm-up is mended by the solver with the least that prepares', async ({ page }) => {
  await openCopy(page)
  await board(page, 'run').click()
  await page.keyboard.press('Delete')
  const row = tray(page).getByRole('listitem').filter({ hasText: 'more before' })
  await expect(row).toContainText('balance')
  await row.getByRole('button', { name: 'Fix it' }).click()
  await expect(row.getByRole('button', { name: /^Do it: Add \d:\d\d of warm-up/ })).toBeVisible()
  await row.getByRole('button', { name: /^Do it/ }).click()
  await expect(tray(page)).not.toContainText('more before')
})

test('boards are marked, named as a part, copied to another plan, and taken out', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await openCopy(page)
  await board(page, 'kicks').click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByText('3 boards, 22:45')).toBeVisible()
  // The one on the bench is told apart from those that are marked with it.
  const marks = await page
    .locator('[data-board][aria-selected="true"]')
    .evaluateAll((all) => all.map((one) => getComputedStyle(one, '::after').borderTopColor))
  expect(marks.map((colour) => marks.filter((other) => other === colour).length)).toEqual([2, 2, 1])
  await page.keyboard.press('n')
  await page.keyboard.type('Feet and hips')
  await page.keyboard.press('Enter')
  await expect(board(page, 'kicks')).toContainText('Feet and hips')
  await page.keyboard.press('Escape')
  await board(page, 'kicks').click()
  await board(page, 'pads').click({ modifiers: ['Shift'] })
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Delete')
  expect(await order(page)).not.toContain('hip-throw')
  await kept(page)
  await blank(page)
  await page.keyboard.press('Control+v')
  expect(await order(page)).toEqual(['kicks-on-one-count', 'hip-throw', 'palm-and-elbow-on-pads'])
  await expect(board(page, 'kicks-on-one-count')).toContainText('Turning back kick')
  await page.keyboard.press('Control+z')
  expect(await order(page)).toEqual([])
  await page.keyboard.press('Control+Shift+z')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('d')
  expect(await order(page)).toHaveLength(6)
  // The copies stand after the last, and what is added next after them.
  await page.keyboard.press('w')
  expect((await order(page)).at(-1)).toBe('water')
  await kept(page)
})

test('what is no board and no dose is told when it is pasted; a dose goes to the board', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await openCopy(page)
  await board(page, 'falls').click()
  const paste = async (text: string) => {
    await page.evaluate((value) => navigator.clipboard.writeText(value), text)
    await page.keyboard.press('Control+v')
  }
  await paste('3x rest')
  await expect(page.getByText(/“3x rest” is no dose: .+ \(character \d+\)/)).toBeVisible()
  await paste('12')
  await expect(page.getByText(/“12” is neither boards nor a dose: a dose reads like 3x10/)).toBeVisible()
  await paste('2×8 reps each side @2 rest 15s')
  await expect(board(page, 'falls')).toContainText('2 × 8 each side')
  // On several that are marked it goes to all of them.
  await board(page, 'kicks').click()
  await board(page, 'pads').click({ modifiers: ['Control'] })
  await paste('5 min')
  await expect(board(page, 'kicks')).toHaveAccessibleName(/5:00/)
  await expect(board(page, 'pads')).toHaveAccessibleName(/5:00/)
  await kept(page)
})

test('the clock is read: what each rank does at a minute; the beam brackets what is in view', async ({
  page,
}) => {
  await openCopy(page)
  await expect(page.locator('[data-board="kicks"] .beats')).toHaveAttribute('style', /--beats: ?10/)
  await page.locator('[data-board="kicks"]').click()
  const ruler = page.getByRole('slider', { name: 'Reading line' })
  await ruler.focus()
  await expect(ruler).toHaveAttribute('aria-valuetext', /^18:43:10: .*Front kick, rear leg, is shown it/)
  for (let n = 0; n < 4; n++) await ruler.press('ArrowDown')
  await expect(ruler).toHaveAttribute(
    'aria-valuetext',
    /^18:44:10: .*Front kick, rear leg, right, set 1; .*Turning back kick, right, set 1$/,
  )
  const line = page.getByTestId('reading-line')
  await expect(line).toContainText('18:44:10')
  await ruler.press('Home')
  await expect(line).toContainText('18:30:00')
  await ruler.press('Escape')
  await expect(line).toBeHidden()
  const box = (await page.locator('[data-board="hip-throw"]').boundingBox())!
  await page.mouse.move(260, box.y + box.height - 4)
  await expect(line).toContainText('Waits')
  await page.mouse.move(700, box.y)
  await expect(line).toBeHidden()

  const bracket = (await page.getByTestId('view-bracket').boundingBox())!
  await page.mouse.move(bracket.x + bracket.width / 2, bracket.y + 4)
  await page.mouse.down()
  await page.mouse.move(bracket.x + bracket.width / 2 + 200, bracket.y + 4, { steps: 5 })
  await page.mouse.up()
  await expect(page.locator('.strip')).toContainText('Above')
  await expect(page.locator('[data-board="bow-out"]')).toBeInViewport()
})

test('the edge of a board is pulled by whole sets; something from the shelf is painted on one group', async ({
  page,
}) => {
  await openCopy(page)
  const kicks = (await board(page, 'kicks').boundingBox())!
  await page.mouse.move(kicks.x + 200, kicks.y + kicks.height)
  await page.mouse.down()
  await page.mouse.move(kicks.x + 200, kicks.y + kicks.height + 12, { steps: 3 })
  await expect(page.getByText('Kicks on one count: 4 sets instead of 3')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(board(page, 'kicks')).toContainText('3 × 10')
  await page.mouse.move(kicks.x + 200, kicks.y + kicks.height)
  await page.mouse.down()
  await page.mouse.move(kicks.x + 200, kicks.y + kicks.height - 11, { steps: 3 })
  await page.mouse.up()
  await expect(board(page, 'kicks')).toContainText('2 × 10')
  await page.keyboard.press('/')
  await page.keyboard.type('knee strike')
  await page.keyboard.press('Tab')
  await board(page, 'kicks').evaluate((element) => (element as HTMLElement).click())
  await page.getByRole('button', { name: /^Knee strike to the pad/ }).focus()
  await page.keyboard.press('3')
  await expect(board(page, 'kicks')).toContainText('Knee strike to the pad')
  await expect(board(page, 'kicks')).toContainText('Round kick, middle')
  const hip = (await board(page, 'hip-throw').boundingBox())!
  const item = page.getByRole('button', { name: /^Knee strike to the pad/ })
  await item.dragTo(board(page, 'hip-throw'), { targetPosition: { x: 30, y: hip.height / 2 } })
  await expect(board(page, 'hip-throw')).toContainText('Knee strike to the pad')
  await kept(page)
})

test('a 75-minute class for four groups is composed from empty by keyboard alone', async ({ page }) => {
  await blank(page)
  const type = async (text: string) => page.keyboard.type(text)
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  /** Finds on the shelf and places what is found first. */
  const place = async (name: string) => {
    await press('/')
    await type(name)
    await press('Tab', 'Enter')
    await page.getByLabel('Find in the library').fill('')
    await press('Escape')
  }
  /** A board of a phase with a name and a fixed time. */
  const say = async (phase: string, title: string, dose: string) => {
    await press('a')
    await page.getByLabel('Phase').selectOption(phase)
    await press('Escape', 'Enter')
    await press('Control+a')
    await type(title)
    await press('Enter')
    await page.getByLabel('In short').fill(dose)
    await press('Enter', 'Escape')
  }
  await say('opening', 'Line up', '1:15')
  await place('rope-walk run')
  await page.getByLabel('In short').fill('5 rounds 0:40 off 0:10 setup 15')
  await press('Enter', 'Escape')
  await page.getByLabel('Phase').selectOption('warmup')
  await press('Escape')
  await place('hips and shoulders')
  await place('side breakfall')
  await press('w')
  await place('front kick, rear leg')
  // Cut by group: each rank its own technique on the one count.
  await press('s', ']')
  for (const [digit, name] of [
    ['2', 'round kick, middle'],
    ['3', 'side kick'],
    ['4', 'turning back'],
  ] as const) {
    await press('/')
    await type(name)
    await press('Tab', digit)
    await page.getByLabel('Find in the library').fill('')
    await press('Escape')
  }
  const kicks = page.locator('[data-board]').filter({ hasText: 'Turning back kick' })
  await expect(kicks).toContainText('Round kick, middle')
  await expect(kicks).toContainText('Side kick, stepping')
  await place('hip throw')
  await place('rear-hand lapel')
  await press('w')
  await place('quay form')
  await place('squat burst')
  await press('w')
  await place('last sash')
  await say('cooldown', 'Long lunges, slow breath', '2 holds 0:50 each side')
  await say('closing', 'Recap, bow out', '1:30')
  // What the checks have to tell is mended by keyboard, too.
  for (let n = 0; n < 12 && !(await tray(page).innerText()).includes('nothing to fix'); n++) {
    await press('f')
    const doIt = tray(page).getByRole('button', { name: /^Do it/ })
    // Either a fix is shown, or there is none for what is chosen.
    await expect(
      doIt.or(tray(page).getByText(/^(None of what is left|Nothing is left)/)).first(),
    ).toBeVisible()
    if (!(await doIt.count())) break
    await press('f')
    await expect(doIt).toHaveCount(0)
  }
  await expect(bar(page)).toContainText('of 75:00')
  await expect(bar(page)).not.toContainText('over')
  expect(await page.locator('[data-board]').count()).toBeGreaterThan(14)
  expect(await tray(page).innerText()).not.toContain('stop')
  await kept(page)
})

test('the visiting afternoon of 46 prints on one page, and its sheets on one each', async ({ page }) => {
  await page.goto('/compose')
  const row = page
    .getByRole('listitem')
    .filter({ hasText: /[Vv]isit/ })
    .first()
  await row.getByRole('link').click()
  await expect(page.getByRole('listbox', { name: 'Boards' })).toBeVisible()
  const heads = await page.locator('.group em').allInnerTexts()
  expect(heads.reduce((sum, one) => sum + Number(one), 0)).toBe(46)
  // Who is where when: in the second rotation team 6 is back at the first station.
  const second = page
    .getByRole('table', { name: 'Rotations of Six stations, mixed teams' })
    .getByRole('row')
    .nth(2)
  await expect(second.getByRole('cell').nth(5)).toContainText('Breakfalls on the crash mats')
  await expect(second.getByRole('rowheader')).toHaveText('14:22')
  const id = page.url().split('/').at(-1) ?? ''
  await page.goto(`/print/${id}`)
  await expect(page.locator('article[aria-busy="false"]').first()).toBeVisible()
  const pages = async () =>
    ((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [])
      .length
  expect(await pages()).toBe(1)
  const card = page.getByRole('article')
  await expect(card).toContainText('Care.')
  expect(await card.evaluate((sheet) => sheet.scrollHeight <= sheet.clientHeight)).toBe(true)
  // Read at arm’s length: ten points at least.
  expect(await card.evaluate((sheet) => parseFloat(getComputedStyle(sheet).fontSize))).toBeGreaterThan(13.3)
  await page.getByLabel('sheets for stations, helpers and home').check()
  await expect(page.getByRole('article').nth(1)).toBeVisible()
  await expect(page.locator('article[aria-busy="true"]')).toHaveCount(0)
  const sheets = await page.getByRole('article').count()
  expect(sheets).toBeGreaterThan(6)
  expect(await pages()).toBe(sheets)
  await expect(page.getByRole('article').nth(1)).toContainText('team 1')
})

test('a class of 112 boards, Term and Who has had what print with nothing cut', async ({ page }) => {
  const pages = async () =>
    ((await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [])
      .length
  const blocks = Array.from({ length: 112 }, (_, n) => ({
    id: `b${n}`,
    title: `Board number ${n + 1}`,
    phase: 'drill',
    notes: 'Said to everybody before it begins, in a sentence of some length.',
    dose: { kind: 'fixed', sec: 60, active: true },
  }))
  const plan = {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'All day long',
    start: '09:00',
    lengthMin: 240,
    groups: [{ id: 'a', name: 'All', ranks: [], headcount: 8 }],
    blocks,
  }
  const { id } = await ask<{ id: string }>(page, '/api/plans', { plan })
  await page.goto(`/print/${id}`)
  const card = page.locator('article[aria-busy="false"]').first()
  await expect(card).toContainText('Board number 112')
  expect(await pages()).toBeGreaterThan(1)
  // Nothing of it lies outside its paper.
  expect(await card.evaluate((sheet) => sheet.scrollHeight <= sheet.clientHeight + 1)).toBe(true)
  expect(await card.evaluate((sheet) => parseFloat(getComputedStyle(sheet).fontSize))).toBeGreaterThan(13)

  await page.emulateMedia({ media: 'print' })
  await page.setViewportSize({ width: 794, height: 1123 })
  await page.goto('/term')
  const term = page.locator('.scroll').first()
  await expect(term).toBeVisible()
  expect(
    await term.evaluate((box) => [box.scrollHeight - box.clientHeight, getComputedStyle(box).overflow]),
  ).toEqual([0, 'visible'])
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0)

  await page.goto('/people/practised')
  await expect(page.getByRole('heading', { name: 'Who has had what' })).toBeVisible()
  const items = await page.locator('.around thead th').count()
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')))
  await expect(page.locator('.paper table').first()).toBeVisible()
  expect(await page.locator('.paper thead th').count()).toBe(
    items + (await page.locator('.paper table').count()) - 1,
  )
  for (const table of await page.locator('.paper table').all())
    expect((await table.boundingBox())!.width).toBeLessThanOrEqual(794)
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))
  await expect(page.locator('.paper')).toHaveCount(0)
  expect(await pages()).toBeGreaterThan(3)
})

test('the plan leaves as files, the sound with its length to the sample', async ({ page }) => {
  await openCopy(page)
  const take = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Files and print' }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      page.getByRole('menuitem', { name }).click(),
    ])
    return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) }
  }
  const vtt = await take(/WebVTT/)
  expect(vtt.name).toBe('a-copy-of-tonight.vtt')
  expect(vtt.bytes.toString()).toContain('01:17:24.000 -->')
  expect((await take(/Markdown/)).bytes.toString()).toContain('# A copy of tonight')
  expect((await take(/CSV/)).bytes.toString()).toContain('3x10 each side @2 rest 20 setup 45')
  expect((await take(/Calendar/)).bytes.toString()).toContain('SUMMARY:A copy of tonight')
  const wav = await take(/^Bells and ticks WAV, the whole/)
  // 77:24 and four seconds for the last bell, two bytes a sample, and the header.
  expect(wav.bytes.length).toBe(44 + 2 * Math.round((77 * 60 + 24 + 4) * 22_050))
  const half = await take(/half the size/)
  expect(half.bytes.length).toBe(44 + 2 * Math.round((77 * 60 + 24 + 4) * 11_025))
})

test('a plan file is read in: faults with their paths, unknown items into the library', async ({ page }) => {
  await page.goto('/compose')
  const read = (name: string, json: unknown) =>
    page.getByLabel('Plan file').setInputFiles({
      name,
      mimeType: 'application/json',
      buffer: Buffer.from(typeof json === 'string' ? json : JSON.stringify(json)),
    })
  const plan = {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'From elsewhere',
    lengthMin: 20,
    groups: [{ id: 'all', name: 'All', ranks: [], headcount: 8 }],
    blocks: [
      {
        id: 'b',
        title: 'Spiral step',
        phase: 'drill',
        technique: 'spiral-step',
        layer: 2,
        dose: { kind: 'count', reps: 10 },
      },
    ],
  }
  await read('bad.json', '{')
  await expect(page.getByRole('alert')).toContainText('bad.json is not JSON')
  await read('bad.json', {
    ...plan,
    lengthMin: 3,
    blocks: [{ ...plan.blocks[0], dose: { kind: 'count', reps: 0 } }],
  })
  await expect(page.getByRole('alert')).toContainText('lengthMin must be a whole number from 5 to 240')
  await expect(page.getByRole('alert')).toContainText(
    'blocks[0].dose.reps must be a whole number from 1 to 999',
  )
  await read('good.json', plan)
  await expect(page.getByRole('alert')).toContainText(
    'works 1 item that the library does not have: Spiral step',
  )
  await page.getByRole('button', { name: 'Put them into the library and keep the plan' }).click()
  await expect(page.getByLabel('Name of the plan')).toHaveValue('From elsewhere')
  await page.goto('/curriculum/spiral-step')
  await expect(page.getByLabel('Layer 2', { exact: true })).toHaveValue('Layer 2')

  // Of plain time the file may leave open whether it is work: that is asked once, and both answers are kept.
  const plain = { id: 'c', title: 'Stretch it out', phase: 'cooldown', dose: { kind: 'fixed', sec: 120 } }
  for (const [answer, active] of [
    ['worked', true],
    ['talked through', false],
  ] as const) {
    await page.goto('/compose')
    await read('open.json', { ...plan, title: `Said to be ${answer}`, blocks: [...plan.blocks, plain] })
    await expect(page.getByRole('alert')).toContainText('does not say whether “Stretch it out”')
    await page.getByRole('radio', { name: answer }).check()
    await page.getByRole('button', { name: 'Keep the plan' }).click()
    await expect(page.getByLabel('Name of the plan')).toHaveValue(`Said to be ${answer}`)
    const id = new URL(page.url()).pathname.split('/').at(-1)
    type Kept = { plan: { blocks: { id: string; dose: { active?: boolean } }[] } }
    const { blocks } = (await ask<Kept>(page, `/api/plans/${id}`)).plan
    expect(blocks.find((block) => block.id === 'c')?.dose.active).toBe(active)
  }
})

test('plans are found by their boards and laid side by side; an old version comes back', async ({ page }) => {
  const id = await openCopy(page)
  await page.getByLabel('Name of the plan').fill('Renamed')
  await page.getByLabel('Name of the plan').press('Enter')
  await kept(page)
  await page.getByRole('button', { name: 'Files and print' }).click()
  await page.getByRole('menuitem', { name: /Versions/ }).click()
  await page.getByRole('button', { name: 'Look at version 1' }).click()
  const looked = page.getByRole('region', { name: 'That version' })
  await expect(looked).toContainText('Named “Renamed”, was “A copy of tonight”.')
  await page.getByLabel('Name of version 1').fill('before renaming')
  await page.getByLabel('Name of version 1').press('Tab')
  await page.getByRole('button', { name: 'Back to version 1' }).click()
  await expect(page.getByLabel('Name of the plan')).toHaveValue('A copy of tonight')
  await kept(page)
  await page.goto('/compose')
  await page.getByLabel('Find a plan').fill('wrist turn-out')
  const found = page.getByRole('listitem').filter({ hasText: 'A copy of tonight' }).first()
  await expect(found).toBeVisible()
  await page.getByLabel('Find a plan').fill('unheardof')
  await expect(page.getByText('No plan mentions “unheardof”.')).toBeVisible()
  await page.goto(`/compose/compare?a=${id}`)
  await page.getByLabel('The second plan').selectOption({ index: 3 })
  await expect(page.getByRole('region', { name: 'What the time goes to' })).toContainText('Throws')
  await expect(page.getByRole('region', { name: 'First plan' })).toContainText('2:24 over')
})

test('the shelf tells what is due and why, is narrowed, and gives boards of past classes', async ({
  page,
}) => {
  await openCopy(page)
  await page.getByRole('tab', { name: 'Due' }).click()
  const due = page.getByRole('tabpanel').getByRole('button', { name: /days ago|never drilled/ })
  await expect(due.first()).toBeVisible()
  await page.getByRole('button', { name: 'Plum', exact: true }).click()
  await expect(page.getByText('For Plum, most due first')).toBeVisible()
  await page.getByRole('tab', { name: 'Library' }).click()
  await page.getByRole('button', { name: 'Narrow it' }).click()
  await page.getByLabel('For the group').selectOption({ label: 'for Plum' })
  await page.getByLabel('Rank status').selectOption('new')
  await page.getByLabel('Worked').selectOption('partner')
  const names = page.locator('.shelf .place .name')
  await expect(names.first()).toBeVisible()
  expect(await names.count()).toBeLessThan(30)
  await page.getByRole('tab', { name: 'Past' }).click()
  await page.getByLabel('Find a past class').fill('drilled')
  await page
    .getByRole('tabpanel')
    .getByRole('button', { name: /drilled/ })
    .first()
    .click()
  await page.getByRole('button', { name: /^Take Each rank its own/ }).click()
  expect(await order(page)).toContain('each-rank-its-own-on-one-count')
  await kept(page)
})

test('the frame, the print and the comparison have no serious findings of axe', async ({ page }) => {
  const id = await openCopy(page)
  await page.keyboard.press('f')
  await expect(tray(page).getByRole('button', { name: /^Do it/ })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.getByRole('tab', { name: 'Due' }).click()
  await page.keyboard.press('Control+a')
  expect(await seriousFindings(page)).toEqual([])
  await page.goto(`/print/${id}`)
  await page.getByRole('article').first().waitFor()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto(`/compose/compare?a=${id}&b=${id}`)
  await page.getByRole('region', { name: 'What the time goes to' }).waitFor()
  expect(await seriousFindings(page)).toEqual([])
})

for (const groups of [1, 8])
  test(`${groups} groups with long names and short boards stay in view`, async ({ page }) => {
    const id = await page.evaluate(async (count) => {
      const plan = {
        format: 'golden-lintel/plan',
        version: 1,
        title: 'A name as long as the winter evening on which somebody thought of it and wrote it down',
        lengthMin: 45,
        groups: Array.from({ length: count }, (_, g) => ({
          id: `g${g}`,
          name: `Group of the long name number ${g + 1}`,
          ranks: [],
          headcount: 40,
        })),
        blocks: Array.from({ length: 12 }, (_, b) => ({
          id: `b${b}`,
          title: `A short board with a title that is far too long for its height, the ${b + 1}th`,
          phase: 'drill',
          mode: b % 3 ? 'together' : 'oneCount',
          dose: { kind: 'count', reps: 1 },
          ...(b % 3
            ? {}
            : {
                tracks: Array.from({ length: count }, (_, g) => ({
                  groups: [`g${g}`],
                  technique: 'front-kick',
                })),
              }),
        })),
      }
      const answer = await fetch('/api/plans', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ plan }),
      })
      return ((await answer.json()) as { id: string }).id
    }, groups)
    await page.goto(`/compose/${id}`)
    await expect(page.locator('[data-board]')).toHaveCount(12)
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    )
    expect(wide).toBe(0)
    // Every board can be read: at least a line high, and none over the next.
    const boxes = await page
      .locator('[data-board]')
      .evaluateAll((all) =>
        all.map((one) => one.getBoundingClientRect()).map(({ top, bottom }) => [top, bottom]),
      )
    boxes.forEach(([top = 0, bottom = 0], n) => {
      expect(bottom - top).toBeGreaterThanOrEqual(24)
      expect(boxes[n + 1]?.[0] ?? Infinity).toBeGreaterThanOrEqual(bottom)
    })
    await expect(page.getByRole('button', { name: /Go to floor/ })).toBeInViewport()
  })
