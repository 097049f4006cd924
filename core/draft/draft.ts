import type { Highs } from 'highs'
import type { ClubFacts, Finding } from '../checks'
import { inTheme } from '../balance/worth'
import { ClubIndex } from '../checks/club-index'
import { floorM2, kitOf, unitsOfKit } from '../checks/hall/takes'
import { areReadyFor } from '../checks/rank/prerequisite'
import { REGIONS, type Item, type Region } from '../curriculum/item'
import { chanceOf } from '../kernel/chance'
import type { ProgrammeAnswer } from '../kernel/programme'
import { solveProgramme } from '../kernel/solver'
import { pinnedBase } from './base'
import { draftGroups, type Candidate, type DraftGroup } from './candidates'
import { SETUP_SEC, SHOW_SEC } from './doses'
import { exercisesFor } from './exercises'
import { frameOf, secondsOf, type ClassFrame } from './frame'
import { finished, isBetter, judgePlan, withoutTrouble, type Draft, type Judged } from './judge'
import { draftModel, NO_WISH, type Choice, type DraftModel, type ThreadWish } from './model'
import { ordered } from './order'
import type { DraftRequest } from './request'
import { candidatesOf, unitsOf, type Setup } from './units'
import type { Plan } from '../plan/schema'
import { writeDraft } from './write'

/**
 * A whole class drafted from what is due: the programme of `model.ts` chooses threads and short boards, they are put in order and written
 * down, and all checks of a plan look at them. What a check still finds is ruled out, and the programme is asked again.
 */

export type { Draft } from './judge'

/** How often what a check found is ruled out before the plan stands as it is. */
const MOST_REPAIRS = 8
/** More waters than the fewest, where boards cannot be dealt out among the stretches. */
const MORE_WATERS = 3
/** How much earlier there is water, in seconds, each time it was too late. */
const WATER_SOONER = 20
/** A large class is as good as done a little sooner. */
const LARGE = 600
const GOOD_ENOUGH = { usual: 0.004, large: 0.02 }
/** Of the time, what the first answer may take; the repairs share the rest. */
const FIRST_SHARE = 0.6
const LEAST_SEC = 0.4

/** What checks found, and is not to come again. */
interface Ruled {
  /** A group's item, `group item`. */
  out: Set<string>
  fades: Set<Region>
  waters: number
  soonerSec: number
}

export interface DraftOptions {
  /** Seconds of a clock that goes on evenly. */
  now: () => number
  /** Told of every better draft on the way. */
  onBetter?: (draft: Draft) => void
  wish?: ThreadWish
}

/** The best class for a request; nothing where no class of this length can be made at all. */
export function draftClass(
  highs: Highs,
  request: DraftRequest,
  club: ClubFacts,
  options: DraftOptions,
): Draft | undefined {
  return new Drafting(highs, request, club, options).draft()
}

interface Attempt {
  model: DraftModel
  frame: ClassFrame
  groups: readonly DraftGroup[]
}

class Drafting {
  private readonly ruled: Ruled = { out: new Set(), fades: new Set(REGIONS), waters: 0, soonerSec: 0 }
  private readonly groups: readonly DraftGroup[]
  private readonly exercises: readonly Item[]
  private readonly setup: Setup
  private readonly began: number
  private readonly wish: ThreadWish
  private best: Judged | undefined
  private bound = 0

  constructor(
    private readonly highs: Highs,
    private readonly request: DraftRequest,
    private readonly club: ClubFacts,
    private readonly options: DraftOptions,
  ) {
    const within = (sec: number) => Math.min(sec, Math.max(0, club.settings.limits.talkOnEnd))
    this.setup = { showSec: within(SHOW_SEC), setupSec: within(SETUP_SEC) }
    this.exercises = exercisesFor(request, club)
    this.groups = draftGroups(request, club)
    this.began = options.now()
    this.wish = options.wish ?? NO_WISH
  }

  draft(): Draft | undefined {
    for (let repair = 0; repair <= MOST_REPAIRS; repair++) {
      const attempt = this.attempt()
      const answer = this.solve(attempt, repair === 0)
      const { values } = answer
      if (!values) {
        // The boards do not go into the stretches: one water more makes them shorter.
        if (!answer.infeasible || ++this.ruled.waters > MORE_WATERS) break
        continue
      }
      const bound = attempt.model.boundOf(answer.bound, values)
      // What is ruled out later is still in what the first programme could form.
      this.bound ||= bound
      const judged = this.judge(attempt, values)
      this.take(judged)
      if (judged.grave.length === 0) break
      if (!this.ruleOut(judged)) break
    }
    if (this.best) this.take(withoutTrouble(this.best, this.request, this.club))
    return this.soFar()
  }

