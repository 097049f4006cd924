import type { z } from 'zod'
import { saysSchema } from '../schema'
import { readLines, type Read } from './read'

/**
 * Words of a board for one set, round, rep, stage, side or role, one to a line: `set 2: hips first`, `round 3, other side: slower`. A
 * line that names none of them is said all the time.
 */

type Says = z.infer<typeof saysSchema>
const MOST = 40
const WHEN = /^(?:(set|round|rep|stage)\s+(\d{1,3})|(first|other) side|role ([ab]))$/i

function when(said: string): Partial<Says> | undefined {
  const out: Partial<Says> = {}
  for (const piece of said.split(/\s*,\s*/)) {
    const [, name, figure, side, role] = WHEN.exec(piece) ?? []
    if (name) {
      const n = Number(figure)
      if (n === 0) return undefined
      const field = name.toLowerCase() as 'set' | 'round' | 'rep' | 'stage'
      // Stages count from the first on screens, from none in files.
      out[field] = field === 'stage' ? n - 1 : n
    } else if (side) out.side = side.toLowerCase() as 'first' | 'other'
    else if (role) out.role = role.toUpperCase() as 'A' | 'B'
    else return undefined
  }
  return out
}

export function readSays(text: string): Read<Says[]> {
  return readLines(text, MOST, (line) => {
    const [, before = '', after = ''] = /^([^:]{1,60}):\s*(.+)$/.exec(line) ?? []
    const read = before ? when(before.trim()) : undefined
    const says = saysSchema.safeParse(read ? { ...read, text: after } : { text: line })
    return says.success ? says.data : `cannot be said: ${says.error.issues[0]?.message ?? 'too much'}`
  })
}

export const writeSays = (says: readonly Says[]): string =>
  says
    .map(({ set, round, rep, stage, side, role, text }) => {
      const at = [
        set === undefined ? '' : `set ${set}`,
        round === undefined ? '' : `round ${round}`,
        stage === undefined ? '' : `stage ${stage + 1}`,
        rep === undefined ? '' : `rep ${rep}`,
        side ? `${side} side` : '',
        role ? `role ${role}` : '',
      ].filter(Boolean)
      return at.length ? `${at.join(', ')}: ${text}` : text
    })
    .join('\n')
