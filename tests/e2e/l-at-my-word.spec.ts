import { expect, test, type Page } from './club'
import { ask, goToFirstBow, passTime, signIn } from './steps'

/** On a phone, with one thumb: what is called comes at the instructor's word, stands there as the largest thing, and is in the record. */
test.beforeEach(async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page)
})

interface Plan {
  blocks: { id: string; dose?: object; mode?: string; links?: object[] }[]
}
interface Begun {
  id: string
  /** Who is here, by the group they are with. */
  here: Map<string, string>
}

/** A class today of a plan that has these boards of the demo's, begun, with everybody of the first two groups here. */
async function begin(
  page: Page,
  boards: readonly string[],
  change: (block: Plan['blocks'][number]) => object = (b) => b,
) {
  const plans = await ask<{ id: string; title: string }[]>(page, '/api/plans')
  const known = plans.find(({ title }) => title === 'Kicks and checks')?.id
  const { plan } = await ask<{ plan: Plan }>(page, `/api/plans/${known}`)
  const blocks = plan.blocks.filter(({ id }) => boards.includes(id)).map(change)
  const made = await ask<{ id: string }>(page, '/api/plans', { plan: { ...plan, title: boards[0], blocks } })
  const { today } = await ask<{ today: string }>(page, '/api/today')
  const { id } = await ask<{ id: string }>(page, '/api/classes', {
    planId: made.id,
    day: today,
    startTime: '18:30',
    lengthMin: 75,
  })
  await page.goto(`/floor?class=${id}`)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await goToFirstBow(page, id)
  const view = await ask<{ startsAt: number; roster: { id: string; groupId: string }[] }>(
    page,
    `/api/classes/${id}`,
  )
  const presence = view.roster.map((student) => ({
    id: crypto.randomUUID(),
    kind: 'here',
    student: student.id,
    at: Date.now(),
  }))
  const sentAt = Date.now()
  await ask(page, `/api/classes/${id}/events`, { run: [], presence, sentAt, off: 0 })
  await page.reload()
  await expect(page.getByTestId('here')).toContainText(`${presence.length} here`)
  await page.getByRole('button', { name: /^Start/ }).click()
  return { id, here: new Map(view.roster.map((student) => [student.groupId, student.id])) }
}

const word = (page: Page) => page.getByRole('heading', { level: 2 }).first()
const key = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Run the class' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
/** The link or move that stands lit in the line of them. */
const lit = (page: Page) => page.getByTestId('chain').locator('.now')
const column = (page: Page, group: string) => page.getByRole('article', { name: group, exact: true })

/** Ends the class; what one of a group has of an item, as the ledger tells. */
async function bowOut(page: Page) {
  await page.keyboard.press('f')
  const sure = page.getByRole('button', { name: 'Finish now' })
  await expect(sure.or(page.getByRole('heading', { name: 'Bowed out' }))).toBeVisible()
  if (await sure.isVisible()) await sure.click()
  await expect(page.getByText('What each practised is in the ledger.')).toBeVisible()
}
interface Row {
  classId: string
  itemId: string
  layer: number
  repsL: number
  repsR: number
  repsN: number
  received?: number
}
const ledgerOf = async (page: Page, { id, here }: Begun, group: string) => {
  const told = await ask<{ practice: Row[] }>(page, `/api/students/${here.get(group)}`)
  return Object.fromEntries(
    told.practice
      .filter(({ classId }) => classId === id)
      .map(({ itemId, repsR, repsL, repsN }) => [itemId, [repsR, repsL, repsN]]),
  )
}

test('a kick in three counted parts: link by link at the word, from the top, past its number, and ended by it', async ({
  page,
}) => {
  const begun = await begin(page, ['front-kick-in-three'], (block) => ({
    ...block,
    dose: { ...block.dose, by: 'word', sets: 1, reps: 2, setupSec: 20 },
  }))
  // While it is shown its card has every point, and what to say to each fault.
  const card = page.getByTestId('show-card')
  await expect(card).toContainText('Ball of the foot, toes back')
  await expect(card).toContainText('nose over the knee as it lifts')
  await key(page, 'Begin').click()
  await expect(card).toHaveCount(0)
  await expect(word(page)).toHaveText('lift the knee')
  const count = key(page, 'Count')
  await expect(count).toContainText('call 1 of 3, rep 1')
  const calls = ['lift the knee', 'kick', 'back and down']
  for (const [n, link] of [...calls, ...calls].entries()) {
    await count.click()
    await expect(word(page)).toHaveText(link)
    await expect(lit(page)).toHaveText(link)
    await expect(page.getByText(`${(n % 3) + 1} of 3 · right side · `)).toBeVisible()
  }
  await expect(page.getByRole('timer')).toHaveAccessibleName('2 of 2')
  // Counting goes on past its number until it is told to end.
  await expect(count).toContainText('one more: 3')
  await count.click()
  await expect(page.getByRole('timer')).toHaveAccessibleName('3 of 2, 1 more')
  await page.keyboard.press('t')
  await expect(page.getByRole('timer')).toHaveAccessibleName('2 of 2')
  await expect(count).toContainText('one more: 3')
  for (const link of calls) {
    await count.click()
    await expect(word(page)).toHaveText(link)
  }
  // The side is over, and only that: the other waits for its own first link.
  await key(page, 'Done').click()
  await expect(word(page)).toHaveText('Left side')
  await passTime(page, 5500)
  await expect(page.getByText('1 of 3 · left side · heel under the seat')).toBeVisible()
  await count.click()
  await page.keyboard.press('PageUp')
  await expect(page.getByRole('timer')).toHaveAccessibleName('0 of 2')
  for (let n = 0; n < 3; n++) await count.click()
  await expect(page.getByRole('timer')).toHaveAccessibleName('1 of 2')
  await bowOut(page)
  expect(await ledgerOf(page, begun, 'chalk-amber')).toEqual({ 'front-kick': [3, 1, 0] })
})

