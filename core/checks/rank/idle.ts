import { addToTrack, lengthenTracks } from '../../plan/edit-tracks'
import { changeBlock } from '../../plan/edit'
import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'

const tell = telling('rank.idle', 'warn')

/** A group idle over 90 s on end, or for a tenth of the class. Fix: give it something to do in that block. */
export const rankIdle: Check = {
  code: 'rank.idle',
  find(ground) {
    const { limits, timeline } = ground
    return ground.groups.flatMap(({ group, index }) => {
      let sum = 0
      const findings: Finding[] = []
      for (const { block, lanes } of ground.blocks) {
        const { idleMs = 0, longestIdleMs = 0 } = lanes[index] ?? {}
        sum += idleMs
        if (longestIdleMs > limits.idleOnEnd * 1000)
          findings.push(
            tell(
              `${group.name} wait ${minutes(longestIdleMs)} in ${block.title}.`,
              `limit ${minutes(limits.idleOnEnd * 1000)} on end`,
              { blocks: [block.id], groups: [group.id] },
            ),
          )
      }
      const most = (timeline.totalMs * limits.idleShare) / 100
      if (findings.length === 0 && sum > most)
        findings.push(
          tell(
            `${group.name} wait ${minutes(sum)} of the class in all.`,
            `limit ${limits.idleShare} %, ${minutes(most)}`,
            { groups: [group.id] },
          ),
        )
      return findings
    })
  },
  fix({ blocks: [id], groups: [group] }, { plan }) {
    const block = plan.blocks.find((one) => one.id === id)
    const name = plan.groups.find((one) => one.id === group)?.name ?? ''
    if (!block?.tracks || !group) return undefined
    if (!block.tracks.some(({ groups }) => groups.includes(group)))
      return {
        does: `Let ${name} join in`,
        says: `${name} join in ${block.title}`,
        plan: changeBlock(plan, block.id, (one) => addToTrack(one, group, plan)),
      }
    if (block.mode === 'turns' && !block.holding)
      return {
        does: `Give ${name} something to hold`,
        says: `who waits in ${block.title} practises what they own`,
        plan: changeBlock(plan, block.id, (one) => ({ ...one, holding: { title: 'what they own, slowly' } })),
      }
    if (block.mode !== 'layers') return undefined
    const longer = changeBlock(plan, block.id, (one) => lengthenTracks(one, plan, group))
    return longer.blocks.every(
      (one, n) => one === plan.blocks[n] || JSON.stringify(one) === JSON.stringify(plan.blocks[n]),
    )
      ? undefined
      : {
          does: `More sets for ${name}`,
          says: `${name} work as long as the others in ${block.title}`,
          plan: longer,
        }
  },
}
