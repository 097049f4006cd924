import { checkPlan, isMendable } from '../../core/checks'
import { readClub } from '../../core/checks/club-file'
import { layPlan } from '../../core/plan/timeline'
import { held, readJson, readPlan } from '../input'

export function run([planFile = '', clubFile = '']: string[]) {
  const plan = readPlan(planFile)
  const { club } = held(readClub(readJson(clubFile)))
  const { findings, accepted } = checkPlan(plan, layPlan(plan), club)
  return {
    findings: findings.map(({ about: _, ...finding }) => ({ ...finding, mendable: isMendable(finding) })),
    accepted: accepted.map(({ finding: { about: _, ...finding }, reason }) => ({ ...finding, reason })),
  }
}
