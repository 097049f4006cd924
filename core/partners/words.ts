import { PARTS, type Part, type PairCost, type Rule } from './pair-cost'

/** The costs of a pair in words, and the rules that forbid one. */

const PART_SAYS: Record<Part, string> = {
  rank: 'rank',
  mass: 'mass',
  height: 'height',
  age: 'years apart',
  repetition: 'partners lately',
  together: 'wish to be together',
}

export const RULE_SAYS: Record<Rule, string> = {
  apart: 'kept apart',
  mass: 'too far apart in mass for contact',
  age: 'a minor and an adult, in contact',
  shown: 'shown before',
}

const figure = (cost: number) => `${cost < 0 ? '−' : ''}${Math.abs(Math.round(cost * 10) / 10)}`

/** What a pair costs, part by part; what costs nothing is not told. */
export function saysOf(cost: PairCost): string {
  if (cost.forbidden !== undefined) return RULE_SAYS[cost.forbidden]
  const parts = PARTS.filter((part) => Math.abs(cost.parts[part]) >= 0.05).map(
    (part) => `${PART_SAYS[part]} ${figure(cost.parts[part])}`,
  )
  return parts.length ? parts.join(', ') : 'nothing speaks against it'
}
