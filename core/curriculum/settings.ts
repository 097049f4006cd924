import { z } from 'zod'
import { between, clockTime, day, list, name, oneOf, record, text, whole, yesNo } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { capital } from '../kernel/said-fields'
import { CATEGORY_NAMES } from './categories'
import { LIMITS, LIMIT_NAMES, type LimitName } from './limits'

/** What a club has settled for itself: its schools, the limits of its checks, its days, its hall. */

export const WEEKDAYS = [
  'monday',
  'tuesday',
  'wednesday',
  'thursday',
  'friday',
  'saturday',
  'sunday',
] as const
export type Weekday = (typeof WEEKDAYS)[number]

/** Words to count with; a club may write its own. */
export const COUNT_WORDS: Record<string, string[]> = {
  English: ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'],
  Japanese: ['ichi', 'ni', 'san', 'shi', 'go', 'roku', 'shichi', 'hachi', 'ku', 'ju'],
  Korean: ['hana', 'dul', 'set', 'net', 'daseot', 'yeoseot', 'ilgop', 'yeodeol', 'ahop', 'yeol'],
  Mandarin: ['yi', 'er', 'san', 'si', 'wu', 'liu', 'qi', 'ba', 'jiu', 'shi'],
  Thai: ['nueng', 'song', 'sam', 'si', 'ha', 'hok', 'chet', 'paet', 'kao', 'sip'],
  Vietnamese: ['một', 'hai', 'ba', 'bốn', 'năm', 'sáu', 'bảy', 'tám', 'chín', 'mười'],
  Malay: ['satu', 'dua', 'tiga', 'empat', 'lima', 'enam', 'tujuh', 'lapan', 'sembilan', 'sepuluh'],
  Tagalog: ['isa', 'dalawa', 'tatlo', 'apat', 'lima', 'anim', 'pito', 'walo', 'siyam', 'sampu'],
  Portuguese: ['um', 'dois', 'três', 'quatro', 'cinco', 'seis', 'sete', 'oito', 'nove', 'dez'],
  French: ['un', 'deux', 'trois', 'quatre', 'cinq', 'six', 'sept', 'huit', 'neuf', 'dix'],
  German: ['eins', 'zwei', 'drei', 'vier', 'fünf', 'sechs', 'sieben', 'acht', 'neun', 'zehn'],
}

const limitFields = Object.fromEntries(
  LIMIT_NAMES.map((name) => [
    name,
    between(LIMITS[name].least, LIMITS[name].most).default(LIMITS[name].usual),
  ]),
) as Record<LimitName, z.ZodDefault<z.ZodNumber>>

const USUAL_OPENING = ['Room to move, water to hand', 'Rings and watches off', 'One pair to one space']

export const settingsSchema = record({
  name: name(120),
  place: z.string().max(200, { error: 'must be text of at most 200 characters' }).default(''),
  zone: text(60).refine(isZone, { error: 'must be a time zone, such as Europe/Dublin' }),
  lengthMin: whole(5, 240).default(60),
  startTime: clockTime().default('18:30'),
  firstSide: oneOf(['R', 'L']).default('R'),
  /** General exercise first, the art's own movements only, or light technique as warm-up. */
  warmup: oneOf(['general', 'own', 'light']).default('general'),
  countWords: list(text(20), 10, 10).default(COUNT_WORDS.English ?? []),
  shout: oneOf(['every', 'last', 'none']).default('last'),
  /** Like with like, or senior with junior. */
  partners: oneOf(['like', 'mentor']).default('like'),
  /** With senior by junior: how many ranks there should be between two who work together. */
  mentorGap: whole(1, 6).default(2),
  /** Material two or more ranks up. */
  ahead: oneOf(['allow', 'warn', 'forbid']).default('warn'),
  /** Long static holds: wherever, pointed out before power work, or kept for the end. */
  holds: oneOf(['anywhere', 'point out', 'end only']).default('point out'),
  classDays: list(
    record({ day: oneOf(WEEKDAYS), start: clockTime(), lengthMin: whole(5, 240) }),
    0,
    21,
  ).default([]),
  hall: record({
    areaM2: between(0, 10_000).default(0),
    hot: yesNo().default(false),
    kit: list(record({ name: text(60), count: whole(0, 999) }), 0, 40).default([]),
  }).default({ areaM2: 0, hot: false, kit: [] }),
  /** What is seen to before the first bow, in the club's own words. */
  opening: list(text(120), 0, 12).default([...USUAL_OPENING]),
  /** Classes a week that a student should come to; 0: none is asked. */
  weeklyMinimum: whole(0, 14).default(0),
  nextGrading: day().optional(),
  /** Days on which there is no class: holidays, and evenings that are cancelled. */
  shut: list(day(), 0, 120).default([]),
  /** The first day of the term; nothing: thirteen weeks back. */
  termFrom: day().optional(),
  /** What a class's work should be made of in the long run, in per cent; nothing: what the syllabus asks of each group. */
  mix: list(
    record({ category: oneOf(CATEGORY_NAMES), percent: whole(1, 100) }),
    0,
    CATEGORY_NAMES.length,
  ).default([]),
  limits: record(limitFields).prefault({}),
})
export type ClubSettings = z.infer<typeof settingsSchema>

function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

export type ReadSettings = { ok: true; settings: ClubSettings } | { ok: false; faults: Fault[] }

export function readSettings(json: unknown): ReadSettings {
  const shaped = settingsSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { classDays, hall, mix } = shaped.data
  const faults: Fault[] = []
  classDays.forEach(({ day: name, start }, d) => {
    if (classDays.findIndex((other) => other.day === name && other.start === start) !== d)
      faults.push(fault(['classDays', d, 'start'], `${capital(name)} ${start} is listed twice`))
  })
  hall.kit.forEach(({ name }, k) => {
    if (hall.kit.findIndex((other) => other.name.toLowerCase() === name.toLowerCase()) !== k)
      faults.push(fault(['hall', 'kit', k, 'name'], `"${name}" is listed twice`))
  })
  mix.forEach(({ category }, m) => {
    if (mix.findIndex((other) => other.category === category) !== m)
      faults.push(fault(['mix', m, 'category'], `"${category}" is listed twice`))
  })
  const percent = mix.reduce((sum, one) => sum + one.percent, 0)
  if (percent > 100) faults.push(fault(['mix'], `comes to ${percent} per cent; it must be at most 100`))
  return faults.length ? { ok: false, faults } : { ok: true, settings: shaped.data }
}

/** The settings a new club begins with. */
export function usualSettings(name: string, zone: string): ClubSettings {
  return settingsSchema.parse({ name, zone })
}