test('a trade of ten: each rep its own count for the one and the other, and both have all of it', async ({
  page,
}) => {
  const begun = await begin(page, ['one-for-one'])
  await key(page, 'Begin').click()
  const timer = page.getByRole('timer')
  await expect(timer).toHaveAccessibleName('1 of 10, A')
  await expect(page.getByTestId('chain')).toContainText('punches')
  await expect(page.getByTestId('chain')).toContainText('parries')
  await expect(lit(page)).toHaveText('punch')
  await passTime(page, 3000)
  await expect(timer).toHaveAccessibleName('1 of 10, B')
  await passTime(page, 24_000)
  await expect(timer).toHaveAccessibleName('5 of 10, B')
  await expect(column(page, 'Teal')).toBeInViewport()
  await passTime(page, 36_000)
  await bowOut(page)
  for (const group of ['chalk-amber', 'teal'])
    expect(await ledgerOf(page, begun, group)).toEqual({
      // Ten of their own, and ten as the link of them; ten parries of those they received.
      'straight-punch': [0, 0, 20],
      'low-parry': [0, 0, 10],
    })
})

test('three ranks in turns, then six each: who was taught goes on by themselves and is told when they are back', async ({
  page,
}) => {
  const turn = (groups: string[], technique: string) => ({
    groups,
    technique,
    layer: 1,
    dose: { kind: 'count', reps: 4, tempoSec: 3, setupSec: 10 },
    then: { kind: 'own', reps: 6, tempoSec: 5 },
  })
  const begun = await begin(page, ['front-kick-in-three'], ({ id }) => ({
    id,
    title: 'Taught in turn',
    phase: 'technique',
    mode: 'turns',
    handoverSec: 5,
    tracks: [
      turn(['chalk-amber'], 'front-kick'),
      turn(['teal'], 'round-kick'),
      turn(['plum', 'slate-ink'], 'side-kick'),
    ],
  }))
  await expect(column(page, 'Teal')).toContainText('Waits')
  await key(page, 'Begin').click()
  await passTime(page, 12_000 + 5000 + 2000)
  await expect(column(page, 'Chalk–Amber')).toContainText(/By themselves: 6, own pace\. Back in 0:2\d/)
  await passTime(page, 120_000)
  await bowOut(page)
  for (const [group, item] of [
    ['chalk-amber', 'front-kick'],
    ['teal', 'round-kick'],
    ['plum', 'side-kick'],
  ] as const)
    expect(await ledgerOf(page, begun, group)).toEqual({ [item]: [0, 0, 10] })
})

test('a form of two sections by word, another group at another form: each word is the next move of both', async ({
  page,
}) => {
  const begun = await begin(page, ['two-forms'])
  await key(page, 'Begin').click()
  const quay = column(page, 'Chalk–Amber')
  const weir = column(page, 'Plum')
  await expect(quay).toContainText('step by step')
  const count = key(page, 'Count')
  const moves = [
    ['turn left, low parry', 'sink, both hands'],
    ['step, punch', 'turn right'],
    ['turn about, low parry', 'elbow'],
    ['step, punch', 'step back'],
  ] as const
  for (const [n, [ours, theirs]] of moves.entries()) {
    await count.click()
    await expect(quay.locator('.piece')).toContainText(`${ours} ${n + 1} of 4`)
    await expect(weir.locator('.piece')).toContainText(`${theirs} ${n + 1} of 4`)
  }
  await expect(count).toContainText('on from here')
  await count.click()
  await passTime(page, 6000)
  await expect(quay).toContainText('flowing')
  for (let n = 0; n < 7; n++) await count.click()
  await expect(quay.locator('.piece')).toContainText('land, punch 7 of 7')
  await bowOut(page)
  const ours = await ledgerOf(page, begun, 'chalk-amber')
  expect(ours['form-quay']).toEqual([0, 0, 2])
})

