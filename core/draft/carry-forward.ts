import { checkPlan, isGrave, type ClubFacts } from '../checks'
import { Ground, listed, type GroupFacts } from '../checks/ground'
import { spokenName } from '../curriculum/item'
import { ladderBoard, partnerLadder } from '../curriculum/partner-ladder'
import { isGood } from '../people/marks'
import type { Dose, PlainDose } from '../plan/doses'
import { changeBlock } from '../plan/edit'
import { changeDoses } from '../plan/edit-doses'
import { nudgeSets } from '../plan/nudge'
import type { Phase } from '../plan/phases'
import type { Block, Plan, Track } from '../plan/schema'
import { counted, minutes } from '../kernel/time-text'
import { layPlan } from '../plan/timeline'

/**
 * Carry forward: the next class from this one. The same theme; each item one layer on where its marks were good and the same layer
 * where they were not; less talk, more work, within the checks. Every change is explained.
 */

export interface CarriedForward {
  plan: Plan
  /** What was changed and why, a sentence each. */
  changes: string[]
}

/** Phases whose items are learnt layer by layer; a warm-up or a game is only done again. */
const LEARNT = new Set<Phase>(['technique', 'drill', 'partner', 'form', 'selfdefence'])
/** At least this share of the marks must be sound or sharp. */
const GOOD_SHARE = 0.5
const TALK_KEPT = 0.75
const LEAST_TALK_SEC = 15

interface Verdict {
  good: number
  marked: number
}

function verdictOn(item: string, groups: readonly GroupFacts[]): Verdict {
  const marks = groups.flatMap(({ students }) =>
    students.flatMap(({ practised }) => practised.get(item)?.mark ?? []),
  )
  return { good: marks.filter(isGood).length, marked: marks.length }
}

const wentWell = ({ good, marked }: Verdict) => marked > 0 && good / marked >= GOOD_SHARE
const reason = ({ good, marked }: Verdict) =>
  marked === 0
    ? 'nobody has a mark on it yet'
    : `${good} of ${counted(marked, 'mark')} ${good === 1 ? 'was' : 'were'} good`

/** The layer that comes next for some groups, and the sentence that says so. */
function nextLayer(
  technique: string,
  layer: number,
  groups: readonly GroupFacts[],
  club: ClubFacts,
  all: boolean,
) {
  const item = club.items.get(technique)
  const verdict = verdictOn(technique, groups)
  const who = all ? '' : ` for ${listed(groups.map(({ group }) => group.name))}`
  const name = item ? spokenName(item) : technique
  if (!item) return { layer, says: undefined }
  if (layer >= item.layers.length)
    return { layer, says: wentWell(verdict) ? `${name} stays at its last layer${who}.` : undefined }
  if (!wentWell(verdict)) return { layer, says: `${name} stays at layer ${layer}${who}: ${reason(verdict)}.` }
  return { layer: layer + 1, says: `${name} goes on to layer ${layer + 1}${who}: ${reason(verdict)}.` }
}

function lessTalk(dose: Dose): Dose {
  if (dose.kind === 'fixed') return dose
  const less = Math.max(
    Math.min(LEAST_TALK_SEC, dose.setupSec),
    Math.round((dose.setupSec * TALK_KEPT) / 5) * 5,
  )
  return { ...dose, setupSec: Math.min(dose.setupSec, less) }
}

/** One rung more of the item's own ladder, where the rungs on the board are its first ones. */
function nextRung(
  block: Block,
  club: ClubFacts,
  groups: readonly GroupFacts[],
): { dose: Dose; says: string } | undefined {
  const item = club.items.get(block.technique ?? '')
  if (block.dose?.kind !== 'ladder' || !item) return undefined
  const rungs = partnerLadder([item])
  const { stages } = block.dose
  const verdict = verdictOn(item.id, groups)
  const isOwn = stages.every(({ title }, s) => title === rungs[s]?.title)
  const next = rungs[stages.length]
  if (!isOwn || !next || !wentWell(verdict)) return undefined
  const whole = ladderBoard([item], stages.length + 1).dose
  const stage = whole?.kind === 'ladder' ? whole.stages.at(-1) : undefined
  if (!stage) return undefined
  return {
    dose: { ...block.dose, stages: [...stages, stage] },
    says: `${block.title} climbs to “${next.title}”: ${reason(verdict)}.`,
  }
}

function stepOn(block: Block, ground: Ground, changes: string[]): Block {
  const { club } = ground
  const note = (says: string | undefined) => {
    if (says && !changes.includes(says)) changes.push(says)
  }
  const groupsOf = (ids: readonly string[]) => ground.groups.filter(({ group }) => ids.includes(group.id))
  const next: Block = { ...block }
  if (LEARNT.has(block.phase)) {
    const rung = nextRung(block, club, ground.groups)
    if (rung) {
      next.dose = rung.dose
      note(rung.says)
    } else if (block.technique && block.mode === 'together' && block.dose?.kind !== 'ladder') {
      const { layer, says } = nextLayer(block.technique, block.layer, ground.groups, club, true)
      next.layer = layer
      note(says)
    }
    if (block.tracks)
      next.tracks = block.tracks.map((track): Track => {
        const { layer, says } = nextLayer(track.technique, track.layer, groupsOf(track.groups), club, false)
        note(says)
        return { ...track, layer }
      })
  }
  return noMoreTalk(changeDoses(next, lessTalk), talkOf(block))
}

