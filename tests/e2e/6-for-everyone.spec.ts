import { seriousFindings } from './axe'
import { expect, test } from './club'
import { openPlan, signIn } from './steps'

/** No serious findings of axe on any view. */
test('the sign-in', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('the sheet of a new club', async ({ page }) => {
  await page.goto('/new-club')
  await page.getByText('Holding and throwing').waitFor()
  expect(await seriousFindings(page)).toEqual([])
})

for (const [path, there] of [
  ['/', 'h1'],
  ['/compose', 'main li'],
  ['/floor', '.stage'],
  ['/people', '[data-student]'],
  ['/term', 'main li'],
  ['/term/balance', 'canvas'],
  ['/term/programme', 'h3'],
  ['/curriculum', 'table'],
  ['/curriculum/hip-throw', '#rungs'],
  ['/curriculum/map?to=throw-combination', '.node.lit'],
  ['/curriculum/shapes?shape=pad-rounds', '[data-phase]'],
  ['/curriculum/files', 'input[type=file]'],
  ['/syllabus', '[role=gridcell]'],
  ['/settings', '#limits'],
] as const)
  test(`the page ${path}`, async ({ page }) => {
    await signIn(page)
    await page.goto(path)
    await page.locator(there).first().waitFor()
    expect(await seriousFindings(page)).toEqual([])
  })

test('Compose with each kind of board chosen, and a student’s page', async ({ page }) => {
  await signIn(page)
  await page.goto('/compose')
  await openPlan(page, 'Grips and hips')
  for (const id of ['run', 'kicks', 'hip-throw', 'lapel-ladder', 'forms']) {
    await page.locator(`[data-board="${id}"]`).click()
    // The board and its bench are what is another with each.
    const within = ['.bench', `[data-board="${id}"]`]
    expect(await seriousFindings(page, id === 'run' ? {} : { within }), id).toEqual([])
  }
  await page.goto('/people')
  await page.getByRole('link', { name: 'Corisande Bly' }).click()
  await page.getByRole('table').first().waitFor()
  expect(await seriousFindings(page)).toEqual([])
})
