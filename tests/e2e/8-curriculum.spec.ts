import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './club'
import { ask, openPlan, signIn } from './steps'

/** What there is to teach: found, read, changed, drawn, asked for, and carried in and out as files. */

const kept = (page: Page) => expect(page.getByTestId('save-state').first()).toHaveText('all changes kept')

async function openItem(page: Page, id: string) {
  await page.goto(`/curriculum/${id}`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
}
const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })

test.beforeEach(async ({ page }) => signIn(page))

test('the library is behind the menu, found by a fault, and opened by keyboard', async ({ page }) => {
  await page.getByRole('button', { name: 'Library and club' }).click()
  await page.getByRole('menuitem', { name: /Curriculum/ }).click()
  await expect(page.getByRole('heading', { name: '95 items' })).toBeVisible()
  await page.locator('h1').click()
  await page.keyboard.press('/')
  await page.keyboard.type('supporting foot stays')
  await expect(page.locator('#library-rows [role=option]')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/round-kick$/)
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Round kick, middle')
  await expect(page.getByLabel('Correction 1')).toHaveValue('turn the heel to the pad, then kick')
  await expect(page.getByText('Broken down it takes')).toBeVisible()
})

test('the list narrows to what a rank is asked for, and arrows move through what is found', async ({
  page,
}) => {
  await page.goto('/curriculum')
  await page.getByLabel('Rank').selectOption({ label: 'asked of Ink' })
  await expect(page.getByText(/^15 of 95 items/)).toBeVisible()
  await page.getByLabel('Find in the library').fill('kick')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/curriculum\/(turning-back-kick|kick-combination)$/)
})

test('an item is changed where it stands, kept by itself, and undone', async ({ page }) => {
  await openItem(page, 'palm-strike')
  const point = page.getByLabel('Key point 1', { exact: true })
  await point.fill('Fingers back, heel of the palm first')
  await point.press('Enter')
  await kept(page)
  await page.getByRole('slider', { name: 'asks of wrists' }).press('ArrowRight')
  await kept(page)
  await page.reload()
  await expect(page.getByLabel('Key point 1', { exact: true })).toHaveValue(
    'Fingers back, heel of the palm first',
  )
  await expect(page.getByRole('slider', { name: 'asks of wrists' })).toHaveAttribute('aria-valuenow', '2')
  await page.getByLabel('Key point 1', { exact: true }).fill('Something else')
  await page.getByLabel('Key point 1', { exact: true }).press('Enter')
  await page.locator('h2').first().click()
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('Key point 1', { exact: true })).toHaveValue(
    'Fingers back, heel of the palm first',
  )
  await page.keyboard.press('Control+Shift+z')
  await expect(page.getByLabel('Key point 1', { exact: true })).toHaveValue('Something else')
  await page.getByRole('button', { name: 'Undo the last change to the item' }).click()
  // As it was, for the checks of the tests that follow.
  await page.getByRole('slider', { name: 'asks of wrists' }).press('ArrowLeft')
  await kept(page)
})

