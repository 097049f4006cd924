/**
 * A plan as it was read from a file, before anybody knows whether it is one: its blocks, doses and places by their paths, for rules that are to be
 * told even when other fields are at fault.
 */

export type Path = readonly PropertyKey[]
export type Fields = Record<string, unknown>
export interface Block {
  fields: Fields
  path: Path
}

export const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
export const fieldsOf = (value: unknown): Fields => (isFields(value) ? value : {})
export const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [])
export const blocksOf = (plan: Fields): Block[] =>
  listOf(plan.blocks).map((block, i) => ({ fields: fieldsOf(block), path: ['blocks', i] }))
export const modeOf = (block: Fields): unknown => block.mode ?? 'together'

export const MODES_WITH_TRACKS: unknown[] = ['oneCount', 'layers', 'turns']

/** The stages of a ladder, the entries of a routine. */
export function stagesIn({ fields, path }: Block): Block[] {
  const field = fields.kind === 'ladder' ? 'stages' : fields.kind === 'routine' ? 'entries' : undefined
  return field
    ? listOf(fields[field]).map((stage, s) => ({ fields: fieldsOf(stage), path: [...path, field, s] }))
    : []
}

/** Every dose of a block with its path: its own, its tracks', and those of stages and entries. */
export function dosesOf({ fields, path }: Block): Block[] {
  const found: Block[] = []
  const add = (dose: unknown, at: Path) => {
    if (!isFields(dose)) return
    found.push({ fields: dose, path: at })
    for (const { fields: stage, path: where } of stagesIn({ fields: dose, path: at }))
      add(stage.dose, [...where, 'dose'])
  }
  add(fields.dose, [...path, 'dose'])
  listOf(fields.tracks).forEach((track, t) => {
    add(fieldsOf(track).dose, [...path, 'tracks', t, 'dose'])
    add(fieldsOf(track).then, [...path, 'tracks', t, 'then'])
  })
  return found
}

/** The doses that stand right in a block, a track or a stage: its own, and what comes after its turn. */
export const dosesIn = ({ fields, path }: Block): Block[] =>
  ['dose', 'then'].flatMap((field) => {
    const dose = fields[field]
    return isFields(dose) ? [{ fields: dose, path: [...path, field] }] : []
  })
