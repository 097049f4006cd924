import type { Dose } from '../plan/doses'
import { newBlock } from '../plan/edit'
import type { Phase } from '../plan/phases'
import type { Block } from '../plan/schema'
import type { Shape } from './shapes'

/** The pieces every club begins with. They name no item, so they fit any library. */

const board = (id: string, phase: Phase, title: string, dose: Dose, more: Partial<Block> = {}): Block => ({
  ...newBlock(phase, title),
  dose,
  ...more,
  id,
})
const fixed = (sec: number): Dose => ({ kind: 'fixed', sec })
const rounds = (
  rounds: number,
  workSec: number,
  restSec: number,
  more: Partial<Extract<Dose, { kind: 'rounds' }>> = {},
): Dose => ({
  kind: 'rounds',
  rounds,
  workSec,
  restSec,
  sides: 1,
  roles: 1,
  setupSec: 15,
  ...more,
})
const count = (
  sets: number,
  reps: number,
  tempoSec: number,
  more: Partial<Extract<Dose, { kind: 'count' }>> = {},
): Dose => ({
  kind: 'count',
  sets,
  reps,
  tempoSec,
  restSec: 15,
  sides: 1,
  roles: 1,
  switchSec: 5,
  swapSec: 5,
  alternate: false,
  setupSec: 30,
  ...more,
})
const hold = (sets: number, holdSec: number, sides: 1 | 2): Dose => ({
  kind: 'hold',
  sets,
  holdSec,
  restSec: 10,
  sides,
  switchSec: 5,
  setupSec: 20,
})
type StageDose = Extract<Dose, { kind: 'ladder' }>['stages'][number]['dose']
const stages = (...given: [string, Dose][]): Dose => ({
  kind: 'ladder',
  stages: given.map(([title, dose]) => ({ title, dose: dose as StageDose })),
  bridgeSec: 15,
  setupSec: 45,
})

const shape = (
  id: string,
  name: string,
  about: string,
  kind: Shape['kind'],
  blocks: Block[],
  least?: number,
  most?: number,
): Shape => ({
  id,
  name,
  about,
  kind,
  groups: 1,
  blocks,
  ...(least && most ? { minutes: { least, most } } : {}),
})

