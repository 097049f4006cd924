import { readFileSync } from 'node:fs'
import { seriousFindings } from './axe'
import { expect, test, type Page } from './club'
import { ask, classOfToday, goToFirstBow, openInCompose, signIn } from './steps'

/** What is seen beside the marks, what is read out, who is here, and the records of one person, as the club's people work with them. */
test.beforeEach(({ page }) => signIn(page))

async function openRegister(page: Page): Promise<string> {
  const id = await classOfToday(page)
  await page.goto(`/people?class=${id}`)
  await expect(page.getByRole('heading', { name: 'Register' })).toBeVisible()
  return id
}
const row = (page: Page, name: string) => page.getByRole('group', { name, exact: true })
const cell = (page: Page, name: string, what: string) =>
  page.getByRole('button', { name: `${name}: ${what}`, exact: true })
const allHere = async (page: Page) => {
  await page.getByRole('button', { name: /^All here/ }).click()
  await expect(page.locator('dd').first()).toHaveText(/^3\d$/)
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0)
}
async function openStudent(page: Page, name: string): Promise<void> {
  const students = await ask<{ id: string; name: string }[]>(page, '/api/students')
  await page.goto(`/people/${students.find((one) => one.name === name)?.id}`)
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible()
}

test('a fault is told on the floor in two taps, stands with the student and the item, closes, and comes back', async ({
  page,
}) => {
  const classId = await openRegister(page)
  await allHere(page)
  await page.goto(`/floor?class=${classId}`)
  await page.getByRole('button', { name: /^Start/ }).click()
  const hipThrow = page.getByRole('heading', { level: 1, name: 'Hip throw' })
  for (let board = 0; board < 60 && !(await hipThrow.isVisible()); board++)
    await page.getByRole('button', { name: /^Next/ }).click()
  await page.getByRole('button', { name: /^Corrections/ }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('In your own words').fill('looks at the floor')
  await sheet.getByRole('button', { name: 'Oona', exact: true }).click()
  await expect(sheet.getByText('Oona looks at the floor')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.keyboard.press('Escape')

  await openStudent(page, 'Oona Farrow')
  const card = page.getByRole('region', { name: 'Open corrections' })
  await expect(card.getByText('looks at the floor')).toBeVisible()
  await card.getByRole('button', { name: 'Hip throw, looks at the floor: seen right' }).click()
  await expect(card.getByText('looks at the floor')).toHaveCount(0)
  await card.getByRole('button', { name: /^Seen right: / }).click()
  await card.getByRole('button', { name: 'Hip throw, looks at the floor: seen again' }).click()
  await expect(card.getByText('seen 2 times, came back')).toBeVisible()
  await page.reload()
  await expect(card.getByText('seen 2 times, came back')).toBeVisible()

  await page.goto('/curriculum/hip-throw')
  const listed = page.getByRole('region', { name: 'Open corrections' })
  await expect(listed.getByText('looks at the floor')).toBeVisible()
  await expect(listed.getByRole('link', { name: 'Oona Farrow' }).first()).toBeVisible()
})

test('an explanation is ended with one press, by key too, and taken back', async ({ page }) => {
  const classId = await openRegister(page)
  await allHere(page)
  await page.goto(`/floor?class=${classId}`)
  await goToFirstBow(page, classId)
  await page.reload()
  await page.getByRole('button', { name: /^Start/ }).click()
  const kicks = page.getByRole('heading', { level: 1, name: 'Kicks on one count' })
  for (let board = 0; board < 60 && !(await kicks.isVisible()); board++)
    await page.getByRole('button', { name: /^Next/ }).click()
  const begin = page.getByRole('button', { name: /begin now, / })
  // In the transition to the board there is nothing to end yet.
  await expect(begin).toHaveCount(0)
  await page.getByRole('button', { name: /^Next/ }).click()
  await expect(page.getByText('Show it', { exact: true })).toBeVisible()
  await begin.click()
  await expect(page.getByText('Show it', { exact: true })).toHaveCount(0)
  await expect(begin).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Undo beginning/ })).toBeEnabled()
  await page.keyboard.press('u')
  await expect(page.getByText('Show it', { exact: true })).toBeVisible()
  await page.keyboard.press('b')
  await expect(page.getByText('Show it', { exact: true })).toHaveCount(0)
})

test('a fault that is told while the network is away is kept on the device and arrives once', async ({
  page,
  context,
}) => {
  const classId = await openRegister(page)
  await allHere(page)
  await expect(page.getByRole('heading', { name: 'Open corrections tonight' })).toBeVisible()
  const again = page.getByRole('button', { name: /: seen again$/ }).first()
  const name = ((await again.getAttribute('aria-label')) ?? '').replace(': seen again', '')
  await context.setOffline(true)
  await page.getByRole('button', { name: `${name}: seen right` }).click()
  await expect(page.getByText(/taps? waits? for the server/)).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0, { timeout: 15_000 })
  const { sightings } = await ask<{ sightings: { kind: string; at: number }[] }>(
    page,
    `/api/classes/${classId}`,
  )
  const newest = Math.max(...sightings.map(({ at }) => at))
  expect(sightings.filter(({ at }) => at === newest)).toHaveLength(1)
})

