import type { Phase } from '../plan/phases'

/** What there is to teach, sorted by category, and the phase in which it is usually worked. */
export const CATEGORIES = {
  hands: { name: 'Hands', phase: 'drill' },
  kicks: { name: 'Kicks', phase: 'drill' },
  blocks: { name: 'Blocks', phase: 'drill' },
  footwork: { name: 'Footwork', phase: 'drill' },
  falls: { name: 'Falls', phase: 'technique' },
  throws: { name: 'Throws', phase: 'partner' },
  groundwork: { name: 'Groundwork', phase: 'partner' },
  escapes: { name: 'Escapes', phase: 'selfdefence' },
  forms: { name: 'Forms', phase: 'form' },
  weapons: { name: 'Weapons', phase: 'form' },
  sparring: { name: 'Sparring', phase: 'partner' },
  conditioning: { name: 'Conditioning', phase: 'conditioning' },
  mobility: { name: 'Mobility', phase: 'warmup' },
  games: { name: 'Games', phase: 'game' },
} as const satisfies Record<string, { name: string; phase: Phase }>

export type Category = keyof typeof CATEGORIES
export const CATEGORY_NAMES = Object.keys(CATEGORIES) as [Category, ...Category[]]
