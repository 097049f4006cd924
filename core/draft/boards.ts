import { dueForGroup } from '../balance/due-for-group'
import { waterLimitMs } from '../checks/hall/water-gap'
import type { ClubFacts } from '../checks/club-facts'
import { Ground, listed } from '../checks/ground'
import { CATEGORIES } from '../curriculum/categories'
import { REGIONS, spokenName, type Item, type Region } from '../curriculum/item'
import { minutes } from '../kernel/time-text'
import { toSec } from '../kernel/units'
import { newBlock } from '../plan/edit'
import { PHASES, type Phase } from '../plan/phases'
import type { Block, Plan, Track } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import type { DraftBoard } from './arrange'
import { doseOf, sameShape, shapeOf, type Shape } from './beats'
import type { Candidate, DraftGroup } from './candidates'
import { pinnedPlan, type ClassFrame } from './frame'
import type { Choice } from './model'
import { intensityOf, SETUP_SEC, SHOW_SEC } from './model-parts'
import type { DraftRequest } from './request'

/** A draft written down as the boards of a plan, each with why it is there. */

export interface Why {
  /** The id of a board. */
  block: string
  says: string
}

export interface Written {
  plan: Plan
  why: Why[]
}

/** In the main part nothing is a warm-up any more. */
const MAIN_PHASE: Partial<Record<Item['category'], Phase>> = { mobility: 'technique' }

export const OPEN_PRACTICE = 'Open practice, each what they want to polish'

/** Time in which everybody works on what they like: where nothing can be drafted. */
export const openPractice = (id: string, sec: number): Block => ({
  id,
  ...newBlock('drill', OPEN_PRACTICE),
  intensity: 4,
  dose: { kind: 'fixed', sec, active: true },
})

const ODD = 'The odd one out makes a three: change every set.'

export function writeDraft(
  request: DraftRequest,
  club: ClubFacts,
  frame: ClassFrame,
  groups: readonly DraftGroup[],
  choice: Choice,
  boards: readonly DraftBoard[],
): Written {
  return new Writing(request, club, frame, groups, choice, boards).written()
}

type Board = Omit<Block, 'id'>

class Writing {
  private readonly blocks: Block[] = []
  private readonly why: Why[] = []
  private readonly taken: Set<string>
  /** Why an item is due for a group, in words. */
  private readonly reasons: Map<string, string>[]

  constructor(
    private readonly request: DraftRequest,
    private readonly club: ClubFacts,
    private readonly frame: ClassFrame,
    private readonly groups: readonly DraftGroup[],
    private readonly choice: Choice,
    private readonly boards: readonly DraftBoard[],
  ) {
    this.taken = new Set(request.pinned.map(({ id }) => id))
    const plan = pinnedPlan(request)
    const ground = new Ground(plan, layPlan(plan), club)
    this.reasons = ground.groups.map(
      (group) => new Map(dueForGroup(ground, group, request.date).map(({ item, says }) => [item, says])),
    )
  }

  written(): Written {
    const { frame, choice } = this
    const { limits } = this.club.settings
    this.keepPinned(frame.opening.pinned.map(({ block }) => block))
    if (frame.opening.pinned.length === 0)
      this.add(
        'opening',
        { ...newBlock('opening', 'Bow in'), dose: { kind: 'fixed', sec: frame.opening.sec } },
        'Every class begins with it.',
      )
    this.keepPinned(frame.warmup.pinned.map(({ block }) => block))
    this.warmUp()
    choice.stretches.forEach((stretch, s) => {
      if (s > 0)
        this.add(
          `water-${s}`,
          { ...newBlock('water', 'Water'), dose: { kind: 'fixed', sec: frame.waterSec } },
          `Nobody goes more than ${minutes(frame.waterLimitSec * 1000)} without water.`,
        )
      this.mainPart(s, stretch.freeSec, stretch.pinned)
    })
    this.keepPinned(frame.cooldown.pinned.map(({ block }) => block))
    if (frame.cooldown.leastSec > 0 || choice.cooldownSec > 0)
      this.add(
        'cool-down',
        {
          ...newBlock('cooldown', 'Cool down, slow breath'),
          dose: { kind: 'fixed', sec: choice.cooldownSec, active: true },
        },
        `The class winds down; the club asks for ${minutes(limits.closing * 60_000)} with the closing.`,
      )
    if (frame.closing.pinned.length === 0)
      this.add(
        'closing',
        { ...newBlock('closing', 'Bow out'), dose: { kind: 'fixed', sec: frame.closing.sec } },
        'Every class ends with it.',
      )
    this.keepPinned(frame.closing.pinned.map(({ block }) => block))
    const plan = { ...this.plan(), blocks: this.blocks }
    return { plan: this.useWhatIsLeft(plan), why: this.why }
  }