test('a tap that the server does not take is told on every page until it is put away, and holds up no other', async ({
  page,
  context,
  browser,
}) => {
  const classId = await openRegister(page)
  await expect(cell(page, 'Juno Abara', 'here')).toBeVisible()
  await context.setOffline(true)
  await cell(page, 'Juno Abara', 'here').click()
  await expect(page.getByText(/1 tap waits for the server/)).toBeVisible()
  const other = await browser.newPage()
  await signIn(other, 1)
  const deleted = await other.evaluate(async (id) => {
    const sent = { method: 'DELETE', headers: { 'content-type': 'application/json' }, body: '{}' }
    return (await fetch(`/api/classes/${id}`, sent)).status
  }, classId)
  expect(deleted).toBe(200)
  await other.close()
  await context.setOffline(false)
  const bar = page.getByRole('region', { name: 'Not kept by the server' })
  await expect(bar).toContainText('1 tap could not be kept.')
  await page.goto('/')
  await bar.getByRole('button', { name: /could not be kept/ }).click()
  await expect(bar).toContainText('Juno Abara: here')
  await bar.getByRole('button', { name: 'Try again' }).click()
  await expect(bar).toContainText('1 tap could not be kept.')
  expect(await seriousFindings(page)).toEqual([])
  // On a phone on the floor it leaves the keys free.
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/floor')
  const keys = page.getByRole('navigation', { name: 'Run the class' })
  await expect(keys.getByRole('button').last()).toBeVisible()
  const [told, pressed] = [await bar.boundingBox(), await keys.boundingBox()]
  expect(told!.y + told!.height).toBeLessThanOrEqual(pressed!.y)
  await page.setViewportSize({ width: 1280, height: 800 })
  // Another class goes on as if nothing were.
  await openRegister(page)
  await cell(page, 'Juno Abara', 'here').click()
  await expect(page.getByText(/waits? for the server/)).toHaveCount(0)
  await expect(cell(page, 'Juno Abara', 'here')).toHaveAttribute('aria-pressed', 'true')
  await bar.getByRole('button', { name: /could not be kept/ }).click()
  await bar.getByRole('button', { name: 'Put away' }).click()
  await expect(bar).toHaveCount(0)
  await page.reload()
  await expect(cell(page, 'Juno Abara', 'here')).toHaveAttribute('aria-pressed', 'true')
  await expect(bar).toHaveCount(0)
})

test('what is to be read out is written on Today, stands at the closing board and in the recap', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Add a notice' }).click()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('alert')).toHaveText('Say what is to be read out.')
  await page.getByLabel('What is to be read out').fill('Bring a towel on Saturday')
  await page.getByRole('button', { name: 'Keep it' }).click()
  const column = page.getByRole('region', { name: 'To be read out' })
  await expect(column.getByText('Bring a towel on Saturday')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])

  const classId = await classOfToday(page)
  await page.goto(`/floor?class=${classId}`)
  await goToFirstBow(page, classId)
  await page.reload()
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByText('Bring a towel on Saturday')).toHaveCount(0)
  const last = page.getByText('bow out', { exact: true })
  for (let board = 0; board < 60 && !(await last.isVisible()); board++)
    await page.getByRole('button', { name: /^Next/ }).click()
  await expect(page.getByText('Bring a towel on Saturday')).toBeVisible()
  // On a phone what is read out leaves the groups in sight.
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(page.getByRole('article').first()).toBeInViewport({ ratio: 0.9 })
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.getByRole('button', { name: /^Finish/ }).click()
  const sure = page.getByRole('button', { name: 'Finish now' })
  const bowedOut = page.getByRole('heading', { name: 'Bowed out' })
  await expect(sure.or(bowedOut)).toBeVisible()
  if (await sure.isVisible()) await sure.click()
  await expect(bowedOut).toBeVisible()
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.getByRole('button', { name: 'Copy the recap' }).click()
  const recap = await page.evaluate(() => navigator.clipboard.readText())
  expect(recap).toMatch(/^A copy of tonight/)
  expect(recap).toContain('- Bring a towel on Saturday')

  await page.goto('/')
  await column.getByRole('button', { name: 'Bring a towel on Saturday: more' }).click()
  await page.getByRole('menuitem', { name: 'Off the list' }).click()
  await expect(column.getByText('Bring a towel on Saturday')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(column.getByText('Bring a towel on Saturday')).toBeVisible()
})

