import { expect, test, type Page } from './club'
import { ask, goToFirstBow, openInCompose, passTime, signIn } from './steps'

/** What is inside a rep: typed in Compose, called on the floor. */
test.beforeEach(({ page }) => signIn(page))

/** A copy of the plan that shows each of these once; its id. */
async function ownCopy(page: Page): Promise<string> {
  const plans = await ask<{ id: string; title: string }[]>(page, '/api/plans')
  const id = plans.find(({ title }) => title === 'Kicks and checks')?.id
  const { plan } = await ask<{ plan: object }>(page, `/api/plans/${id}`)
  return (await ask<{ id: string }>(page, '/api/plans', { plan: { ...plan, title: 'Link by link' } })).id
}
const board = (page: Page, id: string) => page.locator(`[data-board="${id}"]`)
const bench = (page: Page) => page.getByRole('complementary', { name: 'The selected board' })
const blockOf = async (page: Page, plan: string, id: string) =>
  (await ask<{ plan: { blocks: { id: string }[] } }>(page, `/api/plans/${plan}`)).plan.blocks.find(
    (one) => one.id === id,
  )

test('a rep is typed link by link, who does which said with it; what the line does not say stays', async ({
  page,
}) => {
  const id = await ownCopy(page)
  await openInCompose(page, id)
  await board(page, 'front-kick-in-three').click()
  await expect(board(page, 'front-kick-in-three')).toContainText('lift the knee / kick / back and down')
  const line = bench(page).getByLabel('Link by link', { exact: true })
  await line.fill('step in / kick x30')
  await line.press('Enter')
  await expect(bench(page).getByRole('alert')).toContainText('kick x30')
  await line.fill('step in / kick 2 beats / back and down')
  await line.press('Enter')
  await expect(bench(page).locator('[data-test="links"]')).toHaveText('step in / kick / back and down')
  await expect
    .poll(() => blockOf(page, id, 'front-kick-in-three'))
    .toMatchObject({
      links: [
        { say: 'step in', by: 'A' },
        { say: 'kick', cue: 'hip behind it', beats: 2 },
        { say: 'back and down', cue: 'knee high on the way back' },
      ],
      dose: { sidesBy: 'set' },
    })
  // Both sides in every set, or once at half: the length says which.
  await bench(page).getByRole('radio', { name: 'At half' }).click()
  await expect(line).toHaveValue('step in / kick 2 beats / back and down')
  await bench(page).getByRole('radio', { name: 'Every set' }).click()
  await board(page, 'one-for-one').click()
  await bench(page).getByRole('button', { name: 'Turn the links about' }).click()
  await expect(bench(page).locator('[data-test="links"]')).toHaveText('B: punch / A: parry')
  // Alone nobody answers: what the other did goes, and trading with it.
  await bench(page).getByRole('radio', { name: 'Alone' }).click()
  await expect(bench(page).locator('[data-test="links"]')).toHaveText('parry')
  await expect.poll(() => blockOf(page, id, 'one-for-one')).not.toHaveProperty('dose.exchange')
  await page.keyboard.press('Control+z')
  await expect(bench(page).getByRole('radio', { name: 'Turn about' })).toBeChecked()
})

test('in turns each group goes on by itself after its own, for as long as its line says', async ({
  page,
}) => {
  const id = await ownCopy(page)
  await openInCompose(page, id)
  await board(page, 'front-kick-in-three').click()
  const modes = page.getByRole('group', { name: 'How the class shares the floor' })
  await modes.getByRole('button', { name: 'Turns' }).click()
  const then = bench(page).getByLabel('Then, by themselves, track 1')
  await then.fill('5:00')
  await then.press('Enter')
  await expect(bench(page).getByRole('alert')).toContainText('By themselves they do reps, rounds or holds')
  await then.fill('6 each side')
  await then.press('Enter')
  await expect
    .poll(() => blockOf(page, id, 'front-kick-in-three'))
    .toMatchObject({ mode: 'turns', tracks: [{ then: { kind: 'count', reps: 6, sides: 2 } }, {}, {}, {}] })
  // Together again there are no turns to come after.
  await modes.getByRole('button', { name: 'Together' }).click()
  await expect.poll(() => blockOf(page, id, 'front-kick-in-three')).toMatchObject({ mode: 'together' })
})

