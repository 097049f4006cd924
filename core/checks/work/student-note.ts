import { regionsInNote, type NoteTouches } from '../../people/floor-note'
import { spokenName, type Item } from '../../curriculum/item'
import { telling, type Check, type Finding } from '../check'
import { demandOf, listed } from '../ground'

const tell = telling('student.note', 'hint')
/** From this demand on a region works hard enough to matter to a sore one. */
const TOUCHES = 2

/** Whether what a note says, no falls or no contact, rules an item out. */
export function forbids({ falls, contact }: Pick<NoteTouches, 'falls' | 'contact'>, item: Item): boolean {
  const isFall = item.category === 'falls' || item.category === 'throws' || demandOf(item, 'falling') >= 1
  return (falls && isFall) || (contact && item.contact !== 'none' && item.contact !== 'touch')
}

/** Someone expected has a floor note that a block touches: it loads a region the note speaks of (a hint), or is what it forbids. */
export const studentNote: Check = {
  code: 'student.note',
  find(ground) {
    return ground.groups.flatMap((group) =>
      group.students.flatMap(({ id, name, note }): Finding[] => {
        if (!note) return []
        const { regions, falls, contact } = regionsInNote(note)
        const blocks = new Map<string, string>()
        let forbidden = false
        for (const facts of ground.blocks)
          for (const { item } of ground.lane(facts, group).works) {
            if (!item) continue
            const isForbidden = forbids({ falls, contact }, item)
            const isTouched = isForbidden || regions.some((region) => demandOf(item, region) >= TOUCHES)
            forbidden ||= isForbidden
            if (!isTouched) continue
            // One thing a board is enough to say.
            blocks.set(facts.block.id, spokenName(item))
            break
          }
        if (blocks.size === 0) return []
        const named = [...new Set(blocks.values())]
        const shown = named.length > 3 ? [...named.slice(0, 2), `${named.length - 2} more`] : named
        return [
          tell(
            `${name}: ${note}. ${listed(shown)} ${named.length === 1 ? 'touches' : 'touch'} it.`,
            'floor note',
            {
              blocks: [...blocks.keys()],
              groups: [group.group.id],
              student: id ?? name,
              severity: forbidden ? 'warn' : 'hint',
            },
          ),
        ]
      }),
    )
  },
}
