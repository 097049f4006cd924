import { expandPlan } from '../../core/plan/expand'
import { readPlan } from '../input'

export const run = ([plan = '']: string[], flags: ReadonlySet<string>) =>
  expandPlan(readPlan(plan), { cues: flags.has('--cues') })
