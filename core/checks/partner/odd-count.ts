import { changeBlock } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'
import { partnerWork } from './work'

const tell = telling('odd.count', 'hint')
/** Notes that say what the odd one out does. */
const SETTLED = /\b(threes?|trio|alone|solo|by (him|her|them)sel)/i
const TRIO = 'The odd one out makes a three: change every set.'

/** Partner work with an odd number, and neither a three nor a solo form is settled. Fix: a note that makes a three. */
export const oddCount: Check = {
  code: 'odd.count',
  find(ground) {
    const told = new Map<string, Finding>()
    for (const { block, groups, technique } of partnerWork(ground)) {
      const heads = ground.headsOf(groups)
      const hasSolo = technique !== undefined && ground.club.items.get(technique)?.soloForm !== undefined
      if (heads % 2 === 0 || hasSolo || SETTLED.test(block.notes ?? '') || told.has(block.id)) continue
      const who = ground.plan.groups.filter(({ id }) => groups.includes(id)).map(({ name }) => name)
      told.set(
        block.id,
        tell(
          `${heads} in ${block.title}: someone is left over.`,
          `${who.join(', ')}; no three and no solo form is settled`,
          {
            blocks: [block.id],
            groups: [...groups],
          },
        ),
      )
    }
    return [...told.values()]
  },
  fix({ blocks: [id] }, { plan }) {
    const block = plan.blocks.find((one) => one.id === id)
    if (!block) return undefined
    return {
      does: 'Make a three',
      says: `${block.title} says who makes a three`,
      plan: changeBlock(plan, block.id, (one) => ({
        ...one,
        notes: [one.notes, TRIO].filter(Boolean).join('\n'),
      })),
    }
  },
}