test('lists grow, move by keyboard and shrink; an empty row is no fault, and what is at fault holds up nothing else', async ({
  page,
}) => {
  await openItem(page, 'hammer-fist')
  await page.getByRole('button', { name: '+ key point' }).click()
  await page.keyboard.type('Breathe out as it lands')
  // Enter begins the next; left empty it is no fault, and is not kept.
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Key point 4', { exact: true })).toBeFocused()
  await kept(page)
  await page.reload()
  await expect(page.getByLabel('Key point 3', { exact: true })).toHaveValue('Breathe out as it lands')
  await expect(page.getByLabel('Key point 4', { exact: true })).toHaveCount(0)
  await page.getByLabel('Key point 3', { exact: true }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(page.getByLabel('Key point 2', { exact: true })).toHaveValue('Breathe out as it lands')
  await page.getByLabel('Key point 2', { exact: true }).focus()
  await page.getByRole('button', { name: 'key point 2: take out' }).click()
  await expect(page.getByLabel('Key point 3', { exact: true })).toHaveCount(0)
  await kept(page)
  // A name that cannot be and a figure out of range are told at their fields; the rest is kept all the same.
  await page.getByLabel('Name', { exact: true }).fill('')
  await page.getByLabel('Name', { exact: true }).press('Enter')
  await expect(page.getByRole('alert').first()).toHaveText('Type a name.')
  await page.getByLabel('Key point 1', { exact: true }).fill('From above, like a hammer')
  await page.getByLabel('Key point 1', { exact: true }).press('Tab')
  await expect(page.getByTestId('save-state').first()).toContainText(
    'kept but for what is marked: Type a name',
  )
  await expect
    .poll(
      async () =>
        (await ask<{ items: { id: string; keyPoints: string[] }[] }>(page, '/api/library')).items.find(
          ({ id }) => id === 'hammer-fist',
        )?.keyPoints[0],
    )
    .toBe('From above, like a hammer')
  await page.getByLabel('Name', { exact: true }).fill('Hammer fist')
  await page.getByLabel('Name', { exact: true }).press('Enter')
  await kept(page)
  await page.getByLabel('Intensity').fill('44')
  await page.getByLabel('Intensity').press('Tab')
  await expect(page.getByText('Intensity must be a number from 1 to 10.')).toBeVisible()
  await expect(page.getByTestId('save-state').first()).toHaveText('kept but for 1 figure marked red')
})

test('a circle in what builds on what is refused, with the circle named', async ({ page }) => {
  await openItem(page, 'back-fall')
  await page.getByRole('combobox', { name: 'Add what it builds on' }).fill('side break')
  await page.getByRole('option', { name: /Side breakfall/ }).click()
  await expect(
    page.getByText('would go in a circle: Back breakfall → Side breakfall → Back breakfall'),
  ).toHaveCount(2)
  // What was refused may stand on the device as a draft; the club does not have it.
  const { items } = await ask<{ items: { id: string; prerequisites: unknown[] }[] }>(page, '/api/library')
  expect(items.find(({ id }) => id === 'back-fall')?.prerequisites).toEqual([])
})

test('an alias can be what the club says', async ({ page }) => {
  await openItem(page, 'front-kick')
  await page.getByLabel('we say').selectOption('Snap kick')
  await kept(page)
  await expect(page.getByRole('option', { name: /Snap kick/ }).first()).toBeVisible()
  await page.getByLabel('we say').selectOption('Front kick, rear leg')
  await kept(page)
})

test('an item that is known is put away and brought back; one nobody knows is deleted', async ({ page }) => {
  await openItem(page, 'hip-throw')
  await page.getByRole('button', { name: 'Take it out of the library' }).click()
  await expect(page.getByText('Put away: it is not offered any more')).toBeVisible()
  await expect(page.getByText('put away (1)')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('Put away: it is not offered any more')).toHaveCount(0)
  await page.goto('/curriculum')
  await page.getByLabel('Name', { exact: true }).fill('Crab walk')
  await page.getByRole('button', { name: 'Add and open' }).click()
  await expect(page).toHaveURL(/crab-walk$/)
  await page.getByRole('button', { name: 'Take it out of the library' }).click()
  await expect(page.getByText('Crab walk is deleted: nothing referred to it.')).toBeVisible()
  await expect(page.getByText('95 of 95 items')).toBeVisible()
})

test('the partner ladder is open as far as it was earned, and can be made our own', async ({ page }) => {
  await openItem(page, 'lapel-strip')
  await expect(
    page.getByText(/Last on .*: 4 rungs, (\d+ of \d+ marks sound or sharp|no marks given)/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'write our own' }).click()
  await page.getByLabel('Rung 1', { exact: true }).fill('Held as we hold')
  await page.getByLabel('Rung 1', { exact: true }).press('Enter')
  await kept(page)
  await expect(page.getByText('the club’s own')).toBeVisible()
  await page.getByRole('button', { name: 'back to the usual' }).click()
  await expect(page.getByLabel('Rung 1', { exact: true })).toHaveValue('Held right, no force')
  await kept(page)
})

test('the map lights the way to an item, by mouse and by keyboard', async ({ page }) => {
  await page.goto('/curriculum/map')
  await page.getByRole('button', { name: 'Reap to hip throw' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'stands on' })).toHaveText(
    'Reap to hip throw: stands on 6 items.',
  )
  await expect(page.locator('.node.before')).toHaveCount(6)
  await page.locator('#map-throw-combination').focus()
  await page.keyboard.press('ArrowLeft')
  await expect(page).toHaveURL(/to=(hip-throw|outer-reap)/)
  await page.getByLabel('Find in the library').fill('back breakfall')
  await page.keyboard.press('Enter')
  await expect(page.locator('.node.lit')).toHaveText('Back breakfall')
  await expect(page.getByText(/Back breakfall: anyone may begin, leads to \d+/)).toBeVisible()
})

