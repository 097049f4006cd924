import type { Fault } from '../kernel/faults'
import { pathParts, saidFault } from '../kernel/said-fields'
import type { Plan } from './schema'

/** A fault of a plan as it is said on the frame: the board by its title, then the field. */
export function saidOfPlan(fault: Fault, plan: Pick<Plan, 'blocks' | 'groups'> | undefined): string {
  const [list, at, ...rest] = pathParts(fault.path)
  if (typeof at !== 'number' || rest.length === 0) return saidFault(fault)
  const named =
    list === 'blocks' ? plan?.blocks[at]?.title : list === 'groups' ? plan?.groups[at]?.name : undefined
  if (!named) return saidFault(fault)
  const within = fault.path.slice(`${list}[${at}].`.length)
  return `${named}: ${saidFault({ ...fault, path: within })}`
}
