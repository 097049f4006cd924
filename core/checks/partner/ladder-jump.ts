import type { Stage } from '../../curriculum/item'
import { CONTACTS } from '../../curriculum/item'
import { partnerLadder } from '../../curriculum/partner-ladder'
import type { Dose } from '../../plan/doses'
import { telling, type Check, type Finding } from '../check'
import { partnerWork } from './work'

const tell = telling('ladder.jump', 'warn')

/** The rungs of the item's ladder that a dose's stages are, by their titles; `undefined` for a stage of its own. */
function rungsOf(dose: Extract<Dose, { kind: 'ladder' }>, ladder: readonly Stage[]): (number | undefined)[] {
  return dose.stages.map(({ title }) => {
    const at = ladder.findIndex((stage) => stage.title.toLowerCase() === title.toLowerCase())
    return at < 0 ? undefined : at
  })
}

/** The first stage left out, in words, or nothing. */
function skipped(dose: Extract<Dose, { kind: 'ladder' }>, ladder: readonly Stage[]): string | undefined {
  const rungs = rungsOf(dose, ladder)
  for (const [s, rung] of rungs.entries()) {
    const earlier = rungs.slice(0, s)
    const last = earlier.findLastIndex((one) => one !== undefined)
    // A stage of the instructor's own stands for one of the item's.
    const expected = (earlier[last] ?? -1) + 1 + (s - 1 - last)
    if (rung !== undefined && rung > expected) return ladder[expected]?.title
  }
  for (const [s, { layer }] of dose.stages.entries()) {
    const last = dose.stages[s - 1]?.layer
    if (layer !== undefined && last !== undefined && layer > last + 1) return `layer ${last + 1}`
  }
  return undefined
}

/** A partner ladder that skips a stage, or goes to contact without a controlled stage before it. */
export const ladderJump: Check = {
  code: 'ladder.jump',
  find(ground) {
    const found: Finding[] = []
    for (const { block, groups, technique, dose } of partnerWork(ground)) {
      const item = technique === undefined ? undefined : ground.club.items.get(technique)
      if (dose?.kind !== 'ladder' || !item) continue
      const ladder = partnerLadder([item])
      const missing = skipped(dose, ladder)
      const about = { blocks: [block.id], groups }
      if (missing !== undefined)
        found.push(
          tell(`${block.title} leaves out “${missing}”.`, 'one stage after the other', {
            ...about,
            about: 'stage',
          }),
        )
      const contacts = rungsOf(dose, ladder).map((rung) =>
        rung === undefined ? -1 : CONTACTS.indexOf(ladder[rung]?.contact ?? 'none'),
      )
      const full = contacts.findIndex((contact) => contact >= CONTACTS.indexOf('full'))
      if (full >= 0 && !contacts.slice(0, full).some((contact) => contact === CONTACTS.indexOf('controlled')))
        found.push(
          tell(
            `${block.title} goes to full contact without a controlled stage before it.`,
            'control before speed, speed before power',
            {
              ...about,
              about: 'control',
              severity: 'stop',
            },
          ),
        )
    }
    return found
  },
}
