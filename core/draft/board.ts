import { listed } from '../checks/ground'
import type { Board } from '../curriculum/boards'
import { CATEGORIES } from '../curriculum/categories'
import { spokenName, type Item } from '../curriculum/item'
import { madeOf } from '../curriculum/made-of'
import type { Dose } from '../plan/doses'
import { settleBoard, writtenMade } from '../plan/edit-places'
import { PHASES, type Phase } from '../plan/phases'
import type { Track } from '../plan/schema'
import type { Candidate, DraftGroup } from './candidates'
import { BOUTS, doseOf, intensityOf, isFree, KEPT_SEC, sameShape, shapeOf, type Shape } from './doses'
import { sameSteps, stepNotes, stepsFor, threadDose, type Step } from './steps'
import type { BoardUnit, Setup, ThreadUnit } from './units'

/** A board of the main part written down: what each group works on it, by which doses, and why. */

export interface Written {
  id: string
  board: Board
  says: string
}

export interface Setting extends Setup {
  groups: readonly DraftGroup[]
  /** By group, why an item is due for it. */
  reasons: readonly ReadonlyMap<string, string>[]
}

/** Groups that work the same in the same way. */
interface Part {
  item: Item
  work: Candidate
  groups: number[]
}

/** In the main part nothing is a warm-up any more. */
const MAIN_PHASE: Partial<Record<Item['category'], Phase>> = { mobility: 'technique' }
const ODD = 'The odd one out makes a three: change every set.'

/** A thread as one ladder for all, or one for each of those who build it up in another way. */
export function threadBoard({ works, workSec }: ThreadUnit, setting: Setting): Written {
  const candidates = works.map(({ candidate }) => candidate)
  const steps = new Map(candidates.map((one) => [one, stepsFor(one, workSec)]))
  const of = (work: Candidate): Step[] => steps.get(work) ?? []
  const parts = partsOf(candidates, (a, b) => sameSteps(of(a), of(b)))
  const { showSec } = setting
  const notes = parts.flatMap(({ item, work }) => stepNotes(item, of(work)) ?? [])
  const says = parts.map((part) => {
    const layers = of(part.work).map(({ title }) => lowered(title))
    return `${whoFor(part, parts, setting)}: ${layers.join(', ')}.`
  })
  return {
    ...written(parts, setting, [...new Set(notes)], (work) =>
      threadDose(work.item, of(work), workSec, showSec),
    ),
    says: [`${threadName(parts)}.`, ...says, ...reasonsFor(parts, setting)].join(' '),
  }
}

/** A short board: on one count where all can be on one, else each by their own. */
export function shortBoard({ works }: BoardUnit, setting: Setting): Written {
  const parts = partsOf(works, (a, b) => a.layer === b.layer)
  const shapes = parts.map(({ item }) => shapeOf(item, KEPT_SEC / BOUTS))
  const isOneCount = shapes.every((shape) => sameShape(shape, shapes[0]!))
  const shared = isOneCount ? doseOf(together(shapes), KEPT_SEC, setting.setupSec) : undefined
  return {
    ...written(
      parts,
      setting,
      [],
      (work) => doseOf(shapeOf(work.item, KEPT_SEC / BOUTS), KEPT_SEC, setting.setupSec),
      shared,
    ),
    says: reasonsFor(parts, setting).join(' '),
  }
}

function written(
  parts: readonly Part[],
  { groups }: Setting,
  notes: readonly string[],
  doseFor: (work: Candidate) => Dose,
  shared?: Dose,
): Omit<Written, 'says'> {
  const items = [...new Set(parts.map(({ item }) => item))]
  const [first] = parts
  if (!first) throw new RangeError('nobody works on this board')
  const phase = phaseOf(items.map(({ category }) => MAIN_PHASE[category] ?? CATEGORIES[category].phase))
  const intensity = Math.max(...items.map(intensityOf))
  const heads = (all: readonly number[]) => all.reduce((sum, g) => sum + (groups[g]?.heads ?? 0), 0)
  const isOdd = parts.some(
    ({ item, groups: who }) =>
      item.partner !== 'solo' && !isFree(item) && !item.soloForm && heads(who) % 2 === 1,
  )
  const all = [...(isOdd ? [ODD] : []), ...notes].join('\n')
  const common = {
    title: titleOf(items),
    phase,
    priority: 'should' as const,
    layer: 1,
    ...(intensity === PHASES[phase].intensity ? {} : { intensity }),
    ...(all ? { notes: all } : {}),
  }
  const id = items.length === 1 ? first.item.id : 'side-by-side'
  if (parts.length === 1 && first.groups.length === groups.length)
    return {
      id,
      board: settleBoard({
        ...common,
        mode: 'together',
        ...workOf(first.work),
        dose: shared ?? doseFor(first.work),
      }),
    }
  const tracks = parts.map(({ work, groups: who }): Track => ({
    groups: who.map((g) => groups[g]?.id ?? ''),
    ...workOf(work),
    ...(shared ? {} : { dose: doseFor(work) }),
  }))
  if (!shared) return { id, board: settleBoard({ ...common, mode: 'layers', tracks }) }
  const mode = items.length === 1 ? ('layers' as const) : ('oneCount' as const)
  return { id, board: settleBoard({ ...common, mode, dose: shared, tracks }) }
}

