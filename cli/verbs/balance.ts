import { worthOf } from '../../core/balance/worth'
import { readClub } from '../../core/checks/club-file'
import { readRequest } from '../../core/draft/request'
import { held, readJson, readPlan, refuse } from '../input'

export function run([planFile = '', clubFile = '', requestFile]: string[]) {
  const plan = readPlan(planFile)
  const { club } = held(readClub(readJson(clubFile)))
  const theme = requestFile === undefined ? [] : held(readRequest(readJson(requestFile))).request.theme
  if (plan.date === undefined) return refuse('date', 'is missing: what is due depends on the day')
  return worthOf(plan, club, new Set(theme ?? []))
}
