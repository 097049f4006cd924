import { readFile } from 'node:fs/promises'
import { chapterTimes } from '../core/formats/vtt'
import { expect, test, type Page } from './club'
import { allSent, ask, goToFirstBow, MINUTE, openInCompose, passTime, signIn } from './steps'

/** Two skills in one exchange, combinations, routines, forms move by move, series, and versions of one's own: made, run, and recorded. */
test.beforeEach(({ page }) => signIn(page))

/** A copy of the plan that shows each of these once; its id. */
async function ownCopy(page: Page): Promise<string> {
  const plans = await ask<{ id: string; title: string }[]>(page, '/api/plans')
  const id = plans.find(({ title }) => title === 'Kicks and checks')?.id
  const { plan } = await ask<{ plan: object }>(page, `/api/plans/${id}`)
  return (await ask<{ id: string }>(page, '/api/plans', { plan: { ...plan, title: 'A copy' } })).id
}
async function openOwn(page: Page) {
  const id = await ownCopy(page)
  await openInCompose(page, id)
  return id
}
const board = (page: Page, id: string) => page.locator(`[data-board="${id}"]`)
const bench = (page: Page) => page.getByRole('complementary', { name: 'The selected board' })
async function pick(page: Page, label: string, words: string) {
  const field = bench(page).getByRole('combobox', { name: label, exact: true })
  await field.click()
  await field.fill(words)
  await bench(page).getByRole('listbox').getByRole('option').first().click()
}
const planOf = async <T>(page: Page, id: string) =>
  (await ask<{ plan: { blocks: (T & { id: string })[] } }>(page, `/api/plans/${id}`)).plan.blocks

test('the partner works on something of their own: said on the bench, the board, the card and in the sentence', async ({
  page,
}) => {
  const id = await openOwn(page)
  await board(page, 'joined-kicks').click()
  await expect(bench(page).getByText('The partner works on')).toHaveCount(0)
  await bench(page).getByRole('radio', { name: 'In turn' }).click()
  await pick(page, 'The partner works on', 'low parry')
  await bench(page).getByLabel('Side of the partner’s item').selectOption('other')
  await expect(board(page, 'joined-kicks')).toContainText('partner: Low parry, other side')
  await expect(page.locator('[data-test="sum"]')).toContainText(
    '30 × Front and round kick, joined and 30 × Low parry each',
  )
  await expect
    .poll(
      async () =>
        (await planOf<{ receives?: object }>(page, id)).find((b) => b.id === 'joined-kicks')?.receives,
    )
    .toEqual({ technique: 'low-parry', layer: 1, side: 'other' })
  await page.goto(`/print/${id}`)
  await expect(page.getByText('partner: Low parry, other side').first()).toBeVisible()
})

test('with one role again the answer goes, and the plan is still kept', async ({ page }) => {
  const id = await openOwn(page)
  await board(page, 'kick-and-check').click()
  await bench(page).getByRole('button', { name: 'Dose of stage 1' }).click()
  await bench(page).getByRole('radio', { name: 'Alone' }).first().click()
  await expect
    .poll(async () => {
      const [block] = (await planOf<{ dose?: { stages?: { receives?: object }[] } }>(page, id)).filter(
        (b) => b.id === 'kick-and-check',
      )
      return block?.dose?.stages?.map(({ receives }) => receives !== undefined)
    })
    .toEqual([false, false, true])
})

test('a combination is typed, turned about and mirrored at a key, and climbed to', async ({ page }) => {
  await openOwn(page)
  await board(page, 'joined-kicks').click()
  const chain = bench(page).locator('[data-test="chain"]')
  const typed = bench(page).getByLabel('Made of')
  await typed.fill('hook, round kick, low other side x2, sidestep')
  await typed.press('Enter')
  await expect(bench(page).getByRole('alert')).toHaveText('Nothing in the library is called “sidestep”.')
  await typed.fill('hook, round kick, low other side x2')
  await typed.press('Enter')
  await expect(chain).toHaveText('Hook → 2 × Round kick, low, other side')
  await typed.press('Alt+r')
  await expect(chain).toHaveText('2 × Round kick, low, other side → Hook')
  await typed.press('Alt+m')
  await expect(chain).toHaveText('2 × Round kick, low → Hook, other side')
  await page.getByRole('textbox', { name: 'Find in the library' }).fill('front and round kick, joined')
  await page
    .getByRole('button', { name: /^Front and round kick, joined/ })
    .first()
    .hover()
  await page.getByRole('button', { name: 'Front and round kick, joined, part by part' }).click()
  const ladder = page.getByRole('option', { name: /part by part/ })
  await expect(ladder).toContainText('Front kick, rear leg, alone')
  await expect(ladder).toContainText('With a partner')
})

