import { takesTwo } from '../../partners/for-board'
import { keptWith } from '../../kernel/kept-with'
import type { Dose } from '../../plan/doses'
import type { Block, Track } from '../../plan/schema'
import type { Ground } from '../ground'

/** Partner work in a block: the doses of two, with the groups that work them together. */
export interface PartnerWork {
  block: Block
  groups: string[]
  technique: string | undefined
  dose: Dose | undefined
}

/** Every piece of partner work in a plan: an item that needs a partner, or a dose of two roles. Three checks ask for it. */
export const partnerWork = keptWith(({ plan, club }: Ground): readonly PartnerWork[] => {
  const everyone = plan.groups.map(({ id }) => id)
  return plan.blocks.flatMap((block): PartnerWork[] => {
    if (block.phase === 'water') return []
    const parts: Pick<Track, 'groups' | 'technique' | 'dose'>[] | undefined = block.tracks
    const works: PartnerWork[] = parts
      ? parts.map(({ groups, technique, dose }) => ({ block, groups, technique, dose: dose ?? block.dose }))
      : [{ block, groups: everyone, technique: block.technique, dose: block.dose }]
    return works.filter((work) => takesTwo(work, (id) => club.items.get(id)))
  })
})
