import { readFileSync } from 'node:fs'
import { seriousFindings } from './axe'
import { expect, test, type Page } from './club'
import { ask, classOfToday, goToFirstBow, signIn } from './steps'

/** The roster and its files, guests at the door, students from home, and partners, as the club's people work with them. */
test.beforeEach(({ page }) => signIn(page))

const openRoster = async (page: Page) => {
  await page.goto('/people/roster')
  await expect(page.getByRole('heading', { name: 'Roster', exact: true })).toBeVisible()
}
/** Something to be waited for, and what lets it pass. */
function gate(): [Promise<void>, () => void] {
  let open = () => {}
  return [new Promise((done) => (open = done)), () => open()]
}
const kept = (page: Page) => expect(page.getByText('all changes kept')).toBeVisible()

test('students are added one after the other by keyboard, found, and what is wrong is said', async ({
  page,
}) => {
  await openRoster(page)
  await page.getByLabel('First name').fill('Ines')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'Ines', exact: true })).toBeVisible()
  await expect(page.getByLabel('First name')).toBeFocused()
  await page.keyboard.type('Mateo')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Vale')
  await page.getByLabel('Rank', { exact: true }).selectOption('Teal')
  await page.getByLabel('Born').fill('2999-01-01')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toHaveText('Birth date must not be in the future.')
  await page.getByLabel('Born').fill('2012-05-06')
  await page.keyboard.press('Enter')
  await page.getByLabel('Find by name, family or note').fill('mateo')
  await expect(page.locator('tbody tr')).toHaveCount(1)
  await expect(page.locator('tbody tr')).toContainText('Teal')
  await page.getByLabel('Find by name, family or note').fill('wrist')
  await expect(page.locator('tbody tr')).toContainText('Emeric Tan')
  expect(await seriousFindings(page)).toEqual([])
})

test('on slow Wi-Fi the next is typed while the one before is on its way; who could not be added goes off again, once', async ({
  page,
}) => {
  await openRoster(page)
  const [mayGo, goOn] = gate()
  let isDown = true
  await page.route('**/api/roster', async (route) => {
    if (route.request().method() !== 'POST') return route.continue()
    await mayGo
    await (isDown ? route.abort() : route.continue())
  })
  const name = page.getByLabel('First name')
  await name.fill('Ottoline')
  await name.press('Enter')
  await page.keyboard.type('Perrin')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Quill')
  await expect(page.getByRole('status').filter({ hasText: 'On the way: Ottoline, Perrin' })).toBeVisible()
  goOn()
  const unkept = page.getByRole('alert').getByRole('listitem')
  await expect(unkept).toHaveCount(2)
  await expect(unkept.first()).toContainText('Ottoline is not kept')
  await expect(page.getByRole('button', { name: 'Change Ottoline' })).toHaveCount(0)
  await expect(name).toHaveValue('Quill')
  isDown = false
  await page.getByRole('button', { name: 'Try Ottoline again' }).click()
  await page.getByRole('button', { name: 'Leave Perrin out' }).click()
  await expect(page.getByRole('link', { name: 'Ottoline', exact: true })).toHaveCount(1)
  await expect(unkept).toHaveCount(0)
  await expect(name).toHaveValue('Quill')
  // What is not kept is changed once nothing else is being typed.
  isDown = true
  await name.press('Enter')
  await expect(unkept).toHaveCount(1)
  await expect(name).toHaveValue('')
  isDown = false
  await page.getByRole('button', { name: 'Change Quill' }).click()
  await expect(name).toHaveValue('Quill')
  await page.getByLabel('Last name', { exact: true }).fill('Ostrander')
  await name.press('Enter')
  await expect(page.getByRole('link', { name: 'Quill Ostrander', exact: true })).toHaveCount(1)
  await expect(page.getByRole('link', { name: 'Perrin', exact: true })).toHaveCount(0)
})

