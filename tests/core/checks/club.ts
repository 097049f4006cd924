import { checkPlan, fixFor, NO_CLUB, type ClubFacts, type Finding, type Fix } from '../../../core/checks'
import type { Expected } from '../../../core/checks/club-facts'
import { itemSchema, type Item } from '../../../core/curriculum/item'
import { ladderSchema } from '../../../core/curriculum/ladder'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'

/** Short ways to set up a club for the checks; items go through their schema, so a test's item is a real one. */

export function item(id: string, more: Record<string, unknown> = {}): Item {
  return itemSchema.parse({
    id,
    name: id[0]?.toUpperCase() + id.slice(1).replaceAll('-', ' '),
    category: 'hands',
    layers: [{ name: 'slow' }, { name: 'quick' }, { name: 'free' }],
    ...more,
  })
}

export const ladder = ladderSchema.parse({
  kind: 'ranks',
  ranks: ['white', 'green', 'blue', 'black'].map((id) => ({
    id,
    name: id,
    colour: '#FFFFFF',
    ink: '#000000',
  })),
})

export function student(name: string, more: Partial<Expected> = {}): Expected {
  return { name, group: undefined, rank: 'white', age: 30, note: null, practised: new Map(), ...more }
}

/** What a student has behind them: `knows('fall', 2)` practised it at layer 2. */
export const knows = (...items: (string | [item: string, layer: number])[]): Pick<Expected, 'practised'> => ({
  practised: new Map(
    items.map((one) => [
      typeof one === 'string' ? one : one[0],
      { layer: typeof one === 'string' ? 1 : one[1], days: 1, last: '2026-11-20' },
    ]),
  ),
})

type Settings = Partial<Omit<ClubFacts['settings'], 'limits'>> & {
  limits?: Partial<ClubFacts['settings']['limits']>
}

export function club(
  items: Item[] = [],
  { settings, ...more }: Partial<Omit<ClubFacts, 'items' | 'settings'>> & { settings?: Settings } = {},
): ClubFacts {
  return {
    ...NO_CLUB,
    ladder,
    items: new Map(items.map((one) => [one.id, one])),
    ...more,
    settings: {
      ...NO_CLUB.settings,
      ...settings,
      limits: { ...NO_CLUB.settings.limits, ...settings?.limits },
    },
  }
}

const check = (plan: Plan, facts?: ClubFacts) => checkPlan(plan, layPlan(plan), facts)

/** The findings of one code. */
export function found(code: string, plan: Plan, facts?: ClubFacts): Finding[] {
  return check(plan, facts).findings.filter((finding) => finding.code === code)
}

/** The plan after the fix of the first finding of a code; it must hold as a plan file. */
export function mended(code: string, plan: Plan, facts?: ClubFacts): Fix {
  const { findings, ground } = check(plan, facts)
  const finding = findings.find((one) => one.code === code)
  if (!finding) throw new Error(`${code} was not found`)
  const fix = fixFor(finding, ground)
  if (!fix || !('plan' in fix)) throw new Error(`${code} has no ready fix`)
  const read = parsePlan(JSON.parse(JSON.stringify(fix.plan)))
  if (!read.ok) throw new Error(read.faults.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return fix
}

/** After its fix a finding is gone; the plan is given back to look at. */
export function mendedAway(code: string, plan: Plan, facts?: ClubFacts): Plan {
  const before = found(code, plan, facts).length
  const { plan: after } = mended(code, plan, facts)
  if (found(code, after, facts).length >= before) throw new Error(`${code} is still told after its fix`)
  return after
}