test('a called round: nothing between the calls, feints among them, and what was called is in the record', async ({
  page,
}) => {
  const begun = await begin(page, ['called-kicks'])
  await expect(page.getByTestId('words')).toContainText('Whoever moves at a feint goes back one step.')
  await key(page, 'Begin').click()
  const call = page.getByRole('region', { name: 'The call' })
  await expect(call).toHaveText('ready')
  const seen = new Set<string>()
  await expect(async () => {
    await passTime(page, 400)
    seen.add(((await call.locator('b').textContent()) ?? '').trim())
    expect([...seen]).toEqual(expect.arrayContaining(['front', 'round', 'check', '…']))
  }).toPass({ intervals: [60], timeout: 60_000 })
  await expect(column(page, 'Teal')).toContainText('Not ready: lift the knee only')
  await bowOut(page)
  const ledger = await ledgerOf(page, begun, 'teal')
  expect(Object.keys(ledger).sort()).toEqual(['front-kick', 'round-kick', 'shin-check'])
  expect(ledger['front-kick']?.[0]).toBeGreaterThan(0)
  const register = await ask<{ present: { called?: { technique: string; n: number; side?: string }[] }[] }>(
    page,
    `/api/classes/${begun.id}/register`,
  )
  expect(register.present[0]?.called).toContainEqual(
    expect.objectContaining({ technique: 'front-kick', side: 'R', n: ledger['front-kick']?.[0] }),
  )
})

test('whom nobody has looked at stands there with one tap for it; it is told with the class', async ({
  page,
}) => {
  const { id } = await begin(page, ['front-kick-in-three'])
  const unseen = page.getByRole('group', { name: 'Not looked at yet' })
  const many = await unseen.getByRole('button').count()
  expect(many).toBeGreaterThan(3)
  const first = unseen.getByRole('button').first()
  const name = ((await first.textContent()) ?? '').trim()
  await first.click()
  await expect(unseen.getByRole('button')).toHaveCount(many - 1)
  await expect(unseen).toContainText(`1 of ${many} seen`)
  // A slip is taken back where it is told.
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(unseen.getByRole('button')).toHaveCount(many)
  await unseen.getByRole('button', { name: `${name}: seen, good` }).click()
  await page.keyboard.press('f')
  await page.getByRole('button', { name: 'Finish now' }).click()
  await expect(page.getByText(new RegExp(`^1 of ${many} corrected, praised or marked; not `))).toBeVisible()
  const view = await ask<{ sightings: { kind: string; said?: string }[] }>(page, `/api/classes/${id}`)
  expect(view.sightings.filter(({ kind, said }) => kind === 'right' && said === 'good')).not.toHaveLength(0)
})

test('at their own pace: who is done is a tap; one does something else and is credited with it; bouts are won, and made harder', async ({
  page,
}) => {
  const begun = await begin(page, ['front-kick-in-three'], ({ links: _links, ...block }) => ({
    ...block,
    dose: { kind: 'own', sets: 1, reps: 10, tempoSec: 30, restSec: 0, sides: 1, roles: 1, setupSec: 0 },
    result: { figure: 'won', of: 3 },
  }))
  const done = page.getByRole('group', { name: 'Done at their own pace' })
  await expect(done).toContainText(/^0 of \d+ done/)
  const [group] = await done.getByRole('button', { name: / done$/ }).all()
  await group!.click()
  await expect(group!).toHaveAttribute('aria-pressed', 'true')
  await expect(done).not.toContainText(/^0 of/)
  await group!.click()
  await expect(done).toContainText(/^0 of \d+ done/)
  // One of the group does something else.
  const student = begun.here.get('chalk-amber')
  await page.keyboard.press('m')
  await page.getByLabel('Who does something else').selectOption(student ?? '')
  await page.getByLabel('Find what they do').fill('round kick')
  await page.getByRole('radiogroup', { name: 'What they do' }).getByRole('radio').first().click()
  await page.getByRole('button', { name: 'At this board' }).click()
  // Harder by a step; whoever is paired fights for it.
  await page.getByRole('button', { name: 'Further: harder by a step' }).click()
  await expect(page.getByRole('button', { name: 'Further: harder by a step' })).toContainText('+1')
  await page.getByRole('button', { name: /^Figures/ }).click()
  await expect(page.getByText('make the partners first')).toBeVisible()
  await page.keyboard.press('Escape')
  await passTime(page, 301_000)
  await bowOut(page)
  const ledger = await ledgerOf(page, begun, 'chalk-amber')
  expect(Object.keys(ledger)).toContain('round-kick')
  expect(Object.keys(ledger)).not.toContain('front-kick')
})