const workOf = ({ item, layer }: Candidate) => ({
  technique: item.id,
  layer,
  ...writtenMade(madeOf(item, layer)),
})

function partsOf(works: readonly Candidate[], isSame: (a: Candidate, b: Candidate) => boolean): Part[] {
  const parts: Part[] = []
  for (const work of [...works].sort((a, b) => a.group - b.group)) {
    const known = parts.find((part) => part.item === work.item && isSame(part.work, work))
    if (known) known.groups.push(work.group)
    else parts.push({ item: work.item, work, groups: [work.group] })
  }
  return parts
}

/** The phase that most share. */
function phaseOf(phases: readonly Phase[]): Phase {
  const many = new Map<Phase, number>()
  for (const phase of phases) many.set(phase, (many.get(phase) ?? 0) + 1)
  return [...many].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'drill'
}

/** One count for all is counted at the pace of the slowest, and not at all where one of them is worked by the clock. */
function together(shapes: readonly Shape[]): Shape {
  const reps = shapes.flatMap((one) => one.reps ?? [])
  return {
    sides: shapes[0]?.sides ?? 1,
    roles: shapes[0]?.roles ?? 1,
    reps: reps.length === shapes.length ? Math.min(...reps) : undefined,
  }
}

const nameOf = ({ groups }: Setting, g: number) => groups[g]?.name ?? ''
const lowered = (title: string) => title.charAt(0).toLowerCase() + title.slice(1)

/** "Hip throw for all, each at their layer". */
function threadName(parts: readonly Part[]): string {
  const names = [...new Set(parts.map(({ item }) => spokenName(item)))]
  if (names.length > 1) return `Kin of one another: ${listed(names)}`
  const layers = new Set(parts.map(({ work }) => work.layer))
  return `${names[0] ?? ''} for all${layers.size > 1 ? ', each at their layer' : ''}`
}

function whoFor(part: Part, parts: readonly Part[], setting: Setting): string {
  if (parts.length === 1) return 'Built up'
  const who = listed(part.groups.map((g) => nameOf(setting, g)))
  return parts.every(({ item }) => item === part.item) ? who : `${spokenName(part.item)} for ${who}`
}

/** Why it is there, those with one reason together. */
function reasonsFor(parts: readonly Part[], setting: Setting): string[] {
  const items = new Set(parts.map(({ item }) => item))
  const said = new Map<string, string[]>()
  for (const { item, groups, work } of parts)
    for (const g of groups) {
      const isDue = (setting.groups[g]?.weights.get(item.id) ?? 0) > 0
      const reason = (isDue && setting.reasons[g]?.get(item.id)) || 'revision, nothing due'
      const shown = work.isNew ? ', new to them: shown first' : ''
      const key = `${items.size > 1 ? `${spokenName(item)} for ` : ''}|${reason}${shown}`
      said.set(key, [...(said.get(key) ?? []), nameOf(setting, g)])
    }
  const isAll = said.size === 1 && setting.groups.length > 1
  return [...said].map(([key, who]) => {
    const [name = '', reason = ''] = key.split('|')
    return `${name}${isAll ? 'everyone' : listed(who)}: ${reason}.`
  })
}

/** Read from afar: the skills where there are two, else what they are kin of. */
function titleOf(items: readonly Item[]): string {
  const names = items.map(spokenName)
  const category = items[0] ? CATEGORIES[items[0].category].name : ''
  return names.length < 3 ? names.join(' · ') : `${category}: each rank its own`
}