test('the syllabus shows gaps and order, and a cell is filled by keyboard', async ({ page }) => {
  await page.goto('/syllabus')
  const gap = page.getByRole('gridcell', { name: 'Ink, Falls' })
  await expect(gap).toHaveClass(/gap/)
  await page.getByRole('gridcell', { name: 'Chalk, Hands' }).focus()
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown']) await page.keyboard.press(key)
  for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowRight')
  await expect(gap).toBeFocused()
  await page.getByRole('combobox', { name: 'Ask for another item' }).fill('front break')
  await page.keyboard.press('Enter')
  await expect(gap).toContainText('Front breakfall')
  await page.getByLabel('practised').fill('60')
  await page.getByLabel('practised').press('Tab')
  await kept(page)
  await page.reload()
  await expect(page.getByRole('gridcell', { name: 'Ink, Falls' })).toContainText('Front breakfall')
  // A throw asked of beginners before what it builds on is explained.
  await page.getByRole('gridcell', { name: 'Chalk, Throws' }).click()
  await page.getByRole('combobox', { name: 'Ask for another item' }).fill('reap to hip')
  await page.keyboard.press('Enter')
  const note = page.getByText(
    'Reap to hip throw is asked of Chalk, but builds on Outer reap at layer 3, which is first asked of Plum.',
  )
  await expect(note).toBeVisible()
  await page.locator('h1').click()
  await page.keyboard.press('Control+z')
  await expect(note).toHaveCount(0)
  await kept(page)
})

test('settings are kept, limits say what is usual, and a rank that is worn cannot go', async ({ page }) => {
  await page.goto('/settings')
  await page.getByLabel('Beginners and what is ahead').selectOption('must not')
  await page.getByLabel('Jumps and landings in a class, under 13').fill('40')
  await page.getByLabel('Jumps and landings in a class, under 13').press('Tab')
  await expect(page.getByText('usually 60')).toBeVisible()
  await kept(page)
  await page.getByLabel('Time zone').fill('Atlantis')
  await page.getByLabel('Time zone').press('Tab')
  await expect(page.getByRole('alert')).toHaveText('Time zone must be a time zone, such as Europe/Dublin.')
  await page.getByRole('button', { name: 'Undo the last change to the settings' }).click()
  await kept(page)
  await page.getByLabel('Rank 3', { exact: true }).focus()
  await page.getByRole('button', { name: 'rank 3: take out' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Teal' }).first()).toContainText(
    'Teal cannot be removed: 8 students hold it',
  )
  await page.getByRole('button', { name: 'Undo the last change to the ranks' }).click()
  await expect(page.getByLabel('Rank 3', { exact: true })).toHaveValue('Teal')
  await page.reload()
  await expect(page.getByLabel('Rank 3', { exact: true })).toHaveValue('Teal')
  await expect(page.getByLabel('Jumps and landings in a class, under 13')).toHaveValue('40')
  // The club is left as it was: what is ahead may be tasted.
  await page.getByLabel('Beginners and what is ahead').selectOption('may, with a word to me')
  await kept(page)
})

test('the library goes out as CSV and comes in again changing nothing', async ({ page }) => {
  await page.goto('/curriculum/files')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /Library as CSV/ }).click(),
  ])
  const text = readFileSync(await download.path(), 'utf8')
  expect(text.charCodeAt(0)).toBe(0xfeff)
  await page.locator('input[type=file]').setInputFiles(csv('library.csv', text))
  await expect(page.getByTestId('import-counts')).toHaveText('0 added, 0 changed, 95 the same, 0 refused.')
  await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeDisabled()
  // Everything in one file says of ladder, syllabus, shapes and series too that they are the same.
  const [everything] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Everything/ }).click(),
  ])
  await page.locator('input[type=file]').setInputFiles(await everything.path())
  await expect(page.getByTestId('import-counts')).toContainText(/\d ranks, the same;/)
  await expect(page.getByTestId('import-counts')).toContainText('syllabus entries, the same;')
  await expect(page.getByText('Nothing would change: all of it is like this already.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeDisabled()
})

