/** What an instructor says of a student's item: the only part of the record that is not computed. */
export const MARKS = ['not yet', 'shaky', 'sound', 'sharp'] as const
export type Mark = (typeof MARKS)[number]

/** Good enough to go on from. */
export const isGood = (mark: Mark): boolean => mark === 'sound' || mark === 'sharp'
