/**
 * The limits of the checks, which a club sets with its governing body, insurer and local rules. A new limit is a
 * line here: the settings, their screen and the checks read it.
 */

export interface Limit {
  /** What it limits, as it stands before the figure. */
  says: string
  unit: string
  least: number
  most: number
  usual: number
  step?: number
  /** For one age band only. */
  band?: 'under 13' | 'under 16' | 'everyone else'
  /** The usual caution, shown beside it. */
  caution?: string
}

const limit = (
  says: string,
  unit: string,
  usual: number,
  least: number,
  most: number,
  more: Partial<Limit> = {},
) => ({ says, unit, usual, least, most, ...more }) as Limit

const JUMPS = 'Growing knees and heels take fewer landings; stop at pain, whatever the figure.'
const WATER = 'Anyone may drink whenever they ask.'
const HEADS =
  'No head contact for children. After a knock to the head: out for the rest of the class, and referred on.'

export const LIMITS = {
  jumpsUnder13: limit('Jumps and landings in a class', 'each', 60, 0, 1000, {
    band: 'under 13',
    caution: JUMPS,
  }),
  jumpsUnder16: limit('Jumps and landings in a class', 'each', 100, 0, 1000, {
    band: 'under 16',
    caution: JUMPS,
  }),
  jumps: limit('Jumps and landings in a class', 'each', 150, 0, 2000, {
    band: 'everyone else',
    caution: JUMPS,
  }),
  waterUnder13: limit('Longest without water', 'minutes', 15, 5, 60, { band: 'under 13', caution: WATER }),
  waterHot: limit('Longest without water in a hot hall', 'minutes', 15, 5, 60, { caution: WATER }),
  water: limit('Longest without water', 'minutes', 20, 5, 60, { band: 'everyone else', caution: WATER }),
  headContact: limit('Work with head contact in a class', 'minutes', 10, 0, 120, {
    band: 'everyone else',
    caution: HEADS,
  }),
  intensityOnEnd: limit('Intensity 8 and above on end', 'minutes', 6, 1, 60, {
    caution: 'Who cannot speak a sentence slows down.',
  }),
  pulseFirst: limit('Raised pulse before jumps, throws and full power', 'minutes', 3, 0, 30, {
    caution: 'Cold muscle tears; a late-comer warms up too.',
  }),
  holdBeforePower: limit('Long static holds before power: from', 'seconds', 60, 10, 600),
  talkShare: limit('Talk, of the class', '%', 25, 0, 100),
  talkOnEnd: limit('Talk on end', 'seconds', 90, 15, 900),
  closing: limit('Cool-down and closing, at least', 'minutes', 3, 0, 30),
  spare: limit('Unused time worth a word, from', 'minutes', 5, 1, 60),
  idleOnEnd: limit('A group waits on end', 'seconds', 90, 15, 900),
  idleShare: limit('A group waits, of the class', '%', 10, 0, 100),
  sideDiffer: limit('Right and left differ by', '%', 10, 0, 100),
  taughtShare: limit('Taught time a head, of another group’s, at least', '%', 50, 0, 100),
  newItems: limit('New items for a group in a class', 'items', 2, 0, 20),
  knownShare: limit('Of a group, who must know what an item builds on', '%', 50, 1, 100),
  maxMassRatio: limit('Heavier to lighter partner in contact, at most', 'times', 1.3, 1, 5, {
    step: 0.05,
    caution: 'Who is much lighter is hurt first. Two partners agree on the level.',
  }),
  usefulVolume: limit('Useful volume of a current item', 'reps a side', 20, 1, 500),
} satisfies Record<string, Limit>

export type LimitName = keyof typeof LIMITS
export const LIMIT_NAMES = Object.keys(LIMITS) as [LimitName, ...LimitName[]]
export type Limits = Record<LimitName, number>

export const USUAL_LIMITS = Object.fromEntries(
  Object.entries(LIMITS).map(([name, { usual }]) => [name, usual]),
) as Limits