test('a spreadsheet’s file is shown row by row before it is taken over, all or nothing', async ({ page }) => {
  await page.goto('/curriculum/files')
  const bad = '\uFEFFname;category;layers;sides\r\nHook;hands;"one\nthe second";2\r\nBig jump;leaps;one;1\r\n'
  await page.locator('input[type=file]').setInputFiles(csv('ours.csv', bad))
  await expect(page.getByTestId('import-counts')).toHaveText('0 added, 1 changed, 0 the same, 1 refused.')
  await expect(page.getByRole('row', { name: /Big jump/ })).toContainText('category must be one of hands')
  await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeDisabled()
  const good = '\uFEFFname;category;layers;sides\r\nBig jump;conditioning;"one\nthe second";1\r\n'
  await page.locator('input[type=file]').setInputFiles(csv('ours.csv', good))
  await expect(page.getByTestId('import-counts')).toHaveText('1 added, 0 changed, 0 the same, 0 refused.')
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Imported: 1 added, 0 changed.')).toBeVisible()
  await openItem(page, 'big-jump')
  await expect(page.getByLabel('Layer 2', { exact: true })).toHaveValue('the second')
  await page.getByRole('button', { name: 'Take it out of the library' }).click()
  await expect(page.getByText('is deleted')).toBeVisible()
})

test('five thousand rows show how far they are and can be stopped; nothing is changed then', async ({
  page,
}) => {
  await page.goto('/curriculum/files')
  const rows = Array.from({ length: 5000 }, (_, n) => `Many ${n},kicks,"one\ntwo",look ${n}`)
  const text = `name,category,layers,key points\n${rows.join('\n')}\n`
  await page.locator('input[type=file]').setInputFiles(csv('many.csv', text))
  await expect(page.getByTestId('import-counts')).toHaveText(
    '5000 added, 0 changed, 0 the same, 0 refused.',
    {
      timeout: 60_000,
    },
  )
  // The server is made to take its time, so that there is time to stop.
  await page.route('**/api/imports/*/rows', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 150))
    await route.continue()
  })
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await expect(page.getByText(/Sending: [1-9]\d* of 5000/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('Stopped. Nothing was changed.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('95 of 95 items')).toBeVisible()
})

test('a file that is none of ours is told to be wrong', async ({ page }) => {
  await page.goto('/curriculum/files')
  const file = page.locator('input[type=file]')
  await file.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"x"}'),
  })
  await expect(page.getByRole('alert')).toContainText('format must be "golden-lintel/curriculum"')
  await file.setInputFiles(csv('x.csv', 'name,colour\nKick,red\n'))
  await expect(page.getByRole('alert')).toContainText('There is no column "colour".')
})