  private attempt(): Attempt {
    const { request, club, ruled, exercises, wish } = this
    const groups = this.groups.map((group) => ({
      ...group,
      candidates: group.candidates.filter(({ item }) => !ruled.out.has(`${group.index} ${item.id}`)),
    }))
    const frame = frameOf(request, club, ruled)
    const base = pinnedBase(request, club, frame)
    const { fades } = ruled
    const chance = chanceOf(request.seed)
    return {
      model: draftModel({
        request,
        club,
        frame,
        groups,
        exercises,
        base,
        fades,
        wish,
        chance,
        leadInSec: leadInSec(request),
      }),
      frame,
      groups,
    }
  }

  private solve({ model, ...attempt }: Attempt, isFirst: boolean): ProgrammeAnswer {
    const { request, options } = this
    const isLarge = request.groups.length * request.lengthMin > LARGE
    const left = request.timeLimitSec - (options.now() - this.began)
    const timeLimitSec = Math.max(LEAST_SEC, left * (isFirst ? FIRST_SHARE : 0.4))
    const gap = isLarge ? GOOD_ENOUGH.large : GOOD_ENOUGH.usual
    return solveProgramme(this.highs, model.programme, { timeLimitSec, gap }, ({ values, bound }) => {
      if (!values || !options.onBetter || this.best) return
      const judged = this.judge({ model, ...attempt }, values)
      if (judged.grave.length > 0) return
      const { club, groups } = this
      options.onBetter(finished(judged, model.boundOf(bound, values), { request, club, groups }))
    })
  }

  private judge({ model, frame, groups }: Attempt, values: ArrayLike<number>): Judged {
    const { request, club, setup } = this
    const choice = model.read(values)
    const units = unitsOf(choice, frame, setup, this.fitsTheHall)
    const order = ordered(
      [...units].sort((a, b) => a.stretch - b.stretch).map(({ unit }) => unit),
      {
        stretchSec: stretchesOf(choice, frame, leadInSec(request)),
        gapSec: frame.transitionSec,
        isTheme: (item) => inTheme(item, club, new Set(request.theme)),
        chance: chanceOf(request.seed + 1),
      },
    )
    const leads =
      leadInSec(request) > 0 ? this.leadIn(order.stretches.flat().find(({ kind }) => kind === 'thread')) : []
    const write = (leadIn: Item | undefined) => {
      const { plan, why } = writeDraft({
        request,
        club,
        frame,
        groups,
        choice,
        stretches: order.stretches,
        setup,
        leadIn,
        leadInSec: leadInSec(request),
      })
      return judgePlan(plan, why, request, club)
    }
    // What nothing leads in from is warmed up for in another way.
    const plain = write(undefined)
    for (const leadIn of leads) {
      const judged = write(leadIn)
      if (judged.grave.every(({ says }) => plain.grave.some((other) => other.says === says))) return judged
    }
    return plain
  }

  private readonly fitsTheHall = (works: readonly Candidate[]): boolean => {
    const { kit, areaM2 } = this.club.settings.hall
    const heads = ({ group }: Candidate) => this.groups[group]?.heads ?? 0
    const sum = (each: (one: Candidate) => number) => works.reduce((all, one) => all + each(one), 0)
    if (areaM2 > 0 && sum((one) => floorM2(one.item, heads(one))) > areaM2) return false
    return kit.every(({ name, count }) => sum((one) => unitsOfKit(name, one.item, heads(one))) <= count)
  }

  /** Items whose easiest step may end the warm-up: of the first thread, for everybody, without a partner. */
  private leadIn(first: Parameters<typeof candidatesOf>[0] | undefined): Item[] {
    if (!first) return []
    const index = ClubIndex.of(this.club)
    const { limits } = this.club.settings
    const items = [...new Set(candidatesOf(first).map(({ item }) => item))]
    return items.filter(
      (item) =>
        item.partner !== 'partner' &&
        !item.headContact &&
        this.groups.every(
          ({ students, candidates }) =>
            areReadyFor(item, 1, students, { index, limits }) && candidates.some((one) => one.item === item),
        ),
    )
  }

  private take(one: Judged): void {
    if (!this.best || isBetter(one, this.best)) this.best = one
    const draft = this.soFar()
    if (draft && this.best.grave.length === 0) this.options.onBetter?.(draft)
  }

