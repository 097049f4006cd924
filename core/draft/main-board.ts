import { listed } from '../checks/ground'
import type { Board } from '../curriculum/boards'
import { CATEGORIES } from '../curriculum/categories'
import { spokenName, type Item } from '../curriculum/item'
import { madeOf } from '../curriculum/made-of'
import { settleBoard, writtenMade } from '../plan/edit-places'
import { PHASES, type Phase } from '../plan/phases'
import type { Track } from '../plan/schema'
import type { DraftBoard } from './draft-board'
import { doseOf, sameShape, shapeOf, type Shape, type WorkLength } from './beats'
import type { Candidate, DraftGroup } from './candidates'
import { intensityOf, SETUP_SEC, SHOW_SEC } from './model-parts'
import { progressOf, type Progress } from './progress'

/** A board of the main part written down: what each group works on it, by which doses, and why. */

interface Written {
  id: string
  board: Board
  says: string
}

interface Setting {
  groups: readonly DraftGroup[]
  /** By group, why an item is due for it. */
  reasons: readonly ReadonlyMap<string, string>[]
  /** Seconds that may be talked on end. */
  talkOnEnd: number
}

/** Groups that work the same at the same layer. */
interface Part {
  item: Item
  work: Candidate
  groups: number[]
  shape: Shape
}

/** In the main part nothing is a warm-up any more. */
const MAIN_PHASE: Partial<Record<Item['category'], Phase>> = { mobility: 'technique' }

const ODD = 'The odd one out makes a three: change every set.'

/** Nothing where nobody works anything on it. */
export function mainBoard(board: DraftBoard, setting: Setting): Written | undefined {
  const parts = partsOf(board)
  const [first] = parts
  return first && new MainBoard(board, parts, first, setting).written()
}

class MainBoard {
  private readonly items: readonly Item[]
  private readonly setupSec: number
  private readonly length: WorkLength
  /** All groups can be on one count: what they work has one shape. */
  private readonly isOneCount: boolean

  constructor(
    { length, shown, quickerSec = 0 }: DraftBoard,
    private readonly parts: readonly Part[],
    private readonly first: Part,
    private readonly setting: Setting,
  ) {
    this.length = length
    this.items = [...new Set(parts.map(({ item }) => item))]
    this.setupSec = Math.max(0, Math.min(shown ? SHOW_SEC : SETUP_SEC, setting.talkOnEnd) - quickerSec)
    this.isOneCount = parts.every(({ shape }) => sameShape(shape, first.shape))
  }

  written(): Written {
    const { items, parts, first, setting } = this
    const isOneItem = items.length === 1
    // Whoever is on one count with others does so many bouts of the same; else what is worked may build up.
    const shared = isOneItem ? this.progressOf(parts) : undefined
    const own = isOneItem || this.isOneCount ? [] : parts.map((part) => this.progressOf([part]))
    const common = this.commonOf([
      ...(shared?.notes ? [shared.notes] : []),
      // Several ladders side by side: each under its item's name.
      ...parts.flatMap(({ item }, p) => (own[p]?.notes ? [`${spokenName(item)}:\n${own[p].notes}`] : [])),
    ])
    const says = parts.flatMap((part, p) => [this.saysOf(part), ...(own[p] ? [own[p].says] : [])])
    if (shared) says.push(shared.says)
    const base = { id: isOneItem ? first.item.id : 'side-by-side', says: says.join(' ') }
    const dose = () => shared?.dose ?? doseOf(sharedShape(parts), this.length, this.setupSec)
    if (parts.length === 1 && first.groups.length === setting.groups.length)
      return { ...base, board: settleBoard({ ...common, mode: 'together', ...workOf(first), dose: dose() }) }
    const tracks = parts.map((part): Track => ({ groups: this.idsOf(part), ...workOf(part) }))
    if (this.isOneCount)
      return {
        ...base,
        board: settleBoard({ ...common, mode: isOneItem ? 'layers' : 'oneCount', dose: dose(), tracks }),
      }
    return {
      ...base,
      board: settleBoard({
        ...common,
        mode: 'layers',
        tracks: tracks.map((track, t) => ({
          ...track,
          dose: own[t]?.dose ?? doseOf(parts[t]?.shape ?? first.shape, this.length, this.setupSec),
        })),
      }),
    }
  }

