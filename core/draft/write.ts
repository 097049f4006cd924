import { dueForGroup } from '../balance/due-for-group'
import { waterLimitMs } from '../checks/hall/water-gap'
import type { ClubFacts } from '../checks/club-facts'
import { Ground, listed } from '../checks/ground'
import type { Board } from '../curriculum/boards'
import { CATEGORIES } from '../curriculum/categories'
import { atLayer, REGIONS, spokenName, type Item, type Region } from '../curriculum/item'
import { minutes } from '../kernel/time-text'
import { toSec } from '../kernel/units'
import { newBlock } from '../plan/edit'
import type { Block, Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { shortBoard, threadBoard, type Setting } from './board'
import type { DraftGroup } from './candidates'
import { pinnedPlan, type ClassFrame } from './frame'
import type { Choice } from './model'
import type { DraftRequest } from './request'
import { candidatesOf, type Setup, type Unit } from './units'

/** A draft written down as the boards of a plan, each with why it is there. */

export interface Why {
  /** The id of a board; none: something about the whole. */
  block: string | null
  says: string
}

export interface WrittenPlan {
  plan: Plan
  why: Why[]
}

export const OPEN_PRACTICE = 'Open practice, each what they want to polish'

/** Time in which everybody works on what they like: where nothing can be drafted. */
export const openPractice = (id: string, sec: number): Block => ({
  id,
  ...newBlock('drill', OPEN_PRACTICE),
  intensity: 4,
  dose: { kind: 'fixed', sec, active: true },
})

export interface DraftToWrite {
  request: DraftRequest
  club: ClubFacts
  frame: ClassFrame
  groups: readonly DraftGroup[]
  choice: Choice
  stretches: readonly (readonly Unit[])[]
  setup: Setup
  /** What leads from the warm-up into the first thread: its easiest step. */
  leadIn: Item | undefined
  /** Of the warm-up, kept for that. */
  leadInSec: number
}

export const writeDraft = (draft: DraftToWrite): WrittenPlan => new Writing(draft).written()

class Writing {
  private readonly blocks: Block[] = []
  private readonly why: Why[] = []
  private readonly taken: Set<string>
  private readonly setting: Setting

  constructor(private readonly draft: DraftToWrite) {
    const { request, club, groups, setup } = draft
    this.taken = new Set(request.pinned.map(({ id }) => id))
    const plan = pinnedPlan(request)
    const ground = new Ground(plan, layPlan(plan), club)
    const reasons = ground.groups.map(
      (group) => new Map(dueForGroup(ground, group, request.date).map(({ item, says }) => [item, says])),
    )
    this.setting = { ...setup, groups, reasons }
  }

  written(): WrittenPlan {
    const { frame, choice, stretches, club } = this.draft
    const { limits } = club.settings
    this.keepPinned(frame.opening.pinned.map(({ block }) => block))
    if (frame.opening.pinned.length === 0)
      this.add(
        'opening',
        { ...newBlock('opening', 'Bow in'), dose: { kind: 'fixed', sec: frame.opening.sec } },
        'Every class begins with it.',
      )
    this.keepPinned(frame.warmup.pinned.map(({ block }) => block))
    this.warmUp()
    stretches.forEach((units, s) => {
      if (s > 0)
        this.add(
          `water-${s}`,
          { ...newBlock('water', 'Water'), dose: { kind: 'fixed', sec: frame.waterSec } },
          `Nobody goes more than ${minutes(frame.waterLimitSec * 1000)} without water.`,
        )
      for (const unit of units) this.addUnit(unit)
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
    return { plan: this.useWhatIsLeft({ ...this.plan(), blocks: this.blocks }), why: this.why }
  }

  private plan(): Plan {
    const { request, club } = this.draft
    const named = request.theme.map((id) => {
      const item = club.items.get(id)
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
    const { choice, leadIn, leadInSec } = this.draft
    const active = (title: string, sec: number, technique?: string) => ({
      title,
      ...(technique ? { technique } : {}),
      dose: { kind: 'fixed' as const, sec, active: true },
    })
    const exercises = inTheirOrder(choice.warmup)
    const plainWarmupSec = choice.plainWarmupSec + (leadIn ? 0 : leadInSec)
    const entries = [
      ...(plainWarmupSec
        ? [active('Easy running, then every joint from neck to ankles', plainWarmupSec)]
        : []),
      ...exercises.map(({ item, sec }) => active(spokenName(item), sec, item.id)),
      ...(leadIn ? [active(`${spokenName(leadIn)}: its easiest step, lightly`, leadInSec, leadIn.id)] : []),
    ]
    if (entries.length === 0) return
    const regions = REGIONS.filter(
      (region) => this.loaded(region) && exercises.some(({ item }) => item.prepares[region]),
    )
    const leads = leadIn ? ` It leads into ${spokenName(leadIn)}.` : ''
    this.add(
      'warm-up',
      {
        ...newBlock('warmup', 'Warm-up'),
        priority: 'must',
        dose: { kind: 'routine', entries, gapSec: 0, laps: 1, lapRestSec: 0, setupSec: 0 },
      },
      (regions.length
        ? `Prepares ${listed(regions)} for what the class loads.`
        : 'The pulse is up before anything hard.') + leads,
    )
  }

  private loaded(region: Region): boolean {
    return this.draft.stretches
      .flat()
      .some((unit) =>
        candidatesOf(unit).some(({ item, layer }) => (atLayer(item, layer).demand[region] ?? 0) >= 2),
      )
  }

  private addUnit(unit: Unit): void {
    if (unit.kind === 'pinned') {
      this.keepPinned(this.draft.frame.pinned.slice(unit.place, unit.place + 1).map(({ block }) => block))
    } else if (unit.kind === 'free') {
      const { id, ...board } = openPractice('open-practice', unit.sec)
      this.add(id, board, 'Nothing else of the library may be put here.')
    } else {
      const { id, board, says } =
        unit.kind === 'thread' ? threadBoard(unit, this.setting) : shortBoard(unit, this.setting)
      this.add(id, board, says)
    }
  }

  /** Seconds that no board could be made of go to the cool-down, as far as there is water in time. */
  private useWhatIsLeft(plan: Plan): Plan {
    const { request, club } = this.draft
    const timeline = layPlan(plan)
    const cool = plan.blocks.findLast(
      ({ id }) => id.startsWith('cool-down') && !request.pinned.some((one) => one.id === id),
    )
    if (!cool || cool.dose?.kind !== 'fixed') return plan
    const dry = timeline.blocks.findLast(({ block }) => block.phase === 'water')
    const since = timeline.totalMs - (dry ? dry.at + dry.ms : 0)
    const room = waterLimitMs(new Ground(plan, timeline, club)) - since
    const sec =
      cool.dose.sec +
      Math.floor(
        toSec(Math.max(timeline.spareMs < 0 ? timeline.spareMs : 0, Math.min(timeline.spareMs, room))),
      )
    return {
      ...plan,
      blocks: plan.blocks.map((block) =>
        block === cool ? { ...block, dose: { kind: 'fixed' as const, sec, active: true } } : block,
      ),
    }
  }
}

/** What raises the pulse comes first. */
function inTheirOrder(warmup: Choice['warmup']): Choice['warmup'] {
  const pulse = ({ item }: Choice['warmup'][number]) => item.prepares.pulse ?? 0
  return [...warmup].sort((a, b) => pulse(b) - pulse(a) || (a.item.id < b.item.id ? -1 : 1))
}
