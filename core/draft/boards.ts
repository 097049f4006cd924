import { dueForGroup } from '../balance/due-for-group'
import { atLayer } from '../curriculum/item'
import { waterLimitMs } from '../checks/hall/water-gap'
import type { ClubFacts } from '../checks/club-facts'
import { Ground, listed } from '../checks/ground'
import type { Board } from '../curriculum/boards'
import { CATEGORIES } from '../curriculum/categories'
import { REGIONS, spokenName, type Region } from '../curriculum/item'
import { minutes } from '../kernel/time-text'
import { toSec } from '../kernel/units'
import { newBlock } from '../plan/edit'
import type { Block, Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import type { DraftBoard } from './draft-board'
import type { DraftGroup } from './candidates'
import { pinnedPlan, type ClassFrame } from './frame'
import type { Choice } from './model'
import { inTheirOrder } from './board-times'
import { mainBoard } from './main-board'
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

export const OPEN_PRACTICE = 'Open practice, each what they want to polish'

/** Time in which everybody works on what they like: where nothing can be drafted. */
export const openPractice = (id: string, sec: number): Block => ({
  id,
  ...newBlock('drill', OPEN_PRACTICE),
  intensity: 4,
  dose: { kind: 'fixed', sec, active: true },
})

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
    const exercises = inTheirOrder(warmup)
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
    return this.boards.some(({ works }) =>
      works.some((work) => work && (atLayer(work.item, work.layer).demand[region] ?? 0) >= 2),
    )
  }

  private mainPart(stretch: number, freeSec: number, pinned: readonly number[]): void {
    const mine = this.boards.filter((board) => board.stretch === stretch)
    // What is pinned stands in the middle of what is drafted around it.
    const before = Math.ceil(mine.length / 2)
    for (const board of mine.slice(0, before)) this.addMain(board)
    this.keepPinned(pinned.flatMap((p) => this.frame.pinned[p]?.block ?? []))
    for (const board of mine.slice(before)) this.addMain(board)
    if (freeSec > 0) {
      const { id, ...board } = openPractice('open-practice', freeSec)
      this.add(id, board, 'Nothing else of the library may be put here.')
    }
  }

  private addMain(board: DraftBoard): void {
    const { groups, reasons } = this
    const main = mainBoard(board, { groups, reasons, talkOnEnd: this.club.settings.limits.talkOnEnd })
    if (main) this.add(main.id, main.board, main.says)
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
