import { insertBlock } from '../../plan/edit'
import { minutes } from '../../kernel/time-text'
import { telling, type Check } from '../check'

const tell = telling('time.closing', 'warn')
const isEnd = (phase: string) => phase === 'cooldown' || phase === 'closing'

/** No cool-down or closing, or under three minutes for it. Fix: put in what is missing, before the closing words. */
export const timeClosing: Check = {
  code: 'time.closing',
  find({ blocks, limits }) {
    if (blocks.length === 0) return []
    const ends = blocks.filter(({ block }) => isEnd(block.phase))
    const ms = ends.reduce((sum, block) => sum + block.ms, 0)
    if (ms >= limits.closing * 60_000) return []
    return [
      tell(
        ms === 0
          ? 'The class has no cool-down and no closing.'
          : `Only ${minutes(ms)} is left to cool down and close.`,
        `at least ${minutes(limits.closing * 60_000)}`,
        { blocks: ends.map(({ block }) => block.id) },
      ),
    ]
  },
  fix(_, { plan, blocks, limits }) {
    const has = blocks.filter(({ block }) => isEnd(block.phase)).reduce((sum, { ms }) => sum + ms, 0)
    const sec = Math.max(60, Math.ceil((limits.closing * 60_000 - has) / 1000))
    const closing = plan.blocks.findIndex(({ phase }) => phase === 'closing')
    const at = closing < 0 ? plan.blocks.length : closing
    const added = insertBlock(plan, at, {
      title: 'Cool down, slow breath',
      phase: 'cooldown',
      priority: 'must',
      mode: 'together',
      layer: 1,
      dose: { kind: 'fixed', sec, active: true },
    })
    return {
      does: `Cool down for ${minutes(sec * 1000)}`,
      says: `${minutes(sec * 1000)} to cool down ${closing < 0 ? 'at the end' : 'before the closing'}`,
      plan: added.plan,
    }
  },
}