  private plan(): Plan {
    const { request } = this
    const named = request.theme.map((id) => {
      const item = this.club.items.get(id)
      return item ? spokenName(item) : ((CATEGORIES as Record<string, { name: string }>)[id]?.name ?? id)
    })
    const theme = listed(named).slice(0, 500)
    return { ...pinnedPlan(request), ...(theme ? { theme } : {}) }
  }

  private add(id: string, board: Board, says: string): void {
    let free = id
    for (let n = 2; this.taken.has(free); n++) free = `${id}-${n}`
    this.taken.add(free)
    this.blocks.push({ id: free, ...board })
    this.why.push({ block: free, says })
  }

  private keepPinned(blocks: readonly Block[]): void {
    for (const block of blocks) {
      this.blocks.push(block)
      this.why.push({ block: block.id, says: 'Pinned: it stays as it is.' })
    }
  }

  private warmUp(): void {
    const { warmup, plainWarmupSec } = this.choice
    const pulse = ({ item }: Choice['warmup'][number]) => item.prepares.pulse ?? 0
    const exercises = [...warmup].sort((a, b) => pulse(b) - pulse(a) || (a.item.id < b.item.id ? -1 : 1))
    const entries = [
      ...(plainWarmupSec
        ? [
            {
              title: 'Easy running, then every joint from neck to ankles',
              dose: { kind: 'fixed' as const, sec: plainWarmupSec, active: true },
            },
          ]
        : []),
      ...exercises.map(({ item, sec }) => ({
        title: spokenName(item),
        technique: item.id,
        dose: { kind: 'fixed' as const, sec, active: true },
      })),
    ]
    if (entries.length === 0) return
    const regions = REGIONS.filter(
      (region) => this.loaded(region) && exercises.some(({ item }) => item.prepares[region]),
    )
    this.add(
      'warm-up',
      {
        ...newBlock('warmup', 'Warm-up'),
        priority: 'must',
        dose: { kind: 'routine', entries, gapSec: 0, laps: 1, lapRestSec: 0, setupSec: 0 },
      },
      regions.length
        ? `Prepares ${listed(regions)} for what the class loads.`
        : 'The pulse is up before anything hard.',
    )
  }

  private loaded(region: Region): boolean {
    return this.boards.some(({ works }) => works.some((work) => (work?.item.demand[region] ?? 0) >= 2))
  }

  private mainPart(stretch: number, freeSec: number, pinned: readonly number[]): void {
    const mine = this.boards.filter((board) => board.stretch === stretch)
    // What is pinned stands in the middle of what is drafted around it.
    const before = Math.ceil(mine.length / 2)
    for (const board of mine.slice(0, before)) this.mainBoard(board)
    this.keepPinned(pinned.flatMap((p) => this.frame.pinned[p]?.block ?? []))
    for (const board of mine.slice(before)) this.mainBoard(board)
    if (freeSec > 0) {
      const { id, ...board } = openPractice('open-practice', freeSec)
      this.add(id, board, 'Nothing else of the library may be put here.')
    }
  }

  private mainBoard({ works, length, shown }: DraftBoard): void {
    const { limits } = this.club.settings
    const setupSec = Math.min(shown ? SHOW_SEC : SETUP_SEC, limits.talkOnEnd)
    const parts = this.tracksOf(works)
    const shapes = parts.map(({ work }) => shapeOf(work.item, length))
    const [first] = parts
    const [shape] = shapes
    if (!first || !shape) return
    const items = [...new Set(parts.map(({ work }) => work.item))]
    const names = items.map(spokenName)
    const phase = phaseOf(items.map(({ category }) => MAIN_PHASE[category] ?? CATEGORIES[category].phase))
    const intensity = Math.max(...items.map(intensityOf))
    const odd = parts.some(
      ({ work, groups }) =>
        work.item.partner === 'partner' && !work.item.soloForm && this.headsOf(groups) % 2 === 1,
    )
    const common = {
      title: titleOf(names),
      phase,
      priority: 'should' as const,
      layer: 1,
      ...(intensity === PHASES[phase].intensity ? {} : { intensity }),
      ...(odd ? { notes: ODD } : {}),
    }
    const says = parts.map((part) => this.saysOf(part, items.length)).join(' ')
    const own = parts.map(({ work, groups }): Track => {
      const { item, layer } = work
      return {
        groups: groups.map((g) => this.groups[g]?.id ?? ''),
        technique: item.id,
        layer,
        ...(item.parts ? { parts: item.parts } : {}),
      }
    })
    const same = shapes.every((one) => sameShape(one, shape))
    if (parts.length === 1 && first.groups.length === this.groups.length) {
      const { item, layer } = first.work
      this.add(
        item.id,
        {
          ...common,
          mode: 'together',
          technique: item.id,
          layer,
          ...(item.parts ? { parts: item.parts } : {}),
          dose: doseOf(shape, length, setupSec),
        },
        says,
      )
    } else if (same)
      this.add(
        items.length === 1 ? first.work.item.id : 'side-by-side',
        {
          ...common,
          mode: items.length === 1 ? 'layers' : 'oneCount',
          dose: doseOf(sharedShape(shapes), length, setupSec),
          tracks: own,
        },
        says,
      )
    else
      this.add(
        'side-by-side',
        {
          ...common,
          mode: 'layers',
          tracks: own.map((track, t) => ({ ...track, dose: doseOf(shapes[t] ?? shape, length, setupSec) })),
        },
        says,
      )
  }

