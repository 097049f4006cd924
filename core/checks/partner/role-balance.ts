import { stagesOf, withStages, type Dose } from '../../plan/doses'
import { changeBlock } from '../../plan/edit'
import { changeDoses } from '../../plan/edit-doses'
import { telling, type Check, type Finding } from '../check'
import { partnerWork } from './work'

const tell = telling('role.balance', 'warn')
/** Free play has no roles to swap: both do both. */
const FREE = new Set(['sparring', 'games'])

const isCounted = (dose: Dose): dose is Extract<Dose, { kind: 'count' | 'own' }> =>
  dose.kind === 'count' || dose.kind === 'own'

/** Whether a dose leaves one of two partners only holding. */
function isOneSided(dose: Dose): boolean {
  if (stagesOf(dose).some(({ dose: own }) => isCounted(own) && isOneSided(own))) return true
  return (isCounted(dose) || dose.kind === 'rounds') && dose.roles === 1
}

const bothRoles = (dose: Dose): Dose =>
  'roles' in dose
    ? { ...dose, roles: 2 }
    : withStages(dose, (stage) =>
        isCounted(stage.dose) ? { ...stage, dose: { ...stage.dose, roles: 2 } } : stage,
      )

/** Partner work where a student can end up only holding or only performing. Fix: both roles. */
export const roleBalance: Check = {
  code: 'role.balance',
  find(ground) {
    const told = new Map<string, Finding>()
    for (const { block, groups, technique, dose } of partnerWork(ground)) {
      const item = technique === undefined ? undefined : ground.club.items.get(technique)
      if (item?.partner !== 'partner' || FREE.has(item.category) || !dose || !isOneSided(dose)) continue
      const known = told.get(block.id)
      if (known) known.groups.push(...groups)
      else
        told.set(
          block.id,
          tell(`In ${block.title} nobody swaps: some only hold.`, 'one role of two', {
            blocks: [block.id],
            groups: [...groups],
          }),
        )
    }
    return [...told.values()]
  },
  fix({ blocks: [id] }, { plan }) {
    const block = plan.blocks.find((one) => one.id === id)
    if (!block) return undefined
    return {
      does: 'Swap roles',
      says: `in ${block.title} both work and both hold`,
      plan: changeBlock(plan, block.id, (one) => changeDoses(one, bothRoles)),
    }
  },
}
