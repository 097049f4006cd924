import type { Partner, PairRules } from './roster-file'

/** What two students cost one another as partners, by the club's own figures, or the rule that forbids it. */

export const RULES = ['apart', 'mass', 'age', 'shown'] as const
/** `apart`: one is on the other's list; `mass`, `age`: the rules of contact; `shown`: they were shown already, and another answer is wanted. */
export type Rule = (typeof RULES)[number]

export const PARTS = ['rank', 'mass', 'height', 'age', 'repetition', 'together'] as const
export type Part = (typeof PARTS)[number]

export type PairCost =
  { forbidden: Rule } | { cost: number; parts: Readonly<Record<Part, number>>; forbidden?: undefined }

const ADULT = 18
/** Below this age years between partners count. */
const CHILD = 16
/** So that 1.3 times 45 kg is 58.5 kg whatever the machine makes of it. */
const HAIR = 1e-9

/** @param times how often the two were partners in the last four classes */
export function pairCost(a: Partner, b: Partner, rules: PairRules, times: number): PairCost {
  const forbidden = ruleAgainst(a, b, rules)
  if (forbidden) return { forbidden }
  const apartInRank = Math.abs(a.rank - b.rank)
  const parts: Record<Part, number> = {
    rank: 6 * (rules.school === 'like' ? apartInRank : Math.max(0, rules.gap - apartInRank)),
    mass: a.massKg && b.massKg ? 40 * (massRatio(a.massKg, b.massKg) - 1) : 0,
    height: a.heightCm && b.heightCm ? 0.3 * Math.abs(a.heightCm - b.heightCm) : 0,
    age: ageCost(a.age, b.age),
    repetition: 15 * times,
    together: listed(a.together, b) || listed(b.together, a) ? -20 : 0,
  }
  return { cost: PARTS.reduce((sum, part) => sum + parts[part], 0), parts }
}

export const massRatio = (a: number, b: number): number => Math.max(a, b) / Math.min(a, b)

function ageCost(a: number | undefined, b: number | undefined): number {
  if (a === undefined || b === undefined || Math.min(a, b) >= CHILD) return 0
  return 2 * Math.max(0, Math.abs(a - b) - 2)
}

/** The first rule that forbids a pair, in the order in which they are listed. */
function ruleAgainst(a: Partner, b: Partner, { contact, maxMassRatio }: PairRules): Rule | undefined {
  if (listed(a.apart, b) || listed(b.apart, a)) return 'apart'
  if (!contact) return undefined
  if (
    a.massKg &&
    b.massKg &&
    Math.max(a.massKg, b.massKg) > maxMassRatio * Math.min(a.massKg, b.massKg) + HAIR
  )
    return 'mass'
  const [minor, other] = isMinor(a) ? [a, b] : [b, a]
  const isMixed = isMinor(minor) && other.age !== undefined && !isMinor(other)
  return isMixed && minor.mayPartnerAdults !== true ? 'age' : undefined
}

const isMinor = ({ age }: Partner) => age !== undefined && age < ADULT
const listed = (list: readonly string[] | undefined, { id }: Partner) => list?.includes(id) ?? false