  private soFar(): Draft | undefined {
    const { request, club, groups, best } = this
    return best && finished(best, this.bound, { request, club, groups })
  }

  /** Rules out what findings are about; false where nothing more can be. */
  private ruleOut({ plan, grave, unready }: Judged): boolean {
    const { ruled } = this
    const state = () => JSON.stringify([ruled.out.size, ruled.fades.size, ruled.soonerSec])
    const before = state()
    const drafted = (id: string) => !this.request.pinned.some((block) => block.id === id)
    for (const { region, block } of unready) {
      // Prepared once it would have been enough: it faded. Twice as much does not.
      if (!ruled.fades.has(region)) ruled.fades.add(region)
      else
        this.ruleOutOn(
          { code: 'warmup.prepare', blocks: [block.block.id].filter(drafted), groups: [] },
          plan,
          region,
        )
    }
    if (grave.some(({ code }) => code === 'water.gap')) ruled.soonerSec += WATER_SOONER
    for (const { code, blocks, groups } of grave)
      if (!SETTLED_OTHERWISE.has(code)) this.ruleOutOn({ code, blocks: blocks.filter(drafted), groups }, plan)
    return before !== state()
  }

  /** Rules out one group's item on some boards: what takes most of the floor and the kit, or what is missed least. */
  private ruleOutOn(
    { code, blocks, groups: about }: Pick<Finding, 'code' | 'blocks' | 'groups'>,
    plan: Plan,
    region?: Region,
  ): void {
    const everyone = plan.groups.map(({ id }) => id)
    const heads = ({ group }: Candidate) => this.groups[group]?.heads ?? 0
    const takes = (one: Candidate) =>
      code === 'space.short'
        ? floorM2(one.item, heads(one))
        : code === 'kit.short'
          ? kitOf(one.item, heads(one)).reduce((sum, [, units]) => sum + units, 0)
          : Number(code === 'falls.order' && one.item.category === 'throws')
    const [worst] = plan.blocks
      .filter(({ id }) => blocks.includes(id))
      .flatMap(({ tracks, technique }) => tracks ?? (technique ? [{ groups: everyone, technique }] : []))
      .flatMap((track) =>
        this.groups
          .filter(({ id }) => track.groups.includes(id) && (about.length === 0 || about.includes(id)))
          .flatMap(({ candidates }) => candidates.find(({ item }) => item.id === track.technique) ?? [])
          .filter(({ item }) => region === undefined || (item.demand[region] ?? 0) >= 2),
      )
      .sort((a, b) => takes(b) - takes(a) || a.weight - b.weight)
    if (worst) this.ruled.out.add(`${worst.group} ${worst.item.id}`)
  }
}

/** What ruling out an item does not mend. */
const SETTLED_OTHERWISE = new Set(['warmup.prepare', 'water.gap', 'time.over', 'time.talk', 'time.closing'])

const LEAD_IN_SEC = 60
/** From half an hour on the warm-up ends with the easiest step of what comes. */
const LEADS_FROM_MIN = 30
export const leadInSec = ({ lengthMin, pinned }: DraftRequest): number =>
  lengthMin >= LEADS_FROM_MIN && !pinned.some(({ phase }) => phase === 'warmup') ? LEAD_IN_SEC : 0

/** What each stretch has for the main part: opening and warm-up come before the first, the end of the class after the last. */
function stretchesOf(
  { warmup, plainWarmupSec, cooldownSec }: Choice,
  frame: ClassFrame,
  leadIn: number,
): number[] {
  const { transitionSec: gap, waterLimitSec, waters } = frame
  const ends = (boards: Parameters<typeof secondsOf>[0]) => secondsOf(boards) + boards.length * gap
  const opening = frame.opening.pinned.length ? ends(frame.opening.pinned) : frame.opening.sec + gap
  const warm = warmup.reduce((sum, { sec }) => sum + sec, plainWarmupSec + leadIn)
  const before = opening + ends(frame.warmup.pinned) + (warm > 0 ? warm + gap : 0)
  const closing = frame.closing.pinned.length ? ends(frame.closing.pinned) : frame.closing.sec + gap
  const after = ends(frame.cooldown.pinned) + cooldownSec + closing
  return Array.from(
    { length: waters + 1 },
    (_, s) => waterLimitSec - (s === 0 ? before : gap) - (s === waters ? after : 0),
  )
}
