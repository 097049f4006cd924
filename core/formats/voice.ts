import { isShouted } from '../floor/sounds-ahead'
import type { Cue } from '../plan/cues'
import { SIDE_NAMES } from '../plan/spans'
import type { Block, Plan } from '../plan/schema'
import { callWords, linkSaid } from './call-words'
import type { Names } from './class-lines'

/** How a count is spoken where neither the board nor the club says anything of it. */
export interface CountVoice {
  /** The club's words for one, two, three…; beyond them the figure is said. */
  words: readonly string[]
  shout: 'every' | 'last' | 'none'
}

/** What is shouted at a board: as the board says, else as the club does. */
export const shoutOf = (block: Block | undefined, { shout }: CountVoice): CountVoice['shout'] =>
  block?.voice?.shout ?? shout

/**
 * What is said of a call, once; empty where it only ticks, or where the board counts something else.
 *
 * @param reps how many the set has: the last may be answered
 */
export function spokenOf(cue: Cue, plan: Plan, names: Names, voice: CountVoice, reps: number): string {
  const block = plan.blocks.find(({ id }) => id === cue.block)
  const { count = 'reps', reply } = block?.voice ?? {}
  if (cue.kind === 'link') return count === 'links' ? (linkSaid(cue, plan) ?? '') : ''
  if (cue.kind !== 'rep') return callWords(cue, plan, names)
  if (count === 'off') return ''
  const link = count === 'links' ? linkSaid(cue, plan) : undefined
  const number = cue.n === undefined ? '' : (voice.words[cue.n - 1] ?? String(cue.n))
  const answer = reply && isShouted(cue, reps, shoutOf(block, voice)) ? reply : ''
  return [link ?? number, alternates(block, cue) && cue.side ? SIDE_NAMES[cue.side] : '', answer]
    .filter(Boolean)
    .join(', ')
}

/** Whether the side changes from rep to rep: then each is said with its own. */
function alternates(block: Block | undefined, { track }: Cue): boolean {
  const dose = (track === undefined ? undefined : block?.tracks?.[track]?.dose) ?? block?.dose
  return dose !== undefined && 'alternate' in dose && dose.alternate
}
