import type { z } from 'zod'
import { layerNumber, list, oneOf, record, slug, text, whole, yesNo } from '../kernel/fields'
import { blockSchema } from '../plan/schema'
import { callModeSchema } from './call-mode'
import { deviceCount, eventId, moment } from './event'

/**
 * What happens on the floor, as events that are only ever added. Each carries an id made by the device that saw it, so
 * that the server takes it once however often it is sent. `at` is milliseconds since 1970: by the device's own clock where the
 * device sends it, by the server's where it is read back. `n` is the device's own count of its events, which settles the order
 * within one millisecond.
 */

export const RUN_KINDS = [
  'start',
  'pause',
  'resume',
  'next',
  'begin',
  'count',
  'fewer',
  'end',
  'extend',
  'again',
  'back',
  'skip',
  'insert',
  'swap',
  'change',
  'fit',
  'lead',
  'film',
  'calls',
  'missed',
  'did',
  'done',
  'rule',
  'finish',
  'undo',
] as const

/**
 * What is done again: the rep that is called, or the run, from its top; the set or round that is worked, or was just worked; the same once more when it is over
 * (`another`); the rung of a ladder; all of the board.
 */
export const AGAIN = ['top', 'set', 'another', 'rung', 'board'] as const
export type Again = (typeof AGAIN)[number]

const MOST_MORE_MS = 20 * 60_000

/** What an act says beside its kind and its board; which of it an act has, `runEventSchema` tells. */
export const detailSchema = record({
  /** `extend`: so many ms more of what is on now, or fewer where below 0. */
  ms: whole(-MOST_MORE_MS, MOST_MORE_MS).optional(),
  /** `again`: what is done again; `end`: with `rung` all that is left of it is ended. */
  again: oneOf(AGAIN).optional(),
  /**
   * `count`: the rep that is called, from 1 in the set; where reps are called link by link, or a form move by move, the link or move, from 1 in
   * the set or run. Where it was called already nothing happens.
   */
  rep: whole(1, 9999).optional(),
  /** `count`: beyond what the plan asks for. */
  more: yesNo().optional(),
  /** `end`, `done`: where the set, round, hold or run that is meant began, ms into its board. */
  piece: whole(0, 24 * 3_600_000).optional(),
  /** `insert`: what comes in, before the board named, or next where there is none. */
  block: blockSchema.optional(),
  before: slug().optional(),
  /** `swap`: the other board; both are still to come. */
  with: slug().optional(),
  /** `change`: what one group works from now on. */
  group: slug().optional(),
  technique: slug().optional(),
  layer: layerNumber().optional(),
  /** `change`: it is done alone, whatever the others of the board do in two roles. */
  solo: yesNo().optional(),
  /** `change`: it has no right and left. */
  noSides: yesNo().optional(),
  /** `fit`: the length that is left to each board, in seconds; 0 leaves it out. */
  keep: list(record({ id: slug(), sec: whole(0, 24 * 3600) }), 1, 120).optional(),
  /** `calls`: what is called from now on; without it the calls end. */
  calls: callModeSchema.optional(),
  /** `missed`: who missed a call; `done`: who is done; `did`: who does something else, which is `technique`, or what all do again where there is none. */
  student: eventId().optional(),
  /** `done`: they are not, after all. */
  not: yesNo().optional(),
  /** `rule`: the drill is made harder by this, or easier below 0. */
  step: whole(-1, 1).optional(),
  /** `lead`: how the device that leads from now on is called. */
  name: text(60).optional(),
})
export type Detail = z.infer<typeof detailSchema>

/** What an act cannot be without. */
const ASKS: Partial<Record<(typeof RUN_KINDS)[number], readonly (keyof Detail)[]>> = {
  extend: ['ms'],
  again: ['again'],
  insert: ['block'],
  swap: ['with'],
  change: ['group', 'technique'],
  fit: ['keep'],
  missed: ['student'],
  did: ['student'],
  done: ['piece'],
  rule: ['step'],
}

/**
 * One act of the instructor. `next` ends the board that is worked, or (`waiting`) the transition that leads to it, and goes on to
 * what comes next; `begin` gives the word: it ends what is explained, rested or changed, and begins the work; `count` calls the next rep where the count
 * goes by the instructor's word, and adds one (`more`) where it goes by the clock; `fewer` takes one off; `end` ends the set, round, hold or run that is worked and goes on within its board; `extend` lengthens what is on; `again` goes back to its beginning, `back` to the beginning of
 * the board named; `skip` leaves out a board to come; `insert`, `swap`, `change` and `fit` bend what is to come; `lead` says which device runs the class;
 * `film` that a recording begins; `calls` begins or ends a drill of calls, and `missed` says who missed one; `did` says that one student does something else at a board than all; `done` that a group, or a student, is done with what
 * is worked at one's own pace, or is not after all; `rule` makes a drill harder or easier by a step; `undo` takes back the event it names. `board` is the board that was meant: where it is no longer the one, somebody
 * else was quicker and nothing happens, so that two screens never act twice. Without it (older files) the act is about whatever is there.
 */
export const runEventSchema = record({
  id: eventId(),
  kind: oneOf(RUN_KINDS),
  at: moment(),
  undoes: eventId().optional(),
  board: slug().optional(),
  waiting: yesNo().optional(),
  detail: detailSchema.optional(),
  /** The device it was done on, by an id it made for itself. */
  device: eventId().optional(),
  n: deviceCount().optional(),
}).superRefine(({ kind, detail }, context) => {
  for (const field of ASKS[kind] ?? [])
    if (detail?.[field] === undefined)
      context.addIssue({ code: 'custom', path: ['detail', field], message: `is missing: ${kind} needs it` })
})
export type RunEvent = z.infer<typeof runEventSchema>

export const PRESENCE_KINDS = [
  'here',
  'home',
  'late',
  'out',
  'back',
  'left',
  'away',
  'excused',
  'clear',
  'undo',
] as const

/**
 * One tap on the register. `here`: present from the start of the class, whenever it is tapped; `home`: likewise, from
 * home; `late`: from this moment;
 * `out`: sits out from this moment, until `back`; `left`: gone from this moment; `away` and `excused`: not coming;
 * `clear`: nothing is known; `undo` takes back the tap it names.
 */
export const presenceMarkSchema = record({
  id: eventId(),
  kind: oneOf(PRESENCE_KINDS),
  student: eventId().optional(),
  at: moment(),
  reason: text(300).optional(),
  /** `here`, `late`, `home`: the group of the plan they join, where it is not their own. */
  group: slug().optional(),
  undoes: eventId().optional(),
  n: deviceCount().optional(),
})
export type PresenceMark = z.infer<typeof presenceMarkSchema>