  private headsOf(groups: readonly number[]): number {
    return groups.reduce((sum, g) => sum + (this.groups[g]?.heads ?? 0), 0)
  }

  /** Groups that work the same at the same layer are one track. */
  private tracksOf(works: DraftBoard['works']): { work: Candidate; groups: number[] }[] {
    const tracks: { work: Candidate; groups: number[] }[] = []
    works.forEach((work, g) => {
      if (!work) return
      const known = tracks.find(({ work: { item, layer } }) => item === work.item && layer === work.layer)
      if (known) known.groups.push(g)
      else tracks.push({ work, groups: [g] })
    })
    return tracks
  }

  private saysOf({ work, groups }: { work: Candidate; groups: number[] }, items: number): string {
    const name = items > 1 ? `${spokenName(work.item)} for ` : ''
    const shown = work.isNew ? ' It is new to them: shown first.' : ''
    const said = new Map<string, string[]>()
    for (const g of groups) {
      const group = this.groups[g]
      const isDue = (group?.weights.get(work.item.id) ?? 0) > 0
      const reason = (isDue && this.reasons[g]?.get(work.item.id)) || 'not due, it keeps what they have'
      said.set(reason, [...(said.get(reason) ?? []), group?.name ?? ''])
    }
    const all = groups.length === this.groups.length && groups.length > 1
    const says = [...said].map(
      ([reason, who]) => `${name}${all && said.size === 1 ? 'everyone' : listed(who)}: ${reason}.`,
    )
    return `${says.join(' ')}${shown}`
  }

  /** Seconds that no board could be made of go to the cool-down, as far as there is water in time. */
  private useWhatIsLeft(plan: Plan): Plan {
    const timeline = layPlan(plan)
    const cool = plan.blocks.findLast(
      ({ id }) => id.startsWith('cool-down') && !this.request.pinned.some((one) => one.id === id),
    )
    if (!cool || cool.dose?.kind !== 'fixed') return plan
    const dry = timeline.blocks.findLast(({ block }) => block.phase === 'water')
    const since = timeline.totalMs - (dry ? dry.at + dry.ms : 0)
    const room = waterLimitMs(new Ground(plan, timeline, this.club)) - since
    const sec = cool.dose.sec + Math.max(0, Math.floor(toSec(Math.min(timeline.spareMs, room))))
    return {
      ...plan,
      blocks: plan.blocks.map((block) =>
        block === cool ? { ...block, dose: { kind: 'fixed' as const, sec, active: true } } : block,
      ),
    }
  }
}

/** The phase that all share, else the one that most do. */
function phaseOf(phases: readonly Phase[]): Phase {
  const many = new Map<Phase, number>()
  for (const phase of phases) many.set(phase, (many.get(phase) ?? 0) + 1)
  return [...many].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'drill'
}

/** One count for all is counted at the pace of the slowest, and not at all where one of them is worked by the clock. */
function sharedShape(shapes: readonly Shape[]): Shape {
  const [shape] = shapes
  const reps = shapes.flatMap((one) => one.reps ?? [])
  return {
    sides: shape?.sides ?? 1,
    roles: shape?.roles ?? 1,
    reps: reps.length === shapes.length ? Math.min(...reps) : undefined,
  }
}

function titleOf(names: readonly string[]): string {
  const title = names.join(' · ')
  return title.length <= 90 ? title : `${names.slice(0, 2).join(' · ')} and ${names.length - 2} more`
}