/** A stage that came in must be shown: what was shown before is named in less time for it, so that nothing is talked about longer. */
function noMoreTalk(block: Block, mostSec: number): Block {
  let over = talkOf(block) - mostSec
  if (over <= 0 || block.dose?.kind !== 'ladder') return block
  const less = (sec: number) => {
    const cut = Math.min(sec, over)
    over -= cut
    return sec - cut
  }
  const stages = block.dose.stages.map((stage) =>
    stage.dose.kind === 'fixed'
      ? stage
      : { ...stage, dose: { ...stage.dose, setupSec: less(stage.dose.setupSec) } },
  )
  const setupSec = less(block.dose.setupSec)
  const bridges = stages.length - 1
  const bridgeSec = bridges > 0 ? Math.floor(less(block.dose.bridgeSec * bridges) / bridges) : 0
  return { ...block, dose: { ...block.dose, stages, setupSec, bridgeSec } }
}

/** More sets where there is time for them, one drill after the other, as long as no check has more to tell. */
function moreWork(plan: Plan, club: ClubFacts, changes: string[]): Plan {
  const graveIn = (one: Plan) => checkPlan(one, layPlan(one), club).findings.filter(isGrave).length
  let raised = plan
  let told = graveIn(plan)
  for (const { id, title, phase, mode } of plan.blocks) {
    if (!LEARNT.has(phase) || mode === 'stations') continue
    const more = changeBlock(raised, id, (block) => changeDoses(block, (dose) => nudgeSets(dose, 1)))
    const [before, after] = [layPlan(raised), layPlan(more)]
    if (after.spareMs < 0 || after.totalMs === before.totalMs) continue
    const now = graveIn(more)
    if (now > told) continue
    told = now
    raised = more
    changes.push(`${title} gets one set more, ${minutes(after.totalMs - before.totalMs)}.`)
  }
  return raised
}

/**
 * @param facts who comes, with their marks; without students every item stays at its layer
 * @param next the day of the next class, its title, and what of this one was cut on the floor: that comes first in line
 */
export function carryForward(
  plan: Plan,
  facts: ClubFacts,
  next: { date?: string; title?: string; cut?: readonly { id: string; ms: number; ranMs: number }[] } = {},
): CarriedForward {
  const ground = new Ground(plan, layPlan(plan), facts)
  const changes: string[] = []
  const { acknowledged: _, date: _d, ...rest } = plan
  const stepped: Plan = {
    ...rest,
    title: next.title ?? plan.title,
    ...(next.date ? { date: next.date } : {}),
    blocks: plan.blocks.map((block) => stepOn(block, ground, changes)),
  }
  // What is shown for the second time need only be named.
  const talk = (one: Plan) => layPlan(one).blocks.reduce((sum, { block }) => sum + talkOf(block), 0)
  const saved = talk(plan) - talk(stepped)
  if (saved > 0) changes.push(`Talk is ${minutes(saved * 1000)} shorter: what was shown need only be named.`)
  const ordered = firstInLine(stepped, next.cut ?? [], changes)
  return { plan: moreWork(ordered, facts, changes), changes }
}

/** Half of it, and it was had; less, and it is owed. */
const OWED_SHARE = 0.5

/** What was cut and is still owed stands before the other drills, and must be done. */
function firstInLine(
  plan: Plan,
  cut: readonly { id: string; ms: number; ranMs: number }[],
  changes: string[],
): Plan {
  const owed = new Set(cut.filter(({ ms, ranMs }) => ranMs < ms * OWED_SHARE).map(({ id }) => id))
  const isOwed = (block: Block) => owed.has(block.id) && LEARNT.has(block.phase)
  const first = plan.blocks.filter(isOwed)
  if (first.length === 0) return plan
  for (const { title } of first) changes.push(`${title} was cut last time: it comes first, and must be done.`)
  const rest = plan.blocks.filter((block) => !isOwed(block))
  const at = rest.findIndex(({ phase }) => LEARNT.has(phase))
  const index = at < 0 ? rest.length : at
  const must = first.map((block): Block => ({ ...block, priority: 'must' }))
  return { ...plan, blocks: [...rest.slice(0, index), ...must, ...rest.slice(index)] }
}

/** Seconds of explanation in a block: before its work, and between the stages of a ladder. */
function talkOf({ dose, tracks }: Block): number {
  const own = (one: Dose | PlainDose | undefined) => (one && one.kind !== 'fixed' ? one.setupSec : 0)
  const setup = (one: Dose | undefined) =>
    own(one) +
    (one?.kind === 'ladder'
      ? one.stages.reduce((sum, stage) => sum + own(stage.dose), one.bridgeSec * (one.stages.length - 1))
      : 0)
  return setup(dose) + (tracks ?? []).reduce((sum, track) => sum + setup(track.dose), 0)
}