test('a board asks for a figure of each, which is entered in two taps and shown over time', async ({
  page,
}) => {
  const classId = await openRegister(page)
  const { planId } = await ask<{ planId: string }>(page, `/api/classes/${classId}`)
  await openInCompose(page, planId)
  await page.locator('[data-board="wrists"]').click()
  await page.getByLabel('Asks for').selectOption('tries that scored')
  await expect(page.getByText('all changes kept')).toBeVisible()
  await page.goto(`/people?class=${classId}`)
  await allHere(page)
  const figures = page.getByRole('region', { name: 'Figures of drills' })
  const line = figures.locator('.figure').filter({ hasText: 'Wrist turn-out' })
  await line.getByRole('button', { name: /^Figures: 0 of 3\d/ }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('radio', { name: /^Oona/ }).click()
  await sheet.getByRole('button', { name: '7', exact: true }).click()
  await expect(sheet.getByRole('radio', { name: 'Oona 7' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.keyboard.press('Escape')
  await expect(line.getByRole('button', { name: /^Figures: 1 of 3\d/ })).toBeVisible()
  await openStudent(page, 'Oona Farrow')
  const over = page.getByRole('region', { name: 'Over time' })
  const option = over.locator('option').filter({ hasText: 'Wrist turn-out: tries that scored' })
  const value = (await option.getAttribute('value')) ?? ''
  await over.getByLabel('What is shown over time').selectOption(value)
  await over.getByText('As a table').click()
  await expect(over.getByText('7 of 10 scored')).toBeVisible()
})

test('who is tapped on one device changes the heads and the checks on another, which has the plan open', async ({
  page,
  context,
}) => {
  const classId = await openRegister(page)
  const { planId } = await ask<{ planId: string }>(page, `/api/classes/${classId}`)
  const other = await context.newPage()
  await openInCompose(other, planId)
  const heads = other.locator('.group em').first()
  const planned = Number(await heads.innerText())
  await cell(page, 'Juno Abara', 'more').click()
  await page.getByRole('menuitem', { name: 'away', exact: true }).click()
  await expect(heads).toHaveText(String(planned - 1), { timeout: 3000 })
  await expect(page.getByRole('heading', { name: /to plan for$/ })).toBeVisible()
  await cell(page, 'Juno Abara', 'here').click()
  await expect(heads).toHaveText(String(planned), { timeout: 3000 })
  await other.close()
})

test('a long press and keys reach the rarer states of a line', async ({ page }) => {
  await openRegister(page)
  const who = row(page, 'Galo Pember').locator('.who')
  const box = (await who.boundingBox())!
  await page.mouse.move(box.x + 20, box.y + box.height / 2)
  await page.mouse.down()
  await expect(page.getByRole('menuitem', { name: 'excused' })).toBeVisible()
  await page.mouse.up()
  await page.getByRole('menuitem', { name: 'excused' }).click()
  await expect(row(page, 'Galo Pember')).toContainText('excused')
  await expect(page).toHaveURL(/\/people\?class/)
  await cell(page, 'Wren Tolliver', 'here').focus()
  await page.keyboard.press('h')
  await expect(cell(page, 'Wren Tolliver', 'here')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ArrowDown')
  await expect(cell(page, 'Wren Tolliver', 'here')).not.toBeFocused()
  await expect(page.locator('.cell[data-cell="here"]:focus')).toHaveCount(1)
})

test('a correction after the class says what changed for whom, and why', async ({ page }) => {
  const classes = await ask<{ id: string; title: string; state: string }[]>(page, '/api/classes')
  const held = classes.find(({ title, state }) => title === 'Entries on the move' && state === 'finished')
  await page.goto(`/people?class=${held?.id}`)
  const panel = page.getByRole('region', { name: 'Corrections', exact: true })
  await panel.getByLabel(/^Why/).fill('was at another hall')
  const there = page.locator('.row.here').first()
  const name = (await there.getAttribute('aria-label')) ?? ''
  await cell(page, name, 'more').click()
  await page.getByRole('menuitem', { name: 'away', exact: true }).click()
  await expect(panel.getByText('Marit Vasshaug: was at another hall')).toBeVisible()
  await expect(panel.locator('.for').first()).toContainText(name)
  await expect(panel.locator('.for').first()).toContainText(/−\d+ /)
})

test('after the class the times somebody was there are typed; what that changes is said before it is kept', async ({
  page,
}) => {
  type Held = { id: string; title: string; state: string; startTime: string }
  const classes = await ask<Held[]>(page, '/api/classes')
  const held = classes.find(({ title, state }) => title === 'Entries on the move' && state === 'finished')!
  await page.goto(`/people?class=${held.id}`)
  const there = page.locator('.row.here').nth(2)
  const name = (await there.getAttribute('aria-label')) ?? ''
  await cell(page, name, 'late').click()
  const dialog = page.getByRole('dialog')
  const [hours, minutes] = held.startTime.split(':').map(Number) as [number, number]
  const came = `${String(hours)}:${String(minutes + 25).padStart(2, '0')}`
  await dialog.getByLabel('Left').fill(held.startTime)
  await expect(dialog.getByRole('alert')).toBeVisible()
  await dialog.getByLabel('Left').fill('')
  await dialog.getByLabel('Came').fill(came)
  await expect(dialog.getByRole('listitem').first()).toHaveText(/, layer \d: −\d/)
  await expect(dialog.getByText(/also changes the record/)).toHaveCount(0)
  expect(await seriousFindings(page)).toEqual([])
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toHaveCount(0)
  const panel = page.getByRole('region', { name: 'Corrections', exact: true })
  await expect(panel.locator('.for').filter({ hasText: name }).first()).toContainText(/−\d+ /)
  await expect(cell(page, name, 'late')).toHaveAttribute('aria-pressed', 'true')
  // Opened again, the time stands; from the first bow on, all is as it was.
  await cell(page, name, 'late').click()
  await expect(dialog.getByLabel('Came')).toHaveValue(came)
  await dialog.getByLabel('Came').fill('')
  await expect(dialog.getByRole('listitem').first()).toHaveText(/, layer \d: \+\d/)
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(cell(page, name, 'late')).toHaveAttribute('aria-pressed', 'true')
})

test('partners are made on Compose, put together by two taps, and printed', async ({ page }) => {
  const classId = await openRegister(page)
  await allHere(page)
  const { planId } = await ask<{ planId: string }>(page, `/api/classes/${classId}`)
  await openInCompose(page, planId)
  await page.locator('[data-board="hip-throw"]').click()
  await page.getByRole('button', { name: 'Partners…' }).click()
  const panel = page.getByRole('region', { name: 'Partners' })
  await panel.getByRole('button', { name: 'Pair who is here' }).click()
  const groups = panel.locator('.groups li')
  await expect(groups.first()).toBeVisible()
  const nameIn = async (n: number) =>
    (await groups.nth(n).getByRole('button').first().innerText()).split('\n').at(-1)!.trim()
  // Two of one pool who are not together yet; whoever must not is said, so it is tried until two may.
  const first = await nameIn(0)
  let areTogether = false
  const most = await groups.count()
  for (let n = 1; n < most && !areTogether; n++) {
    const second = await nameIn(n)
    await groups.filter({ hasText: first }).getByRole('button', { name: first, exact: false }).first().click()
    await groups
      .filter({ hasText: second })
      .getByRole('button', { name: second, exact: false })
      .first()
      .click()
    const refused = panel.getByText(/must not/)
    const together = groups.filter({ hasText: first }).filter({ hasText: second })
    await expect(refused.or(together).first()).toBeVisible()
    areTogether = await together.isVisible()
  }
  expect(areTogether).toBe(true)
  expect(await seriousFindings(page)).toEqual([])
  await page.goto(`/print/partners/${classId}`)
  await expect(page.getByRole('heading', { name: 'Hip throw' })).toBeVisible()
  await expect(page.locator('.round li').first()).toContainText(' – ')
})

test('two records of one person become one and two again; their file is saved; they are erased by name', async ({
  page,
}) => {
  await page.goto('/people/roster')
  for (const name of ['Robin', 'Robyn']) {
    await page.getByLabel('First name').fill(name)
    await page.getByLabel('Last name').fill('Quill')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('link', { name: `${name} Quill` })).toBeVisible()
  }
  await page.getByRole('link', { name: 'Robin Quill' }).click()
  await page.getByRole('combobox', { name: 'The other record' }).fill('robyn')
  await page.getByRole('option', { name: /Robyn Quill/ }).click()
  await page.getByRole('button', { name: 'They are one' }).click()
  const record = page.getByRole('region', { name: 'The record itself' })
  await expect(record.getByText(/Merged with Robyn Quill/)).toBeVisible()
  await record.getByRole('button', { name: 'Undo the merge' }).click()
  await expect(record.getByText(/Merged with/)).toHaveCount(0)
  expect(await seriousFindings(page)).toEqual([])

  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save all about them' }).click()
  const file = await saving
  expect(file.suggestedFilename()).toBe('robin-quill.person.json')
  expect(readFileSync((await file.path())!, 'utf8')).toContain('Personal data of Robin Quill')

  await page.getByRole('button', { name: 'Erase…' }).click()
  await page.getByRole('button', { name: 'Erase them' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  await page.getByLabel(/To be sure/).fill('Robin Quill')
  await page.getByRole('button', { name: 'Erase them' }).click()
  await expect(page.getByRole('heading', { name: 'Roster', exact: true })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Robyn Quill' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Robin Quill' })).toHaveCount(0)
})
