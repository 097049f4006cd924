import type { Mark } from '../people/marks'
import { isGood } from '../people/marks'
import type { PlainDose } from '../plan/doses'
import { settleBoard, writtenMade } from '../plan/edit-places'
import { repSecOf, type Board } from './boards'
import type { Category } from './categories'
import { CONTACTS, spokenName, type Contact, type Item, type Stage } from './item'

/**
 * The ladder of partner work: held target → partner defends → defend and answer → both in turn → free
 * within a limit. Each rung says who does what, what is allowed, where they start, and what one does alone.
 */

type Family = 'strike' | 'throw' | 'escape' | 'ground' | 'weapon'

const FAMILY_OF: Partial<Record<Category, Family>> = {
  throws: 'throw',
  falls: 'throw',
  escapes: 'escape',
  groundwork: 'ground',
  weapons: 'weapon',
}

interface Wording {
  titles: [string, string, string, string, string]
  partner: [string, string, string, string, string]
  distance: [string, string, string, string, string]
  alone: string
}

/** What each rung is for each kind of work. */
const WORDING: Record<Family, Wording> = {
  strike: {
    titles: [
      'Held target',
      'Partner defends',
      'Defend and answer',
      'Both, one after the other',
      'Free within a limit',
    ],
    partner: [
      'holds the pad still, braced and away from the face',
      'only defends, slowly, no answer',
      'defends and answers once, to the shoulder or the pad',
      'takes the next turn with the same technique',
      'works freely at the level both agreed on',
    ],
    distance: [
      'arm’s length to the pad',
      'arm’s length',
      'one step out, close it with the technique',
      'one step out',
      'two steps out',
    ],
    alone: 'to a bag, or to a mark on the wall without touching it',
  },
  throw: {
    titles: [
      'Entry to a still partner',
      'Partner steps',
      'Partner resists, then goes',
      'Throw for throw',
      'Free grips within a limit',
    ],
    partner: [
      'stands upright and lets the entry come in; no fall',
      'walks one step forward or back, and is set down',
      'blocks with the hips once, then goes with it',
      'gets up and takes the next throw',
      'moves freely and falls early rather than late',
    ],
    distance: ['gripped', 'gripped', 'gripped', 'gripped', 'one step out, grips to be won'],
    alone: 'entry steps with a belt round a post, and the breakfall alone',
  },
  escape: {
    titles: [
      'Held right, no force',
      'Partner only holds on',
      'Partner pulls or pushes',
      'Hold for hold',
      'Any hold, within a limit',
    ],
    partner: [
      'puts the hold on as it should be and keeps still',
      'holds firmly and does nothing else',
      'adds one pull or push, then lets go',
      'is let out and puts on the next hold in turn',
      'chooses the hold and the moment; a tap stops it at once',
    ],
    distance: ['held', 'held', 'held, on the move', 'held', 'one step out'],
    alone: 'the hand and foot work slowly, against a chair back or one’s own wrist',
  },
  ground: {
    titles: [
      'Shape, no weight',
      'Partner lies heavy',
      'Partner moves once',
      'Over and back',
      'Free for a count, within a limit',
    ],
    partner: [
      'lets the shape be found',
      'is heavy but still',
      'bridges or turns once',
      'answers with the turnover, one after the other',
      'works for the top; a tap stops it at once',
    ],
    distance: ['in the hold', 'in the hold', 'in the hold', 'in the hold', 'kneeling, gripped'],
    alone: 'bridges, hip turns and stand-ups along the mat',
  },
  weapon: {
    titles: [
      'To a still mark',
      'Partner covers',
      'Cover and answer',
      'Both, one after the other',
      'Short exchange within a limit',
    ],
    partner: [
      'holds a target out to the side, at full reach',
      'covers slowly, without answering',
      'covers and answers once, stopping a hand short',
      'takes the next turn with the same cut',
      'works with one agreed cut; every one stops a hand short',
    ],
    distance: [
      'two lengths apart',
      'one length and a step',
      'one length and a step',
      'one length and a step',
      'two lengths apart',
    ],
    alone: 'along a line on the floor, two lengths from everybody',
  },
}

/** The hardest contact of each rung: the last two never go above what the item allows. */
const CONTACT_OF: Contact[] = ['none', 'touch', 'touch', 'controlled', 'controlled']
const ALLOWED = [
  'this technique only, at walking speed',
  'this technique only, half speed',
  'the technique and one answer, half speed',
  'the technique, one after the other, three quarters speed',
  'what was practised today, at an agreed speed; either may stop it',
]

const lesser = (a: Contact, b: Contact): Contact => (CONTACTS.indexOf(a) <= CONTACTS.indexOf(b) ? a : b)