test('on the shelf an item is broken down, climbed as a ladder, and a shape is asked for by its length', async ({
  page,
}) => {
  await page.goto('/compose')
  await openPlan(page, 'Grips and hips')
  await expect(page.getByRole('listbox', { name: 'Boards' })).toBeVisible()
  const boards = page.locator('[data-board]')
  const before = await boards.count()
  await page.getByLabel('Find in the library').fill('front kick, rear')
  await page.getByRole('button', { name: /^Front kick, rear leg/ }).hover()
  await page.getByRole('button', { name: 'Break down Front kick, rear leg' }).click()
  await expect(page.locator('[data-board^="front-kick-rear-leg-broken-down"]')).toBeVisible()
  await page.getByRole('button', { name: 'Ladder of Front kick, rear leg' }).click()
  await expect(page.locator('[data-board^="front-kick-rear-leg-ladder"]')).toBeVisible()
  await page.getByRole('combobox', { name: 'And then… (a combination)' }).fill('palm strike')
  await page.getByRole('option', { name: /Palm strike/ }).click()
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue(
    'Front kick, rear leg, then Palm strike: ladder',
  )
  await page.getByRole('button', { name: 'To the shelf' }).click()
  await expect(page.getByText('lies on the shelf under Shapes')).toBeVisible()
  await page.getByRole('tab', { name: 'Shapes' }).click()
  await page.getByRole('button', { name: 'Rounds in three steps: a minute more' }).click()
  await page.getByRole('button', { name: 'Rounds in three steps: a minute more' }).click()
  await page.getByRole('button', { name: /^DR Rounds in three steps/ }).click()
  await expect(page.locator('[data-board^="rounds-feet"]')).toBeVisible()
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(boards).toHaveCount(before)
  await page.goto('/curriculum/shapes')
  await page.getByRole('link', { name: /Front kick, rear leg, then Palm strike: ladder/ }).click()
  await page.getByRole('button', { name: 'Take it off the shelf' }).click()
  await expect(
    page.getByRole('link', { name: /Front kick, rear leg, then Palm strike: ladder/ }),
  ).toHaveCount(0)
})

test('a mark and the fault that was seen are given on a student’s page', async ({ page }) => {
  await page.goto('/people')
  await page.getByRole('link', { name: 'Desmond Iyer' }).click()
  const mark = page.getByLabel(/: mark$/).first()
  await mark.selectOption('shaky')
  const fault = page.getByLabel(/: fault seen$/).first()
  const sent = page.waitForResponse((response) => response.request().postData()?.includes('"fault"') ?? false)
  await fault.selectOption({ index: 1 })
  const seen = await fault.inputValue()
  await sent
  await page.reload()
  await expect(page.getByLabel(/: mark$/).first()).toHaveValue('shaky')
  await expect(page.getByLabel(/: fault seen$/).first()).toHaveValue(seen)
})

test('a new club from empty: a ladder, a library, three items changed, a syllabus read in', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Library and club' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await page.getByRole('link', { name: 'Set up a new club' }).click()
  await page.getByLabel('Name of the club').fill('Harbour Lantern')
  await page.getByLabel('Time zone').fill('Europe/Oslo')
  await page.getByLabel('Your name').fill('Signe Arden')
  await page.getByLabel('Your e-mail').fill('signe@lantern.example')
  await page.getByLabel(/^A password/).fill('twelve letters or so')
  await page.getByText('Holding and throwing').click()
  await page.getByLabel('my own', { exact: true }).check()
  await page.getByLabel(/From the lowest up/).fill('Straw, Reed, River, Stone')
  await page.getByRole('button', { name: 'Set up the club' }).click()
  await expect(page.getByRole('heading', { name: '38 items' })).toBeVisible()
  for (const [id, point] of [
    ['hip-throw', 'Sleeve to the hip'],
    ['side-hold', 'Hips to the mat'],
    ['back-fall', 'Chin in'],
  ] as const) {
    await openItem(page, id)
    await page.getByLabel('Key point 1', { exact: true }).fill(point)
    await page.getByLabel('Key point 1', { exact: true }).press('Enter')
    await kept(page)
  }
  const rows = [
    'Straw,Back breakfall,2,80,reps',
    'Straw,hip-throw,1,60,reps',
    'Reed,Hip throw,2,100,reps',
    'River,Ground sparring from the knees,1,20,minutes',
  ]
  await page.goto('/curriculum/files')
  await page
    .locator('input[type=file]')
    .setInputFiles(csv('syllabus.csv', `rank,item,layer,target,unit\n${rows.join('\n')}\n`))
  await expect(page.getByTestId('import-counts')).toHaveText('4 added, 0 changed, 0 the same, 0 refused.')
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Syllabus imported: 4 added, 0 changed.')).toBeVisible()
  await page.goto('/syllabus')
  await expect(page.getByRole('gridcell', { name: 'Reed, Throws' })).toContainText('Hip throw ↑2')
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
})
