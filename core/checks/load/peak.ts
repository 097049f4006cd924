import { minutes } from '../../kernel/time-text'
import { moveBlock } from '../../plan/edit'
import { telling, type Check, type Finding } from '../check'

const tell = telling('load.peak', 'warn')
const HARD = 8
const LAST_MS = 10 * 60_000

/** Intensity 8 and above for too long on end; the hardest block in the last ten minutes. Fix: the hard block earlier. */
export const loadPeak: Check = {
  code: 'load.peak',
  find(ground) {
    const findings: Finding[] = []
    let from: number | undefined
    let longest: [number, number] = [0, 0]
    for (const { at, intensity } of ground.load) {
      if (intensity < HARD - 1e-9) {
        from = undefined
        continue
      }
      from ??= at
      if (at - from > longest[1] - longest[0]) longest = [from, at]
    }
    const [start, end] = longest
    if (end - start > ground.limits.intensityOnEnd * 60_000)
      findings.push(
        tell(
          `The load is ${HARD} and above for ${minutes(end - start)} on end.`,
          `${ground.clock(start)} to ${ground.clock(end)}, limit ${minutes(ground.limits.intensityOnEnd * 60_000)}`,
          {
            blocks: ground.blocks
              .filter(({ at, ms }) => at < end && at + ms > start)
              .map(({ block }) => block.id),
          },
        ),
      )
    const working = ground.blocks.filter(({ lanes }) => lanes.some(({ workMs }) => workMs > 0))
    const most = Math.max(0, ...working.map(({ intensity }) => intensity))
    const [hardest] = working.filter(({ intensity }) => intensity === most)
    if (hardest && most >= 7 && hardest.at >= ground.timeline.totalMs - LAST_MS && hardest.index > 0)
      findings.push(
        tell(
          `${hardest.block.title} is the hardest, in the last ten minutes.`,
          `begins at ${ground.clock(hardest.at)}`,
          {
            blocks: [hardest.block.id],
            about: 'late',
            severity: 'hint',
          },
        ),
      )
    return findings
  },
  fix({ blocks, severity }, { plan, blocks: all }) {
    const [id] = blocks
    const at = all.findIndex(({ block }) => block.id === id)
    if (severity !== 'hint' || at < 1 || !id) return undefined
    const before = all
      .slice(0, at)
      .findLastIndex(({ block }) => block.phase !== 'water' && block.phase !== 'cooldown')
    const title = all[before]?.block.title
    return before < 1 || !title
      ? undefined
      : { does: `Before ${title}`, says: `it comes before ${title}`, plan: moveBlock(plan, id, before) }
  },
}
