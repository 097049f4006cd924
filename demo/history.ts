import { floorNow } from '../core/floor/now'
import { replay } from '../core/floor/run'
import type { Plan } from '../core/plan/schema'
import type { PresenceMark, RunEvent } from '../core/floor/events'
import type { Seeded } from './seeded'

/** How an evening went, as the events a floor and a register would have sent. */
export interface Evening {
  run: RunEvent[]
  presence: PresenceMark[]
}

interface Setting {
  plan: Plan
  /** Ms since 1970 of the planned first bow. */
  startsAt: number
  students: { id: string; group: string }[]
  chance: Seeded
}

const MINUTE = 60_000

/**
 * Makes up an evening: it starts a little late, one board is cut, a pause happens, one board is left out, and the class is
 * bowed out on time; some come late, one sits out for a while, some stay away. What each student practised is not made up:
 * the core computes it from these events.
 */
export function evening({ plan, startsAt, students, chance }: Setting): Evening {
  const startedAt = startsAt + chance.whole(10, 150) * 1000
  const run: RunEvent[] = [event('start', startedAt, chance)]
  const act = (kind: RunEvent['kind'], at: number) => run.push(event(kind, at, chance))
  const pausedAt = startedAt + chance.whole(18, 30) * MINUTE
  act('pause', pausedAt)
  act('resume', pausedAt + chance.whole(15, 50) * 1000)
  bowOutOnTime(plan, run, startsAt + plan.lengthMin * MINUTE, act)
  return { run, presence: taps(startedAt, students, chance) }
}

/**
 * Runs the class board by board. While it would end late, a board that only could be done is left out before it begins, and
 * one that should be done is cut by a minute.
 */
function bowOutOnTime(
  plan: Plan,
  run: RunEvent[],
  due: number,
  act: (kind: RunEvent['kind'], at: number) => void,
): void {
  let clock = run.at(-1)?.at ?? 0
  for (;;) {
    const at = replay(plan, run, clock)
    const now = floorNow(at)
    if (!now.placed) break
    // The word is given as soon as it is waited for, and the count goes at the plan's own pace.
    if (at.waitsFor) {
      act(at.waitsFor, (clock += now.called?.span.repMs ?? 1000))
      continue
    }
    const late = clock + now.toEndMs > due
    const mayCut =
      late && !now.inTransition && now.placed.block.priority === 'should' && now.leftMs > 3 * MINUTE
    if (late && now.coming?.block.priority === 'could') act('skip', (clock += 1000))
    else if (mayCut) act('next', (clock += now.leftMs - MINUTE))
    else clock += now.leftMs
  }
  act('finish', clock + 4000)
}

function event(kind: RunEvent['kind'], at: number, chance: Seeded): RunEvent {
  return { id: chance.uuid(), kind, at }
}

function taps(startedAt: number, students: Setting['students'], chance: Seeded): PresenceMark[] {
  const marks: PresenceMark[] = []
  const tap = (kind: PresenceMark['kind'], student: string, at: number, reason?: string) =>
    marks.push({ id: chance.uuid(), kind, student, at, ...(reason ? { reason } : {}) })
  for (const { id } of students) {
    const luck = chance.next()
    if (luck < 0.12) tap('away', id, startedAt)
    else if (luck < 0.17) tap('excused', id, startedAt, 'work')
    else if (luck < 0.28) tap('late', id, startedAt + chance.whole(4, 17) * MINUTE)
    else {
      tap('here', id, startedAt - chance.whole(1, 14) * MINUTE)
      if (luck > 0.95) {
        const from = startedAt + chance.whole(20, 35) * MINUTE
        tap('out', id, from, 'turned ankle, iced')
        tap('back', id, from + chance.whole(6, 12) * MINUTE)
      } else if (luck > 0.91) tap('left', id, startedAt + chance.whole(55, 68) * MINUTE, 'last bus')
    }
  }
  return marks
}
