import { bowOut, coolDown, groups, line, plan, run, water } from './plans'

/** An evening with another club: forty-six people on one mat, so stations carry most of it. */

const ours = groups.reduce((sum, { headcount }) => sum + headcount, 0)

/** How many are on the floor that evening. */
const ON_THE_FLOOR = 46

const visitors = { id: 'visitors', name: 'Visitors', pace: 1, ranks: [], headcount: ON_THE_FLOOR - ours }

export const visitingEvening = {
  ...plan('Visitors from Millrace', 'Two clubs, one mat', [
    line,
    run,
    {
      id: 'mirror',
      title: 'Mirror steps with a visitor',
      phase: 'warmup',
      technique: 'mirror-steps',
      dose: {
        kind: 'rounds',
        rounds: 4,
        workSec: 40,
        restSec: 15,
        roles: 2,
        setupSec: 40,
        roleNames: ['leads', 'mirrors'],
      },
    },
    {
      id: 'circles',
      title: 'Hips and shoulders, opened',
      phase: 'warmup',
      technique: 'joint-circles',
      dose: { kind: 'count', sets: 1, reps: 10, tempoSec: 2.5, sides: 2 },
    },
    water('water-1'),
    {
      id: 'stations',
      title: 'Six stations, mixed teams',
      phase: 'drill',
      mode: 'stations',
      notes: 'Seven or eight in a team, both clubs in each. Nobody throws here: one mat, one space a pair.',
      stations: [
        { title: 'Breakfalls on the crash mats', technique: 'side-fall', layer: 2 },
        { title: 'Pads: palm and elbow', technique: 'palm-elbow' },
        { title: 'Hip-throw entries, no lift', technique: 'hip-throw' },
        { title: 'Lapel strip, held right', technique: 'lapel-strip' },
        { title: 'Side hold, ten seconds', technique: 'side-hold', layer: 2 },
        { title: 'Short staff, two lengths apart', technique: 'staff-cuts' },
      ],
      teams: 6,
      workSec: 240,
      moveSec: 30,
      laps: 1,
      setupSec: 120,
    },
    water('water-2'),
    {
      id: 'exchange',
      title: 'Shoulder touch, change partners',
      phase: 'partner',
      technique: 'shoulder-touch',
      dose: { kind: 'rounds', rounds: 5, workSec: 60, restSec: 30, setupSec: 60, tempoSec: 4 },
    },
    {
      id: 'game',
      title: 'Last sash standing',
      phase: 'game',
      priority: 'could',
      technique: 'last-sash',
      dose: { kind: 'fixed', sec: 300 },
    },
    coolDown,
    bowOut,
  ]),
  start: '14:00',
  groups: [...groups, visitors],
}