test('a student is edited where they stand, kept by itself and undone; ranks have a history', async ({
  page,
}) => {
  await openRoster(page)
  await page.getByRole('link', { name: 'Lotte Varga' }).click()
  await expect(page.getByRole('heading', { name: 'Lotte Varga' })).toBeVisible()
  await page.getByLabel('Family').fill('Varga-Holm')
  await page
    .getByRole('radiogroup', { name: 'Photos and films' })
    .getByRole('radio', { name: 'no', exact: true })
    .click()
  await page.getByRole('button', { name: '+ a contact' }).click()
  await page.getByLabel('name', { exact: true }).fill('Erik Holm')
  await page.getByLabel('phone').fill('555 0199')
  await page.getByLabel('Height, cm').fill('16')
  await page.getByLabel('Height, cm').press('Tab')
  await expect(page.getByRole('alert')).toHaveText('Height must be a whole number from 40 to 260.')
  await page.getByLabel('Height, cm').fill('164')
  await page.getByLabel('Height, cm').press('Tab')
  await page.getByPlaceholder('Keep apart from…').fill('dario')
  await page.getByRole('option', { name: /Dario Penhale/ }).click()
  await page.getByLabel('Stripes').selectOption('3')
  await kept(page)
  await expect(page.getByRole('table', { name: 'Given before' })).toContainText('kept by Marit Vasshaug')
  await page.reload()
  await expect(page.getByLabel('Family')).toHaveValue('Varga-Holm')
  await expect(page.getByLabel('phone')).toHaveValue('555 0199')
  await expect(page.getByRole('group', { name: 'Never paired with' })).toContainText('Dario Penhale')
  await page.getByLabel('Family').fill('Holm')
  await page.getByLabel('Family').press('Tab')
  await kept(page)
  await page.getByRole('button', { name: 'Undo the last change to this student' }).click()
  await expect(page.getByLabel('Family')).toHaveValue('Varga-Holm')
  await kept(page)
  expect(await seriousFindings(page)).toEqual([])
  await page.getByRole('button', { name: 'Archive' }).click()
  await expect(page.getByText('archived', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Archive' })).toBeVisible()
})

test('a file is shown row by row, refused whole for one bad row, taken over, and then changes nothing', async ({
  page,
}) => {
  await openRoster(page)
  await page.getByRole('button', { name: 'Files in and out' }).click()
  const read = (text: string) =>
    page.setInputFiles('input[type=file]', {
      name: 'roster.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    })
  const head = 'first name,last name,born,rank,contacts\n'
  await read(`${head}Pia,Lund,2010-02-30,Chalk,\nRui,Sato,2001-01-01,Amber,Ken Sato | brother | 555 0100\n`)
  await expect(page.getByText('Fix these rows first; nothing was imported.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeDisabled()
  const good = `${head}Pia,Lund,2010-02-27,Chalk,\nRui,Sato,2001-01-01,Amber,Ken Sato | brother | 555 0100\nOdalys,Fenn,,Amber,\n`
  await read(good)
  await expect(page.getByText('born taken out')).toBeVisible()
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Imported: 2 added, 1 changed.')).toBeVisible()
  await read(good)
  await expect(page.getByText('The roster is like this already.')).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save as CSV' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('roster-personal-data.csv')
  expect(readFileSync(await download.path(), 'utf8')).toContain('Rui,Sato,2001-01-01')
})

test('the desk keeps the roster without seeing health; an assistant has no roster', async ({
  browser,
  baseURL,
}) => {
  const open = async (who: 2 | 3) => {
    const page = await (await browser.newContext({ baseURL })).newPage()
    await signIn(page, who)
    await page.goto('/people')
    await expect(page.getByRole('heading', { name: 'Register' })).toBeVisible()
    return page
  }
  const desk = await open(3)
  await desk.getByRole('link', { name: 'Roster' }).click()
  await desk.getByRole('link', { name: 'Emeric Tan' }).click()
  await expect(desk.getByRole('heading', { name: 'Agreed to' })).toBeVisible()
  await expect(desk.getByText('wrist')).toHaveCount(0)
  await expect(desk.getByText('For the floor')).toHaveCount(0)
  const assistant = await open(2)
  await expect(assistant.getByRole('link', { name: 'Roster' })).toHaveCount(0)
  for (const page of [desk, assistant]) await page.context().close()
})

const cell = (page: Page, name: string, what: string) =>
  page.getByRole('button', { name: `${name}: ${what}` })
async function openRegister(page: Page): Promise<string> {
  const classId = await classOfToday(page)
  await page.goto(`/people?class=${classId}`)
  await expect(page.locator('[data-student]').first()).toBeVisible()
  return classId
}

test('a guest is here with a name and a rank, is seen on another device, and kept afterwards', async ({
  page,
  context,
}) => {
  const classId = await openRegister(page)
  const other = await context.newPage()
  await other.goto(`/people?class=${classId}`)
  await expect(other.locator('[data-student]').first()).toBeVisible()
  await page.getByRole('button', { name: 'Add, here now' }).click()
  await expect(page.getByRole('alert')).toHaveText('The name is wanted.')
  await page.getByLabel('Name of who is new').fill('Zora Finch')
  await page.getByRole('radio', { name: 'Plum' }).click()
  await page.getByRole('button', { name: 'Add, here now' }).click()
  for (const device of [page, other])
    await expect(cell(device, 'Zora Finch', 'here')).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('group', { name: 'Zora Finch' })).toContainText('tries a class')
  await openRoster(page)
  await page.getByRole('link', { name: 'Zora Finch' }).click()
  await page.getByRole('button', { name: 'Keep as a member' }).click()
  await expect(page.getByRole('button', { name: 'Keep as a member' })).toHaveCount(0)
})

test('from home is seen and cautioned, and not on the mat; partners are made of who is here', async ({
  page,
}) => {
  await openRegister(page)
  for (const name of ['Anselm Quaye', 'Dario Penhale', 'Yusra Blackett', 'Petra Lowell'])
    await cell(page, name, 'here').click()
  await cell(page, 'Emeric Tan', 'more').click()
  await page.getByRole('menuitem', { name: 'from home' }).click()
  await expect(page.getByText('Emeric, from home:')).toBeVisible()
  await expect(page.locator('dd').first()).toHaveText('4')
  await page.getByRole('button', { name: 'Partners', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Partners' })
  await panel.getByRole('combobox').first().selectOption({ label: 'Hip throw' })
  await panel.getByRole('button', { name: 'Pair who is here' }).click()
  await expect(panel.getByText('2 pairs', { exact: true })).toBeVisible()
  await expect(panel.getByText('Emeric')).toHaveCount(0)
  const groups = panel.locator('.groups li')
  const first = await groups.allInnerTexts()
  await panel.getByRole('button', { name: 'Others' }).click()
  await expect.poll(() => groups.allInnerTexts()).not.toEqual(first)
  const pin = panel.getByRole('button', { name: /^Pin/ }).first()
  const pinned = (await pin.getAttribute('aria-label')) ?? ''
  // Whoever comes while that is worked out is fitted in by it.
  const isPinned = page.waitForResponse((answer) => answer.request().method() === 'PUT')
  await pin.click()
  await isPinned
  await expect(panel.getByRole('button', { name: pinned })).toHaveAttribute('aria-pressed', 'true')
  // Somebody comes late: one group becomes a three, the pin stands.
  await cell(page, 'Lotte Varga', 'late').click()
  await expect(panel.getByRole('status').filter({ hasText: 'Lotte V came' })).toBeVisible()
  await panel.getByRole('button', { name: 'Fit in with the fewest changes' }).click()
  await expect(panel.getByText('1 pair and 1 group of three', { exact: true })).toBeVisible()
  await expect(panel.getByRole('button', { name: pinned })).toHaveAttribute('aria-pressed', 'true')
  await panel.getByLabel('One of two').selectOption({ label: 'Petra L' })
  await panel.getByLabel('The other').selectOption({ label: 'Lotte V' })
  await panel.getByRole('button', { name: 'They may. Pair them' }).click()
  await expect(groups.filter({ hasText: 'Petra L' }).filter({ hasText: 'Lotte V' })).toHaveCount(1)
  expect(await seriousFindings(page)).toEqual([])
})

test('a pin tapped while others are worked out is taken after them, and a list read before it takes it back no more', async ({
  page,
}) => {
  await openRegister(page)
  for (const name of ['Anselm Quaye', 'Dario Penhale', 'Yusra Blackett', 'Petra Lowell'])
    await cell(page, name, 'here').click()
  await page.getByRole('button', { name: 'Partners', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Partners' })
  await panel.getByRole('combobox').first().selectOption({ label: 'Hip throw' })
  await panel.getByRole('button', { name: 'Pair who is here' }).click()
  await expect(panel.getByText('2 pairs', { exact: true })).toBeVisible()
  // A list that was read now is answered at the very end; those read later not at all.
  const [isRead, read] = gate()
  const [mayAnswer, answer] = gate()
  let reads = 0
  await page.route('**/partners', async (route) => {
    if (reads++ > 0) return route.abort()
    const response = await route.fetch()
    read()
    await mayAnswer
    await route.fulfill({ response })
  })
  await cell(page, 'Lotte Varga', 'late').click()
  await isRead
  const [mayAsk, askOthers] = gate()
  await page.route('**/partners/*', async (route) => {
    await mayAsk
    await route.continue()
  })
  await panel.getByRole('button', { name: 'Others' }).click()
  const pin = panel.getByRole('button', { name: /^Pin/ }).first()
  const pinned = panel.getByRole('button', { name: (await pin.getAttribute('aria-label')) ?? '' })
  await pin.click()
  await expect(pinned).toHaveAttribute('aria-pressed', 'true')
  const taken = page.waitForResponse(
    (response) => response.request().postDataJSON()?.way === 'fit' && response.ok(),
  )
  askOthers()
  expect(((await (await taken).json()) as { pins: string[][] }).pins).toHaveLength(1)
  await expect(panel.getByRole('button', { name: 'Others' })).toBeEnabled()
  await expect(pinned).toHaveAttribute('aria-pressed', 'true')
  const late = page.waitForEvent('requestfinished', (request) => request.url().endsWith('/partners'))
  answer()
  await late
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  await expect(pinned).toHaveAttribute('aria-pressed', 'true', { timeout: 1 })
})

test('what was paired is read out on the floor, with another partner each round', async ({ page }) => {
  const classId = await openRegister(page)
  await page.getByRole('button', { name: /^All here/ }).click()
  await expect(page.locator('dd').first()).toHaveText(/^3\d$/)
  await page.getByRole('button', { name: 'Partners', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Partners' })
  await panel.getByRole('combobox').first().selectOption({ label: 'Hip throw' })
  await panel.getByLabel('Rounds with a change of partner').fill('3')
  await panel.getByLabel('Rounds with a change of partner').press('Tab')
  await panel.getByRole('button', { name: 'Pair who is here' }).click()
  await expect(panel.getByRole('tab')).toHaveCount(3)
  const [pairs] = await ask<{ rounds: { groups: { students: string[] }[] }[] }[]>(
    page,
    `/api/classes/${classId}/partners`,
  )
  const met = pairs!.rounds.flatMap(({ groups }) =>
    groups.flatMap(({ students }) =>
      students.flatMap((a, n) => students.slice(n + 1).map((b) => [a, b].sort().join())),
    ),
  )
  expect(new Set(met).size).toBe(met.length)
  await page.goto(`/floor?class=${classId}`)
  await page.getByRole('button', { name: /^Start/ }).click()
  const title = page.getByRole('heading', { level: 1 })
  for (let n = 0; n < 40 && (await title.innerText()) !== 'Hip throw'; n++) await page.keyboard.press('n')
  await page.getByRole('button', { name: /^Partners: \d+ groups/ }).click()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByRole('tab')).toHaveCount(3)
  const round = sheet.locator('.pairs')
  const first = await round.innerText()
  await sheet.getByRole('tab', { name: '2' }).click()
  await expect(round).not.toHaveText(first)
})

test('who has had what: read by arrows, sorted by who has gone longest without, saved', async ({ page }) => {
  await page.goto('/people/practised')
  const first = page.locator('td[data-item]').first()
  await first.focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('tbody tr:nth-child(2) td').nth(1)).toBeFocused()
  await expect(page.locator('.said')).toContainText(/: (never|asked for|fresh|fading|due|long due)/)
  await page.getByLabel('Find an item').fill('hands up')
  await page.getByRole('button', { name: 'Hands up, voice, leave' }).click()
  const last = await page.locator('tbody tr').last().innerText()
  await page.getByRole('button', { name: 'by rank again' }).click()
  await expect(page.locator('tbody tr').last()).not.toHaveText(last)
  await page.getByLabel('Find an item').fill('')
  const everybody = await page.locator('tbody tr').count()
  await page.getByLabel('Group').selectOption('Teal')
  await expect.poll(() => page.locator('tbody tr').count()).toBeLessThan(everybody)
  const ranks = await page.locator('tbody tr th').allInnerTexts()
  expect(ranks.every((text) => text.includes('Teal'))).toBe(true)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ])
  expect(download.suggestedFilename()).toContain('personal-data')
  expect(await seriousFindings(page)).toEqual([])
})

test('the reader’s stand-in: a key, a band, a tag nobody owns is given to somebody', async ({ page }) => {
  const classId = await openRegister(page)
  await goToFirstBow(page, classId)
  await page.goto('/people/reader')
  await page.getByRole('button', { name: 'Make one' }).click()
  await page.getByLabel('the network is gone').check()
  await page.getByRole('button', { name: /^Petra Lowell/ }).click()
  await page.getByLabel('Tag', { exact: true }).fill('BAND-77')
  await page.getByRole('button', { name: 'Tap this tag' }).click()
  await expect(page.getByText('2 wait on the reader')).toBeVisible()
  await page.getByLabel('the network is gone').uncheck()
  await expect(page.getByText('nothing waits')).toBeVisible()
  const log = page.locator('.log li')
  // Another class of this evening may know her already.
  await expect(log.filter({ hasText: 'Petra Lowell' })).toContainText(/here|late|again/)
  await expect(log.filter({ hasText: 'BAND-77' })).toContainText('unknown')
  // Of the classes of this evening the tap is of one; there the tag is given to whoever held it.
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const classes = await ask<{ id: string; day: string }[]>(page, '/api/classes')
  let heard = ''
  for (const { id, day } of classes)
    if (
      day === today &&
      (await ask<{ tag: string }[]>(page, `/api/classes/${id}/door`)).some(({ tag }) => tag === 'BAND-77')
    )
      heard = id
  await page.goto(`/people?class=${heard}`)
  const door = page.getByRole('region', { name: 'Heard by the reader' })
  await door.getByRole('button', { name: 'Whose?' }).click()
  await door.getByPlaceholder('Whose tag is it?').fill('tamsin')
  await page.getByRole('option', { name: /Tamsin Ojeda/ }).click()
  await expect(door.getByText('BAND-77')).toHaveCount(0)
})

test('how everybody came, who is under the minimum, and what an absent student missed', async ({ page }) => {
  await page.goto('/people/attendance')
  await expect(page.getByRole('heading', { name: 'Attendance' })).toBeVisible()
  const rows = page.locator('tbody tr')
  const all = await rows.count()
  await page.getByRole('button', { name: 'Rate' }).click()
  const rates = (await rows.locator('td:nth-child(2)').allInnerTexts()).map((text) => parseInt(text, 10))
  expect(rates.slice(0, 20)).toEqual([...rates.slice(0, 20)].sort((a, b) => a - b))
  expect(await seriousFindings(page)).toEqual([])
  await page.getByLabel('under 2 a week only').check()
  expect(await rows.count()).toBeLessThan(all)
  await page.getByLabel('under 2 a week only').uncheck()
  await rows.first().getByRole('link').click()
  await expect(page.getByRole('region', { name: 'Attendance' })).toContainText('in a row')
  await page.getByRole('button', { name: 'Show the classes before' }).click()
  await expect(page.getByText(/Was not there\. Their group had /).first()).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})