  /** How what these groups work builds up, at the pace of all of them together. */
  private progressOf(parts: readonly Part[]): Progress | undefined {
    const students = parts.flatMap(({ groups }) =>
      groups.flatMap((g) => this.setting.groups[g]?.students ?? []),
    )
    const [part] = parts
    return part && progressOf({ item: part.item, workSec: this.length, setupSec: this.setupSec, students })
  }

  private commonOf(progress: readonly string[]) {
    const { items, parts } = this
    const phase = phaseOf(items.map(({ category }) => MAIN_PHASE[category] ?? CATEGORIES[category].phase))
    const intensity = Math.max(...items.map(intensityOf))
    const isOdd = parts.some(
      ({ item, groups }) => item.partner === 'partner' && !item.soloForm && this.headsOf(groups) % 2 === 1,
    )
    const notes = [...(isOdd ? [ODD] : []), ...progress].join('\n')
    return {
      title: titleOf(items.map(spokenName)),
      phase,
      priority: 'should' as const,
      layer: 1,
      ...(intensity === PHASES[phase].intensity ? {} : { intensity }),
      ...(notes ? { notes } : {}),
    }
  }

  private headsOf(groups: readonly number[]): number {
    return groups.reduce((sum, g) => sum + (this.setting.groups[g]?.heads ?? 0), 0)
  }

  private idsOf({ groups }: Part): string[] {
    return groups.map((g) => this.setting.groups[g]?.id ?? '')
  }

  private saysOf({ item, work, groups }: Part): string {
    const { groups: all, reasons } = this.setting
    const name = this.items.length > 1 ? `${spokenName(item)} for ` : ''
    const shown = work.isNew ? ' It is new to them: shown first.' : ''
    const said = new Map<string, string[]>()
    for (const g of groups) {
      const group = all[g]
      const isDue = (group?.weights.get(item.id) ?? 0) > 0
      const reason = (isDue && reasons[g]?.get(item.id)) || 'revision, nothing due'
      said.set(reason, [...(said.get(reason) ?? []), group?.name ?? ''])
    }
    const isAll = groups.length === all.length && groups.length > 1
    const says = [...said].map(
      ([reason, who]) => `${name}${isAll && said.size === 1 ? 'everyone' : listed(who)}: ${reason}.`,
    )
    return `${says.join(' ')}${shown}`
  }
}

const workOf = ({ item, work: { layer } }: Part) => ({
  technique: item.id,
  layer,
  ...writtenMade(madeOf(item, layer)),
})

function partsOf({ works, length }: DraftBoard): Part[] {
  const parts: Part[] = []
  works.forEach((work, g) => {
    if (!work) return
    const { item, layer } = work
    const known = parts.find((part) => part.item === item && part.work.layer === layer)
    if (known) known.groups.push(g)
    else parts.push({ item, work, groups: [g], shape: shapeOf(item, length) })
  })
  return parts
}

/** The phase that all share, else the one that most do. */
function phaseOf(phases: readonly Phase[]): Phase {
  const many = new Map<Phase, number>()
  for (const phase of phases) many.set(phase, (many.get(phase) ?? 0) + 1)
  return [...many].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'drill'
}

/** One count for all is counted at the pace of the slowest, and not at all where one of them is worked by the clock. */
function sharedShape(parts: readonly Part[]): Shape {
  const shapes = parts.map(({ shape }) => shape)
  const reps = shapes.flatMap((one) => one.reps ?? [])
  return {
    sides: shapes[0]?.sides ?? 1,
    roles: shapes[0]?.roles ?? 1,
    reps: reps.length === shapes.length ? Math.min(...reps) : undefined,
  }
}

function titleOf(names: readonly string[]): string {
  const title = names.join(' · ')
  return title.length <= 90 ? title : `${names.slice(0, 2).join(' · ')} and ${names.length - 2} more`
}