test('a routine is typed as lines, moved by keys, and gone through twice', async ({ page }) => {
  const id = await openOwn(page)
  await board(page, 'twelve').click()
  await bench(page).getByRole('button', { name: 'Type it as lines' }).click()
  const lines = bench(page).getByLabel('The routine, one exercise a line')
  await lines.fill('10 jumping jacks\n3y5 circles')
  await bench(page).getByRole('button', { name: 'Take these lines' }).click()
  await expect(bench(page).getByRole('alert')).toContainText('Line 2')
  // Each line is read as it is typed; words that are not understood are marked, and are not taken for a name.
  await lines.fill('press ups 10 rest 5\nbear walks smoothly 30s')
  await expect(bench(page)).toContainText('Press-up 10, on the count')
  await expect(bench(page)).toContainText('“smoothly” is not understood')
  await bench(page).getByRole('button', { name: 'Take these lines' }).click()
  await expect(bench(page).getByRole('alert')).toContainText('Line 2: “smoothly” is not understood')
  await lines.fill('10 jumping jacks / leg swing 8 each side\narm circles 20s each side')
  await bench(page).getByRole('button', { name: 'Take these lines' }).click()
  await expect(bench(page).getByLabel('Exercise 2', { exact: true })).toHaveValue('Leg swing')
  await bench(page).getByLabel('Exercise 2', { exact: true }).press('Alt+ArrowUp')
  await expect(bench(page).getByLabel('Exercise 1', { exact: true })).toHaveValue('Leg swing')
  await bench(page)
    .getByRole('button', { name: 'Laps: more' })
    .or(bench(page).getByLabel('More Laps'))
    .first()
    .click()
  await expect(board(page, 'twelve')).toContainText('3 exercises, 2 times through')
  await expect(board(page, 'twelve')).toContainText('Leg swing · Jumping jacks · Arm circles')
  await expect
    .poll(async () => {
      const [block] = (
        await planOf<{ dose?: { laps: number; entries: { technique?: string }[] } }>(page, id)
      ).filter((b) => b.id === 'twelve')
      return [block?.dose?.laps, block?.dose?.entries.map(({ technique }) => technique)]
    })
    .toEqual([2, ['leg-swing', null, null].map((one) => one ?? undefined)])
})

