import type { Block } from '../../plan/schema'
import { changeBlock } from '../../plan/edit'
import { changeDoses } from '../../plan/edit-doses'
import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import { namesOf } from '../ground'

const tell = telling('time.talk', 'warn')

/** The same block with every explanation cut to at most `sec`. */
function shorterTalk(block: Block, sec: number): Block {
  const shorter = changeDoses(block, (dose) => {
    if (dose.kind !== 'fixed') return { ...dose, setupSec: Math.min(dose.setupSec, sec) }
    return dose.active ? dose : { ...dose, sec: Math.min(dose.sec, sec) }
  })
  return block.setupSec === undefined ? shorter : { ...shorter, setupSec: Math.min(block.setupSec, sec) }
}

/** More than a quarter of the class, or 90 s on end, is talk for a group. Fix: explain in the time there is. */
export const timeTalk: Check = {
  code: 'time.talk',
  find(ground) {
    const { limits, timeline } = ground
    const findings: Finding[] = []
    for (const { block, lanes } of ground.blocks) {
      const talking = ground.groups.filter(
        ({ index }) => (lanes[index]?.longestTalkMs ?? 0) > limits.talkOnEnd * 1000,
      )
      if (talking.length === 0) continue
      const longest = Math.max(...talking.map(({ index }) => lanes[index]?.longestTalkMs ?? 0))
      findings.push(
        tell(
          `${minutes(longest)} of talk on end in ${block.title}.`,
          `limit ${minutes(limits.talkOnEnd * 1000)}, for ${namesOf(talking, ground)}`,
          { blocks: [block.id], groups: talking.map(({ group }) => group.id) },
        ),
      )
    }
    const share = (index: number) =>
      ground.blocks.reduce((sum, { lanes }) => sum + (lanes[index]?.talkMs ?? 0), 0)
    const talked = ground.groups.filter(
      ({ index }) => share(index) * 100 > timeline.totalMs * limits.talkShare,
    )
    const most = Math.max(0, ...talked.map(({ index }) => share(index)))
    if (most > 0)
      findings.push(
        tell(
          `${Math.round((most / timeline.totalMs) * 100)} % of the class is talk for ${namesOf(talked, ground)}.`,
          `${minutes(most)} of ${minutes(timeline.totalMs)}, limit ${limits.talkShare} %`,
          { groups: talked.map(({ group }) => group.id) },
        ),
      )
    return findings
  },
  fix({ blocks }, { plan, limits }) {
    const [id] = blocks
    const block = plan.blocks.find((one) => one.id === id)
    if (!block) return undefined
    return {
      does: `Cut the talk to ${minutes(limits.talkOnEnd * 1000)}`,
      says: `${block.title} is explained in ${minutes(limits.talkOnEnd * 1000)}`,
      plan: changeBlock(plan, block.id, (one) => shorterTalk(one, limits.talkOnEnd)),
    }
  },
}
