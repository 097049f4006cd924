import type { z } from 'zod'
import { eventId, moment, deviceCount } from '../floor/event'
import { record, text } from '../kernel/fields'

/**
 * Something that happened to somebody in class: a knock to the head above all. It is written down as it was seen. It gives no diagnosis and
 * no clearance: it says who may.
 */
export const incidentSchema = record({
  id: eventId(),
  student: eventId(),
  /** When it happened, ms since 1970. */
  at: moment(),
  /** Where on the body. */
  site: text(100),
  happened: text(2000),
  done: text(2000),
  /** Who was told. */
  told: text(500),
  n: deviceCount().optional(),
})
export type Incident = z.infer<typeof incidentSchema>

/** What is asked first after a knock to the head; the words are the usual ones, and the club's own go before them. */
export const AFTER_A_HEAD_KNOCK = [
  'They sit out for the rest of the class, with somebody beside them.',
  'Whoever was out cold, is confused, vomits, has a worsening headache or a neck that hurts: call the emergency number now.',
  'Who takes them home is told. They do not go home alone.',
] as const

/** Who may say more than that. */
export const WHO_DECIDES =
  'Whether they may train again is decided by a licensed medical practitioner, never here and never on the floor. Local rules and the governing body’s go before this page.'

/** The reason with which they sit out on the register. */
export const SITS_OUT_FOR = 'head knock'
