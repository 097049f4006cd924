import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from './club'
import { openPlan, signIn } from './steps'

/** No serious findings of axe on any view. */
async function findings(page: Page): Promise<string[]> {
  const { violations, passes } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  // A run that looked at nothing would find nothing.
  expect(passes.length).toBeGreaterThan(8)
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(
        ({ target, failureSummary }) => `${id}: ${target.join(' ')} ${failureSummary?.split('\n')[1] ?? ''}`,
      ),
    )
}

test('the sign-in', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toBeVisible()
  expect(await findings(page)).toEqual([])
})

test('the sheet of a new club', async ({ page }) => {
  await page.goto('/new-club')
  await page.getByText('Holding and throwing').waitFor()
  expect(await findings(page)).toEqual([])
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
    expect(await findings(page)).toEqual([])
  })

test('Compose with each kind of board chosen, and a student’s page', async ({ page }) => {
  await signIn(page)
  await page.goto('/compose')
  await openPlan(page, 'Grips and hips')
  for (const id of ['run', 'kicks', 'hip-throw', 'lapel-ladder', 'forms']) {
    await page.locator(`[data-board="${id}"]`).click()
    expect(await findings(page), id).toEqual([])
  }
  await page.goto('/people')
  await page.getByRole('link', { name: 'Corisande Bly' }).click()
  await page.getByRole('table').first().waitFor()
  expect(await findings(page)).toEqual([])
})
