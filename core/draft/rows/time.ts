import { bodySec } from '../beats'
import { FREE_STEP_SEC, setupSec, showSec, STEP_SEC, type ModelParts } from '../model-parts'
import type { Term } from '../programme'

/** Every stretch is over before there has to be water, and the class before its end; pinned boards stay in their order. */
export function keepTime(m: ModelParts): void {
  const { frame } = m.q
  const { transitionSec: gap, waterLimitSec } = frame
  const board = (w: number, setup: number) => bodySec(m.lengths[w] ?? 0) + setup + gap
  const ends = (boards: readonly { sec: number }[]) => boards.reduce((sum, { sec }) => sum + sec + gap, 0)
  const openingSec = frame.opening.pinned.length ? ends(frame.opening.pinned) : frame.opening.sec + gap
  const warmupSec = ends(frame.warmup.pinned)
  const closingSec = frame.closing.pinned.length ? ends(frame.closing.pinned) : frame.closing.sec + gap
  const coolingSec = ends(frame.cooldown.pinned) + frame.cooldown.leastSec + gap
  const warmup: Term[] = [...m.steps.map((step): Term => [step, STEP_SEC]), [m.plainWarmup, FREE_STEP_SEC]]
  const all: Term[] = []
  const last = frame.waters
  // A class without exercises and without plain warm-up has no board for it; the gap is reckoned all the same.
  const warmupGap = frame.warmup.pinned.length && m.q.exercises.length === 0 ? 0 : gap
  for (let s = 0; s <= last; s++) {
    const terms: Term[] = [
      ...(m.known[s] ?? []).map((column, w): Term => [column, board(w, setupSec(m))]),
      ...(m.shown[s] ?? []).map((column, w): Term => [column, board(w, showSec(m))]),
      [m.free[s]?.on ?? 0, gap],
      [m.free[s]?.steps ?? 0, FREE_STEP_SEC],
      ...frame.pinned.map(({ sec }, p): Term => [m.pinnedIn[p]?.[s] ?? 0, sec + gap]),
      ...(s === 0 ? warmup : []),
      ...(s === last ? ([[m.cooldown, STEP_SEC]] as Term[]) : []),
    ]
    const steady =
      (s === 0 ? openingSec + warmupSec + warmupGap : gap) + (s === last ? coolingSec + closingSec - gap : 0)
    m.b.atMost(terms, Math.max(0, waterLimitSec - steady))
    all.push(...terms)
    const { on, steps } = m.free[s] ?? { on: 0, steps: 0 }
    m.b.atMost(
      [
        [steps, 1],
        [on, -1000],
      ],
      0,
    )
    m.b.atLeast(
      [
        [steps, 1],
        [on, -2],
      ],
      0,
    )
  }
  const steady =
    openingSec + warmupSec + warmupGap + coolingSec + closingSec - gap + frame.waters * (frame.waterSec + gap)
  m.b.row(all, Math.max(0, frame.totalSec - 60 - steady), Math.max(0, frame.totalSec - steady))
  frame.pinned.forEach((_, p) => {
    const mine = m.pinnedIn[p] ?? []
    m.b.equal(
      mine.map((column): Term => [column, 1]),
      1,
    )
    const before = m.pinnedIn[p - 1]
    // In their order: no pinned board is in an earlier stretch than the one before it.
    if (before)
      m.b.atLeast(
        mine.flatMap((column, s): Term[] => [
          [column, s],
          [before[s] ?? 0, -s],
        ]),
        0,
      )
  })
}
