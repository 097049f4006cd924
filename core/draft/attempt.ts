import type { ClubFacts } from '../checks'
import type { Item, Region } from '../curriculum/item'
import { chanceOf } from '../kernel/chance'
import { arrange } from './arrange'
import { lateSec, sooner } from './before-water'
import { writeDraft } from './boards'
import { draftGroups, type DraftGroup } from './candidates'
import { deal, dealWhatFits, type Dealing } from './deal'
import type { DraftBoard } from './draft-board'
import { exercisesFor } from './exercises'
import { fit, type Walk } from './fit'
import { frameOf, type ClassFrame } from './frame'
import { amissIn, isBetter, judgePlan, type Judged } from './judge'
import { draftModel, type Choice, type DraftModel } from './model'
import type { DraftQuestion } from './model-parts'
import type { DraftRequest } from './request'
import type { Ruled } from './rule-out'
import { scarceIn } from './scarce'

/** A programme of the class, and how values for it become a plan: dealt out, put in order, made to fit, written down and checked. */

/** What is the same however often the programme is asked. */
export interface Known {
  exercises: readonly Item[]
  groups: readonly DraftGroup[]
}

export function knownOf(request: DraftRequest, club: ClubFacts): Known {
  const exercises = exercisesFor(request, club)
  return { exercises, groups: draftGroups(request, club, new Set(exercises.map(({ id }) => id))) }
}

export interface Attempt {
  model: DraftModel
  judge(values: ArrayLike<number>): Judged
  /** Its items dealt out once more: what has to be asked for that, and what comes of it then. */
  dealAnew(values: ArrayLike<number>): { dealings: readonly Dealing[]; judge(): Judged }
  /** The boards that came of it last, made to fit: another number, another walk. */
  fit(values: ArrayLike<number>, walk: Walk, n: number): Judged
}

export function attemptOf(
  request: DraftRequest,
  club: ClubFacts,
  { exercises, groups: all }: Known,
  { out, fades, waters, room, soonerSec }: Ruled,
  { hall, lengths }: Pick<DraftQuestion, 'hall' | 'lengths'>,
): Attempt {
  const groups = all.map((group) => ({
    ...group,
    candidates: group.candidates.filter(({ item }) => !out.has(`${group.index} ${item.id}`)),
  }))
  const frame = frameOf(request, club, { waters, soonerSec })
  const chance = chanceOf(request.seed)
  const model = draftModel({ request, club, frame, groups, exercises, fades, room, hall, lengths, chance })
  const counted = new Set(Object.keys(request.most))
  const order = (choice: Choice, boards: readonly DraftBoard[]) =>
    arrange(boards, choice, frame, model.base, groups, club, chanceOf(request.seed + 1))
  function judge(choice: Choice, boards: readonly DraftBoard[]): Judged {
    const judgeWith = (one: Choice, on = boards) => {
      const { plan, why } = writeDraft(request, club, frame, groups, one, on)
      return judgePlan(plan, why, request, club, groups)
    }
    const better = (one: Judged, other: Judged) => (isBetter(other, one) ? other : one)
    const judged = judgeWith(choice)
    const warmer = longerWarmup(choice, judged.unready, exercises, frame)
    if (!warmer) return judged
    const warm = judgeWith(warmer)
    if (amissIn(warm) === 0) return better(judged, warm)
    // A longer warm-up can be more than there is time for before the first water: boards of that time are set up quicker then, or one
    // of them is shorter.
    return sooner(boards, lateSec(warm.plan, frame))
      .map((on) => judgeWith(warmer, on))
      .reduce(better, better(judged, warm))
  }
  let known: { of: ArrayLike<number>; choice: Choice; boards: DraftBoard[] } | undefined
  const arranged = (values: ArrayLike<number>) => {
    if (known?.of === values) return known
    const choice = model.read(values)
    return (known = { of: values, choice, boards: order(choice, deal(choice, groups)) })
  }
  return {
    model,
    judge(values) {
      const { choice, boards } = arranged(values)
      return judge(choice, boards)
    },
    dealAnew(values) {
      const { choice } = arranged(values)
      const { boards, dealings } = dealWhatFits(choice, groups, scarceIn(club, groups))
      return {
        dealings,
        judge() {
          known = { of: values, choice, boards: order(choice, boards) }
          return judge(choice, known.boards)
        },
      }
    },
    fit(values, walk, n) {
      const { choice, boards } = arranged(values)
      const question = { club, groups, base: model.base, choice, frame, boards, counted }
      const fitted = fit({ ...question, chance: chanceOf(request.seed + 2 + n) }, walk)
      return { ...judge(choice, order(choice, fitted.boards)), isMisfit: !fitted.fits }
    },
  }
}

/** A warm-up that is long enough for what faded as well, at the cost of the cool-down; nothing where that has not so much to spare. */
function longerWarmup(
  choice: Choice,
  unready: Judged['unready'],
  exercises: readonly Item[],
  { cooldown }: ClassFrame,
): Choice | undefined {
  const lacking = new Map<Region, number>()
  for (const { region, needs, has, unfaded } of unready)
    lacking.set(region, Math.max(lacking.get(region) ?? 0, needs * (has < unfaded ? 2 : 1) - unfaded))
  const seconds = new Map(choice.warmup.map(({ item, sec }) => [item, sec]))
  let added = 0
  for (const [region, units] of lacking) {
    const rate = (item: Item) => item.prepares[region] ?? 0
    const [best] = [...exercises].sort((a, b) => rate(b) - rate(a))
    if (!best || rate(best) === 0) continue
    const sec = Math.ceil(((units / rate(best)) * 60) / 5) * 5
    seconds.set(best, (seconds.get(best) ?? 0) + sec)
    added += sec
  }
  const cooldownSec = choice.cooldownSec - added
  if (added === 0 || cooldownSec < cooldown.askedSec) return undefined
  return { ...choice, cooldownSec, warmup: [...seconds].map(([item, sec]) => ({ item, sec })) }
}
