/** The phases of a class, in the order they usually come, with the two-letter mark shown beside their colour. */
export const PHASES = {
  opening: { mark: 'OP', name: 'Opening', intensity: 1, active: false },
  warmup: { mark: 'WU', name: 'Warm-up', intensity: 4, active: true },
  technique: { mark: 'TE', name: 'Technique', intensity: 4, active: false },
  drill: { mark: 'DR', name: 'Drill', intensity: 6, active: false },
  partner: { mark: 'PA', name: 'Partner', intensity: 6, active: false },
  form: { mark: 'FO', name: 'Form', intensity: 4, active: false },
  selfdefence: { mark: 'SD', name: 'Self-defence', intensity: 5, active: false },
  conditioning: { mark: 'CO', name: 'Conditioning', intensity: 8, active: true },
  game: { mark: 'GA', name: 'Game', intensity: 6, active: true },
  talk: { mark: 'TA', name: 'Talk', intensity: 1, active: false },
  water: { mark: 'WA', name: 'Water', intensity: 1, active: false },
  cooldown: { mark: 'CD', name: 'Cool-down', intensity: 2, active: false },
  closing: { mark: 'CL', name: 'Closing', intensity: 1, active: false },
} as const

export type Phase = keyof typeof PHASES
export const PHASE_NAMES = Object.keys(PHASES) as [Phase, ...Phase[]]