test('on a phone each link is called by its name, with its side and cue; who trade see their own count', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const made = { planId: await ownCopy(page), day: today, startTime: '18:30', lengthMin: 75 }
  const { id: classId } = await ask<{ id: string }>(page, '/api/classes', made)
  await page.goto(`/floor?class=${classId}`)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await goToFirstBow(page, classId)
  await page.getByRole('button', { name: /^Start/ }).click()
  const title = page.getByRole('heading', { level: 1 })
  const word = page.getByRole('heading', { level: 2 }).first()
  const stands = async () => `${await title.textContent()}: ${await word.textContent()}`
  /** Next cuts what is on; while a board is made ready it begins it. */
  const nextTo = async (wanted: string) => {
    for (let n = 0; n < 30 && (await title.textContent()) !== wanted; n++) {
      const before = await stands()
      await page.keyboard.press('n')
      await expect.poll(stands).not.toBe(before)
    }
    await expect(title).toHaveText(wanted)
  }
  await nextTo('Front kick in three')
  // Ten seconds between boards, half a minute to show it.
  await passTime(page, 41_000)
  const seen = new Set<string>()
  await expect(async () => {
    seen.add((await word.textContent()) ?? '')
    expect([...seen]).toEqual(expect.arrayContaining(['lift the knee', 'kick', 'back and down']))
  }).toPass({ intervals: [200] })
  await expect(page.getByText(/^[123] of 3 · (right|left) side · /)).toBeVisible()
  await nextTo('One for one')
  await passTime(page, 41_000)
  await expect(page.getByRole('timer')).toHaveAccessibleName(/^\d+ of 10, [AB]$/)
})

test('an item says what its rep is made of, at a version too, and what is called: it goes with it onto each board', async ({
  page,
}) => {
  await page.goto('/curriculum/front-kick')
  const called = page.getByRole('region', { name: 'How it is called' })
  const line = called.getByLabel('Link by link', { exact: true })
  await line.fill('look / lift 2 beats / kick')
  await line.press('Enter')
  await expect(called.getByTestId('links')).toHaveText('look / lift / kick')
  await called.getByLabel('Links of').selectOption({ index: 2 })
  await line.fill('skip / kick')
  await line.press('Enter')
  await called.getByRole('button', { name: /^Calls/ }).click()
  const calls = called.getByLabel('Called, one to a line')
  await calls.fill('left\nright → step back')
  await calls.blur()
  await called.getByRole('button', { name: /^Instead/ }).click()
  const instead = called.getByLabel('Instead, one to a line')
  await instead.fill('tired: sit down')
  await instead.blur()
  await expect(called.getByRole('alert')).toContainText('begin with')
  await instead.fill('not ready: lift the knee only')
  await instead.blur()
  await expect(page.getByText('all changes kept')).toBeVisible()
  const id = await ownCopy(page)
  await openInCompose(page, id)
  await board(page, 'front-kick-in-three').click()
  await page.keyboard.press('/')
  await page.keyboard.type('front kick, rear leg')
  await page.keyboard.press('Enter')
  await expect(bench(page).getByTestId('links')).toHaveText('look / lift / kick')
  await expect
    .poll(async () => (await ask<{ plan: { blocks: object[] } }>(page, `/api/plans/${id}`)).plan.blocks)
    .toContainEqual(
      expect.objectContaining({
        technique: 'front-kick',
        links: expect.arrayContaining([expect.objectContaining({ say: 'lift', beats: 2 })]),
        calls: expect.objectContaining({
          list: expect.arrayContaining([expect.objectContaining({ say: 'left' })]),
        }),
        instead: [expect.objectContaining({ if: 'ready', do: 'lift the knee only' })],
      }),
    )
})

test('a turn is typed with what the group does after it, and without it again', async ({ page }) => {
  const id = await ownCopy(page)
  await openInCompose(page, id)
  await board(page, 'front-kick-in-three').click()
  const modes = page.getByRole('group', { name: 'How the class shares the floor' })
  await modes.getByRole('button', { name: 'Turns' }).click()
  await bench(page).getByRole('button', { name: /^dose/ }).first().click()
  const line = bench(page).getByLabel('In short').last()
  await line.fill('3x6 then 6 each')
  await line.press('Enter')
  await expect(bench(page).getByLabel('Then, by themselves, track 1')).toHaveValue('6')
  await line.fill('3x6')
  await line.press('Enter')
  await expect(bench(page).getByLabel('Then, by themselves, track 1')).toHaveValue('')
})