export const SHIPPED_SHAPES: Shape[] = [
  shape('line-up', 'Line up and bow', 'space, kit, a word on the day', 'opening', [
    board('line-up', 'opening', 'Line up and bow', fixed(75), {
      priority: 'must',
      notes: 'Room to move, water to hand, jewellery off, gear on, a target or a pad each.',
    }),
  ]),
  shape(
    'pulse-and-joints',
    'Pulse, then joints',
    'bursts of easy running, then circles from the neck down',
    'warm-up',
    [
      board(
        'pulse',
        'warmup',
        'Easy run, changing ways',
        rounds(4, 40, 10, { focus: ['jog', 'side-steps', 'knees', 'backwards'] }),
      ),
      board(
        'joints',
        'warmup',
        'Circles: shoulders, hips, knees, ankles',
        count(4, 8, 2, { restSec: 5, setupSec: 10 }),
      ),
    ],
    4,
    14,
  ),
  shape(
    'warm-up-ladder',
    'Counted warm-up',
    'fifty of something, then ten more to finish strong',
    'warm-up',
    [
      board('fifty', 'warmup', 'Star jumps or half jumps', count(5, 10, 1.2, { restSec: 8, setupSec: 10 })),
      board('ten', 'warmup', 'Ten more, to finish strong', count(1, 10, 1.2, { setupSec: 0 })),
    ],
    2,
    8,
  ),
  shape(
    'partner-warm-up',
    'Warm-up in pairs',
    'mirror the steps, touch the shoulder, change',
    'warm-up',
    [
      board(
        'mirror',
        'warmup',
        'Mirror the steps',
        rounds(3, 40, 10, { roles: 2, roleNames: ['leads', 'mirrors'] }),
      ),
      board('touch', 'warmup', 'Touch the shoulder', rounds(3, 30, 15)),
    ],
    4,
    12,
  ),
  shape(
    'rounds-three-steps',
    'Rounds in three steps',
    'feet only, then hands, then everything',
    'rounds',
    [
      board(
        'rounds',
        'drill',
        'Rounds: feet, hands, everything',
        rounds(3, 90, 30, { focus: ['feet only', 'hands only', 'everything'], setupSec: 40 }),
      ),
    ],
    4,
    20,
  ),
  shape(
    'pad-rounds',
    'Pad rounds in pairs',
    'one works, one holds, then change',
    'rounds',
    [
      board(
        'pads',
        'partner',
        'Pad rounds',
        rounds(2, 60, 20, { roles: 2, swapSec: 30, setupSec: 60, roleNames: ['works', 'holds'] }),
        { notes: 'Pad braced, away from the face. Control before speed, speed before power.' },
      ),
    ],
    5,
    25,
  ),
  shape(
    'volume-drill',
    'Volume on the count',
    'sets of ten, both sides',
    'rounds',
    [board('volume', 'drill', 'Sets of ten', count(3, 10, 1.5, { sides: 2, restSec: 20 }))],
    2,
    15,
  ),
  shape(
    'five-rungs',
    'Partner ladder, five rungs',
    'held target to free within a limit',
    'ladder',
    [
      board(
        'rungs',
        'partner',
        'Partner ladder',
        stages(
          ['Held target', count(1, 6, 4, { sides: 2, roles: 2, restSec: 0, setupSec: 0 })],
          ['Partner defends', count(1, 6, 4, { sides: 2, roles: 2, restSec: 0, setupSec: 0 })],
          ['Defend and answer', count(1, 5, 5, { sides: 2, roles: 2, restSec: 0, setupSec: 0 })],
          ['Both, one after the other', rounds(2, 45, 15, { setupSec: 0 })],
          ['Free within a limit', rounds(2, 60, 20, { setupSec: 0 })],
        ),
        { notes: 'A tap or a word stops it at once. Partners agree on the level first.' },
      ),
    ],
    8,
    30,
  ),
  shape(
    'show-break-join',
    'Show, break down, join',
    'step by step on the count, joined, all in one',
    'ladder',
    [
      board(
        'break',
        'technique',
        'Show, break down, join',
        stages(
          ['Step by step on the count', count(1, 4, 6, { sides: 2, restSec: 0, setupSec: 0 })],
          ['Joined', count(1, 5, 4, { sides: 2, restSec: 0, setupSec: 0 })],
          ['All in one', count(2, 5, 2, { sides: 2, restSec: 10, setupSec: 0 })],
        ),
      ),
    ],
    4,
    15,
  ),
  shape(
    'four-stations',
    'Four stations',
    'teams move on at the call',
    'stations',
    [
      {
        ...newBlock('drill', 'Four stations'),
        id: 'stations',
        mode: 'stations',
        dose: undefined,
        stations: ['Strikes on the pad', 'Falls on the mat', 'Steps along the line', 'Strength'].map(
          (title) => ({
            title,
            layer: 1,
          }),
        ),
        teams: 4,
        workSec: 90,
        moveSec: 15,
        laps: 1,
        setupSec: 45,
      } as Block,
    ],
    6,
    30,
  ),
  shape(
    'call-the-basics',
    'Call the basics',
    'in the set order, then in any order',
    'rounds',
    [
      board('in-order', 'drill', 'Basics, in the set order', count(1, 12, 3)),
      board('any-order', 'drill', 'Basics, in any order', count(1, 12, 3, { setupSec: 0 })),
    ],
    2,
    10,
  ),
  shape(
    'conditioning-burst',
    'Short hard burst',
    'twenty on, ten off',
    'conditioning',
    [
      board(
        'burst',
        'conditioning',
        'Short hard burst',
        rounds(8, 20, 10, { focus: ['squats', 'press-ups', 'sit-outs', 'plank'] }),
      ),
    ],
    2,
    8,
  ),
  shape(
    'running-game',
    'A running game',
    'for the young, and for cold evenings',
    'game',
    [
      board('game', 'game', 'Last out of the ring', fixed(240), {
        notes: 'Touch shoulders, not heads. Stop when a partner stops. One pair, one space.',
      }),
    ],
    2,
    10,
  ),
  shape('water', 'Water', 'a minute', 'other', [
    board('water', 'water', 'Water', fixed(60), { priority: 'must' }),
  ]),
  shape(
    'a-word',
    'A word',
    'a short talk on the day’s theme',
    'other',
    [board('word', 'talk', 'A word', fixed(90))],
    1,
    5,
  ),
  shape(
    'long-holds',
    'Cool-down, long holds',
    'slow breath, both sides',
    'cool-down',
    [board('holds', 'cooldown', 'Cool-down, slow breath', hold(2, 50, 2))],
    2,
    12,
  ),
  shape('recap-and-bow', 'Recap, homework, bow out', 'two sentences, and what to practise', 'closing', [
    board('bow', 'closing', 'Recap, homework, bow out', fixed(90), { priority: 'must' }),
  ]),
]
