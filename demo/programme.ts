import { dayAfter } from '../core/kernel/days'
import { monthPeriod, weekPeriod, type Programme } from '../core/term/programme'

/** What the weeks to come are about, and what each rank works on this month. */
export function demoProgramme(today: string): [period: string, programme: Programme][] {
  const week = (n: number) => weekPeriod(dayAfter(today, 7 * n))
  const rank = (id: string, ...items: string[]) => ({ rank: id, items })
  return [
    [week(0), { says: 'Hold, turn, throw', theme: ['grip-break', 'hip-throw', 'inner-reap'], ranks: [] }],
    [
      week(1),
      { says: 'Held from behind', theme: ['rear-hold-release', 'bear-hug-escape', 'escapes'], ranks: [] },
    ],
    [week(2), { says: 'Kicks on the move', theme: ['kicks', 'switch-step'], ranks: [] }],
    [
      monthPeriod(today),
      {
        says: 'Towards the grading',
        theme: [],
        ranks: [
          rank('chalk', 'hip-throw', 'wrist-release', 'form-quay'),
          rank('amber', 'outer-reap', 'lapel-strip', 'push-kick'),
          rank('teal', 'shoulder-throw', 'side-kick', 'form-weir'),
          rank('plum', 'foot-sweep', 'headlock-escape', 'staff-cuts'),
          rank('slate', 'knee-wheel', 'kick-combination', 'form-tide'),
          rank('ink', 'counter-hip', 'arm-control', 'short-staff'),
        ],
      },
    ],
  ]
}