test('a form is stepped through on the floor; a version of one’s own is a tap and is what is recorded; the parts of a combination stand in their history', async ({
  page,
}) => {
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const made = { planId: await ownCopy(page), day: today, startTime: '18:30', lengthMin: 75 }
  const { id: classId } = await ask<{ id: string }>(page, '/api/classes', made)
  await page.goto(`/people?class=${classId}`)
  await page
    .getByRole('button', { name: 'Teague Ashby: here' })
    .or(page.locator('[data-student] .cell'))
    .first()
    .click()
  const row = page.locator('[data-student]').first()
  const name = (await row.getAttribute('aria-label')) ?? ''
  const layer = row.getByRole('button', { name: /Change it$/ })
  await expect(layer).toHaveText('Two kicks, a rest between')
  // A version is kept by a request of its own.
  const kept = () =>
    page.waitForResponse((answer) => answer.url().endsWith('/layer') && answer.request().method() === 'PUT')
  for (let press = 0; press < 2; press++) await Promise.all([kept(), layer.click()])
  await expect(layer).toHaveText('Either leg first')
  await allSent(page)
  await page.reload()
  await expect(row.getByRole('button', { name: /Change it$/ })).toHaveText('Either leg first')

  await page.goto(`/floor?class=${classId}`)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await goToFirstBow(page, classId)
  await page.getByRole('button', { name: /^Start/ }).click()
  await passTime(page, 9 * MINUTE)
  // Each part at its version.
  await expect(
    page.getByText(/^Front kick, rear leg(, [^→]+)? → Round kick, middle(, [^→]+)?, other side →/).first(),
  ).toBeVisible()
  await expect(page.getByText(`${name.split(' ')[0]} Either leg first`).first()).toBeVisible()
  // On the floor it is a tap too: up to the highest, and round again.
  await page
    .getByText(`${name.split(' ')[0]} Either leg first`)
    .first()
    .click()
  const who = page.getByRole('dialog').getByRole('button', { name })
  for (const version of ['Two kicks, a rest between', 'Two kicks, one breath', 'Either leg first']) {
    await who.click()
    await expect(who).toContainText(version)
  }
  await page.getByRole('button', { name: 'Done' }).click()
  await passTime(page, 3.5 * MINUTE)
  await expect(page.getByText('Partner:').first()).toBeVisible()
  // That board waits for the word, and its first rung is counted by it: five each way, and each ended by it.
  await page.keyboard.press('b')
  for (let turn = 0; turn < 4; turn++) {
    for (let call = 0; call < 5; call++) await page.keyboard.press('b')
    await page.keyboard.press('d')
    await passTime(page, 6000)
  }
  await passTime(page, 2.5 * MINUTE)
  await expect(page.getByText('Rung 3 of 3: Check and answer')).toBeVisible()
  // On to the form, board by board.
  const moves = page.getByRole('region', { name: 'Move by move' })
  for (let n = 0; n < 12 && !(await moves.isVisible()); n++) await page.keyboard.press('n')
  await expect(moves).toContainText('Low parry')
  await page.keyboard.press('.')
  await expect(moves).toContainText('Straight punch')
  await expect(moves).toContainText('count 2 of')
  await passTime(page, 20 * MINUTE)
  // Two forms after it wait for the word.
  await page.keyboard.press('f')
  await page.getByRole('button', { name: 'Finish now' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bowed out')
  await expect(page.getByText('What each practised is in the ledger.')).toBeVisible()
  await expect
    .poll(async () => (await ask<{ state: string }>(page, `/api/classes/${classId}`)).state)
    .toBe('finished')

  await page.goto('/people')
  await page.getByRole('link', { name, exact: true }).first().click()
  const combined = page.getByRole('row', { name: /Round kick, middle/ }).last()
  await expect(page.getByRole('heading', { name: 'In combinations' })).toBeVisible()
  await expect(combined).toContainText('30')
  await expect(page.getByRole('cell', { name: '3 · Either leg first' })).toBeVisible()
  await expect(page.getByText('At a version of their own')).toBeVisible()

  await page.goto('/term')
  await page.getByRole('button', { name: new RegExp(`^More for .*A copy of ${today}`) }).click()
  await page.getByRole('menuitem', { name: 'Chapters for a recording…' }).click()
  await page.getByRole('dialog').getByLabel('rungs and exercises').check()
  const download = page.waitForEvent('download')
  await page.getByRole('dialog').getByRole('button', { name: 'Save the file' }).click()
  const file = await readFile(await (await download).path(), 'utf8')
  expect(file).toContain('Line up, bow, mat and kit')
  const chapters = chapterTimes(file)
  // Begun when the button was pressed, a moment after the planned bow.
  const [from, to, title] = chapters[0] ?? []
  expect(title).toBe('Line up, bow, mat and kit')
  expect([from?.slice(0, 7), to?.slice(0, 7)]).toEqual(['00:00:0', '00:01:1'])
  expect(chapters.map(([, , title]) => title)).toContain('Kick and check: Check and answer')
})

test('the curriculum: a helper, a film, steps of a version, a move; kept, and on the sheets', async ({
  page,
}) => {
  await page.goto('/curriculum/side-kick')
  const edit = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
  await edit('Who holds or helps: Does', 'holds the long pad')
  await edit('Who holds or helps: For a parent', 'Hold a cushion at your hip.')
  await page.getByRole('button', { name: '+ film, sheet or page' }).click()
  await edit('Reference 1: title', 'Side kick, slowly')
  await edit('Reference 1: address or file', 'https://films.example/side-kick')
  await edit('Reference 1: begins at the minute', '2:30')
  await page.getByLabel('Steps of').selectOption('2')
  await page.getByRole('button', { name: '+ step' }).click()
  // Enter begins the next.
  await edit('Step 1', 'Cross behind')
  await edit('Step 2', 'Kick to the side')
  await expect(page.getByText('Steps 1 to 2, on the count')).toBeVisible()
  await expect(page.getByText('all changes kept')).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Reference 1: begins at the minute', { exact: true })).toHaveValue('2:30')
  const link = page.getByRole('link', { name: 'Open Side kick, slowly in a new tab' })
  await expect(link).toHaveAttribute('href', 'https://films.example/side-kick')
  await expect(link).toHaveAttribute('target', '_blank')
  await page.goto('/curriculum/form-weir')
  await page
    .getByRole('button', { name: /^moves/ })
    .first()
    .click()
  await page.getByRole('button', { name: '+ move' }).click()
  await edit('Move 1', 'Gate opens')
  await edit('Move 1: towards', 'left')
  await edit('Move 1: steps', '1')
  await expect(
    page.getByRole('img', { name: /The path of the form across the floor, 1 moves?/ }),
  ).toBeVisible()
})

test('a series is used lesson by lesson; who missed one is known, and what must come first', async ({
  page,
}) => {
  await page.goto('/curriculum/series')
  const lesson = (n: number) => page.getByRole('article', { name: `Lesson ${n}` })
  await expect(lesson(1)).toContainText('Held')
  await lesson(1)
    .getByRole('button', { name: /missed it/ })
    .click()
  await expect(lesson(1).locator('[data-test="missed"]')).not.toBeEmpty()
  await expect(lesson(3)).toContainText('To be given next.')
  await page.getByLabel('Who joins midway?').selectOption({ label: 'Odalys Fenn' })
  await expect(lesson(4)).toContainText(/First: .*(Front kick|Shin check)/)
  await lesson(3).getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByLabel('Name of the plan')).toHaveValue(
    'From the grip to the kick 3: Sets of ten, out of the grip',
  )
  await expect(page.getByRole('option').first()).toBeVisible()
})