/** The technique of an item, or of several one after the other, in words. */
const named = (items: readonly Item[]) => items.map(spokenName).join(', then ')

/**
 * The stages for an item, or for a combination of items in their order. An item's own ladder is taken as it is; for the
 * rest they are made here, to be edited.
 */
export function partnerLadder(items: readonly [Item, ...Item[]]): Stage[] {
  const [lead] = items
  if (items.length === 1 && lead.ladder.length) return lead.ladder
  const family = FAMILY_OF[lead.category] ?? 'strike'
  const wording = WORDING[family]
  const most = items.reduce<Contact>(
    (most, { contact }) => (CONTACTS.indexOf(contact) > CONTACTS.indexOf(most) ? contact : most),
    'none',
  )
  const alone = items.map(({ soloForm }) => soloForm ?? wording.alone)
  return wording.titles.map((title, rung) => ({
    title,
    does: rung < 3 ? named(items) : `${named(items)}, then takes the other role`,
    partner: wording.partner[rung] ?? '',
    allowed: ALLOWED[rung] ?? '',
    distance: wording.distance[rung] ?? '',
    solo: [...new Set(alone)].join('; then '),
    contact: lesser(CONTACT_OF[rung] ?? 'none', most),
  }))
}

/** How many rungs are worked in turns, one role and then the other; above them both do both. */
export const rungsInTurns = (rungs: number): number => (rungs > 3 ? rungs - 2 : rungs)

export const LADDER_ROLES: [string, string] = ['works', 'holds']

/** What one does on each rung, in words: a line each. */
export const ladderNotes = (stages: readonly Stage[]): string =>
  stages
    .map(
      (stage, n) =>
        `${n + 1}. ${stage.title}: partner ${stage.partner}. Allowed: ${stage.allowed}. Start ${stage.distance}. Alone: ${stage.solo}.`,
    )
    .join('\n')

function doseOfRung(rung: number, rungs: number, items: readonly Item[], sides: 1 | 2): PlainDose {
  if (rung >= rungsInTurns(rungs))
    return {
      kind: 'rounds',
      rounds: 2,
      workSec: rung === rungs - 1 ? 60 : 45,
      restSec: 20,
      sides: 1,
      roles: 1,
      setupSec: 0,
    }
  const seconds = (pick: 'teach' | 'full') => items.reduce((sum, item) => sum + repSecOf(item)[pick], 0)
  return {
    kind: 'count',
    sets: 1,
    reps: 6,
    tempoSec: rung === 0 ? seconds('teach') : seconds('full') + 1,
    restSec: 0,
    sides,
    roles: 2,
    switchSec: 5,
    swapSec: 10,
    alternate: false,
    setupSec: 0,
    roleNames: LADDER_ROLES,
  }
}

/**
 * A ladder as a board.
 *
 * @param upTo how many rungs, from the first; the next one stays locked until the marks say it is earned
 */
export function ladderBoard(items: readonly [Item, ...Item[]], upTo = 5): Board {
  const stages = partnerLadder(items).slice(0, Math.max(1, upTo))
  const rungs = partnerLadder(items).length
  const sides = items.some((item) => item.sides === 2) ? 2 : 1
  return settleBoard({
    title: `${named(items)}: ladder`,
    phase: 'partner',
    priority: 'should',
    mode: 'together',
    technique: items[0].id,
    layer: 1,
    dose: {
      kind: 'ladder',
      stages: stages.map(({ title, links, instead }, rung) => ({
        title,
        ...writtenMade({ links, instead }),
        dose: doseOfRung(rung, rungs, items, sides),
      })),
      bridgeSec: 15,
      setupSec: 60,
    },
    notes: ladderNotes(stages),
  })
}

/** What the last class with a ladder came to: how many rungs were run, and the marks given on its item. */
export interface LastLadder {
  rungsRun: number
  marks: readonly Mark[]
}

/** At least this share of the marks must be sound or sharp before the next rung opens. */
const GOOD_SHARE = 0.5

/** Whether marks open the next rung. */
export const openNext = (marks: readonly Mark[]): boolean =>
  marks.length > 0 && marks.filter(isGood).length / marks.length >= GOOD_SHARE

/**
 * How many rungs may be run now. The first is always open; the next opens when at least half of the marks of the last class
 * are sound or sharp. Without a mark nothing opens and nothing closes.
 */
export function rungsOpen(rungs: number, last: LastLadder | undefined): number {
  if (!last) return 1
  return Math.max(1, Math.min(rungs, last.rungsRun + (openNext(last.marks) ? 1 : 0)))
}
