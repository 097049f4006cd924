import type { Item } from '../core/curriculum/item'
import type { Series } from '../core/curriculum/series'
import { bowOut, coolDown, line, plan, section, water } from './plans'

/** What the club works out in more detail: a form move by move, combinations by their parts, who holds what how, a series of lessons. */

type More = Partial<Item> & { stepsOf?: Record<number, string[]> }

const move = (
  name: string,
  towards: number,
  steps: number,
  more: Partial<NonNullable<Item['sections'][number]['moves']>[number]> = {},
) => ({ name, towards, steps, ...more })

const MORE: Record<string, More> = {
  'form-quay': {
    why: 'The first form: every turn goes back to the rope that the old walk was laid by.',
    sections: [
      {
        name: 'The steps',
        sec: 20,
        moves: [
          move('Low parry', 9, 1, { stance: 'front stance', hand: 'L' }),
          move('Straight punch', 9, 1, { stance: 'front stance', hand: 'R' }),
          move('Low parry', 3, 1, { stance: 'front stance', hand: 'R' }),
          move('Straight punch', 3, 1, { stance: 'front stance', hand: 'L' }),
          move('Outer cover', 12, 1, { stance: 'horse stance', hand: 'L' }),
        ],
      },
      {
        name: 'The turn',
        sec: 18,
        moves: [
          move('Front kick', 12, 1, { hand: 'R' }),
          move('Palm strike', 12, 1, { stance: 'front stance', hand: 'R', shout: true }),
          move('Turn about, outer cover', 6, 0, { stance: 'horse stance', hand: 'L', counts: 2 }),
          move('Inside check', 6, 1, { hand: 'both' }),
        ],
      },
      {
        name: 'The wall',
        sec: 22,
        moves: [
          move('Hammer fist', 4, 1, { stance: 'horse stance', hand: 'R' }),
          move('Hammer fist', 8, 1, { stance: 'horse stance', hand: 'L' }),
          move('Elbow behind the palm', 6, 1, { stance: 'front stance', hand: 'R', shout: true }),
          move('Step back, hands down', 12, 0, { counts: 2 }),
        ],
      },
    ],
    references: [
      { title: 'Quay form, whole, from the side', where: 'quay-form-side.mp4', fromSec: 35 },
      { title: 'Sheet of the steps', where: 'quay-form-steps.pdf' },
    ],
  },
  'kick-combination': {
    parts: [
      { technique: 'front-kick', layer: 2, times: 1, side: 'same' },
      { technique: 'round-kick', layer: 2, times: 1, side: 'other' },
      { technique: 'drop-step', layer: 1, times: 1, side: 'none' },
    ],
    why: 'Two kicks on one breath, and out again: nobody stands still after a kick.',
  },
  'palm-elbow': {
    parts: [
      { technique: 'palm-strike', layer: 2, times: 1, side: 'same' },
      { technique: 'elbow-strike', layer: 1, times: 1, side: 'same' },
    ],
    helper: {
      does: 'holds two pads, one on the other',
      height: 'own breastbone',
      angle: 'flat to the palm, turned in for the elbow',
      when: 'steps back half a step after the elbow',
      watch: 'chin down, elbow behind the palm',
      safety: 'braced, face turned away, thumb inside the strap',
      forParents:
        'Hold a cushion against your chest with both arms, turn your face away, and step back as it lands.',
    },
  },
  'push-kick': {
    helper: {
      does: 'walks in one step with the pad',
      height: 'the belt',
      angle: 'flat, a little down',
      when: 'steps as the knee comes up',
      watch: 'the foot goes back down in front of them',
      safety: 'both arms behind the pad, knees bent, nobody behind you',
      forParents: 'Stand side on with a cushion at your belt, knees soft; let the push move you a step.',
    },
  },
  'shin-check': {
    helper: {
      does: 'kicks slowly with the shin guard on',
      height: 'below the knee',
      watch: 'balance on the standing leg before the leg is lifted',
      safety: 'half speed; stop a hand short until both have nodded',
    },
  },
  'wrist-turn-out': {
    stepsOf: {
      1: ['Thumb on the back of the hand', 'Fingers into the palm', 'Turn to the little finger, no pressure'],
      2: ['Cover the hand', 'Step to the outside', 'Turn from the hips', 'Hold them where they stand'],
    },
  },
}

/** The library with what is worked out further. */
export function furtherItems(items: readonly Item[]): Item[] {
  return items.map((item) => {
    const { stepsOf, ...more } = MORE[item.id] ?? {}
    const layers = stepsOf
      ? item.layers.map((layer, at) => {
          const steps = stepsOf[at + 1]
          return steps ? { ...layer, steps } : layer
        })
      : item.layers
    return { ...item, ...more, layers }
  })
}

const timed = (title: string, technique: string | undefined, workSec: number, sides: 1 | 2 = 1) => ({
  title,
  ...(technique ? { technique } : {}),
  dose: { kind: 'rounds', rounds: 1, workSec, restSec: 0, sides },
})
const counted = (title: string, technique: string | undefined, reps: number, sides: 1 | 2 = 1) => ({
  title,
  ...(technique ? { technique } : {}),
  dose: { kind: 'count', reps, tempoSec: 1.5, sides, ...(sides === 2 ? { switchSec: 2 } : {}) },
})

/** Twelve small exercises in a row, without gaps. */
const routine = {
  id: 'twelve',
  title: 'Twelve to begin with',
  phase: 'warmup',
  dose: {
    kind: 'routine',
    setupSec: 10,
    entries: [
      timed('Rope-walk run', 'rope-run', 60),
      counted('Jumping jacks', undefined, 20),
      counted('Hips and shoulders, opened', 'joint-circles', 8, 2),
      counted('Leg swing', 'leg-swing', 8, 2),
      timed('Ankle rocks', 'ankle-rocks', 20),
      timed('Neck, slowly', 'neck-nods', 20),
      timed('Wrists, loosened', 'wrist-loosening', 25),
      counted('Squat burst', 'squat-burst', 10),
      timed('Back, round and long', 'cat-arch', 25),
      timed('Bear walk', 'bear-walk', 25),
      timed('Guard step', 'guard-step', 30),
      timed('Deep squat, held', 'deep-squat', 20),
    ],
  },
}

const checks = { technique: 'shin-check', layer: 1 }

/** One kicks and the other checks: each practises both. */
const kickAndCheck = {
  id: 'kick-and-check',
  title: 'Kick and check',
  phase: 'partner',
  priority: 'must',
  technique: 'low-round-kick',
  receives: checks,
  start: 'word',
  teaching: {
    why: 'A kick is only half an exchange.',
    demonstrates: 'Marit and Fitz',
    leads: [{ group: 'chalk-amber', who: 'Senna' }],
  },
  dose: {
    kind: 'ladder',
    setupSec: 40,
    bridgeSec: 15,
    stages: [
      {
        title: 'Held pad',
        technique: 'low-round-kick',
        receives: { technique: 'shin-check', layer: 1, side: 'none' },
        dose: {
          kind: 'count',
          reps: 5,
          tempoSec: 3,
          sides: 2,
          roles: 2,
          by: 'word',
          roleNames: ['kicks', 'holds'],
        },
      },
      {
        title: 'Slow kick, slow check',
        layer: 2,
        dose: { kind: 'count', reps: 5, tempoSec: 4, sides: 2, roles: 2, roleNames: ['kicks', 'checks'] },
      },
      {
        title: 'Check and answer',
        technique: 'push-kick',
        receives: { technique: 'shin-check', layer: 2 },
        dose: {
          kind: 'own',
          reps: 5,
          tempoSec: 5,
          roles: 2,
          alternate: true,
          roleNames: ['kicks', 'checks'],
        },
      },
    ],
  },
}

const combination = {
  id: 'joined-kicks',
  title: 'Front and round kick, joined',
  phase: 'drill',
  technique: 'kick-combination',
  layerUpTo: 3,
  parts: MORE['kick-combination']?.parts,
  firstSide: 'L',
  dose: { kind: 'count', sets: 3, reps: 5, tempoSec: 3, restSec: 15, sides: 2, setupSec: 40 },
}

const quay = {
  id: 'quay',
  title: 'Quay form, section by section',
  phase: 'form',
  technique: 'form-quay',
  dose: {
    kind: 'form',
    sections: [section('section-1', 20), section('section-2', 18), section('section-3', 22)],
    runs: [{ from: 1, to: 1, times: 3, tempo: 1.5 }, { from: 1, to: 2, times: 2 }, { to: 3 }],
    setupSec: 45,
  },
}

/** A kick in three counted parts, each leg in every set. */
const inThree = {
  id: 'front-kick-in-three',
  title: 'Front kick in three',
  phase: 'drill',
  technique: 'front-kick',
  links: [
    { say: 'lift the knee', cue: 'heel under the seat' },
    { say: 'kick', cue: 'hip behind it' },
    { say: 'back and down', cue: 'knee high on the way back' },
  ],
  voice: { count: 'links' },
  dose: {
    kind: 'count',
    sets: 2,
    reps: 6,
    tempoSec: 4.5,
    sides: 2,
    sidesBy: 'set',
    setupSec: 30,
    restSec: 10,
  },
}

/** One for one: what the one does and what the other answers. */
const oneForOne = {
  id: 'one-for-one',
  title: 'One for one',
  phase: 'partner',
  technique: 'straight-punch',
  links: [
    { say: 'punch', technique: 'straight-punch' },
    { say: 'parry', by: 'B', technique: 'low-parry' },
  ],
  dose: {
    kind: 'count',
    reps: 10,
    tempoSec: 3,
    roles: 2,
    exchange: 1,
    setupSec: 30,
    roleNames: ['punches', 'parries'],
  },
}

const moves = (...all: string[]) => all.map((say) => ({ say }))
/** Two forms at one word: each group is at the same count of its own. */
const twoForms = {
  id: 'two-forms',
  title: 'Two forms at my word',
  phase: 'form',
  mode: 'layers',
  tracks: [
    {
      groups: ['chalk-amber', 'teal'],
      technique: 'form-quay',
      dose: {
        kind: 'form',
        by: 'word',
        setupSec: 30,
        sections: [
          {
            ...section('section-1', 20),
            moves: moves('turn left, low parry', 'step, punch', 'turn about, low parry', 'step, punch'),
          },
          { ...section('section-2', 18), moves: moves('open hand, left', 'front kick', 'land, punch') },
        ],
        runs: [
          { from: 1, to: 1, meant: 'steps' },
          { to: 2, meant: 'flowing' },
        ],
      },
    },
    {
      groups: ['plum', 'slate-ink'],
      technique: 'form-weir',
      dose: {
        kind: 'form',
        by: 'word',
        setupSec: 30,
        sections: [
          {
            ...section('section-1', 22),
            moves: moves('sink, both hands', 'turn right', 'elbow', 'step back'),
          },
        ],
        runs: [{ to: 1, times: 2, meant: 'slow' }],
      },
    },
  ],
}

/** Rounds in which nobody knows what is called next, nor when. */
const calledKicks = {
  id: 'called-kicks',
  title: 'Kick as it is called',
  phase: 'drill',
  technique: 'front-kick',
  notes: 'Guard up before every call.\nWhoever moves at a feint goes back one step.',
  says: [{ round: 2, text: 'Now on the move' }],
  instead: [{ if: 'ready', do: 'lift the knee only' }],
  calls: {
    list: [
      { say: 'front', technique: 'front-kick', side: 'R' },
      { say: 'round', technique: 'round-kick', side: 'R' },
      { say: 'check', answer: 'and answer', technique: 'shin-check' },
    ],
    order: 'react',
    everySec: [2, 5],
    tightenTo: 3,
    feints: 0.2,
    seed: 7,
  },
  dose: { kind: 'rounds', rounds: 2, workSec: 45, restSec: 20, setupSec: 20, marks: [10] },
}

/** A plan of no class yet, that shows each of these once. */
export const kicksAndChecks = {
  ...plan('Kicks and checks', 'Kicks against the line', [
    line,
    routine,
    combination,
    water('water-1'),
    kickAndCheck,
    water('water-2'),
    quay,
    inThree,
    oneForOne,
    twoForms,
    calledKicks,
    coolDown,
    bowOut,
  ]),
  references: [{ title: 'Low kicks, slow and fast', where: 'low-kicks.mp4', fromSec: 140 }],
}

const at = (item: string, layer = 1) => ({ item, layer })

/** Four lessons that build on one another; the first two were held. */
export const gripSeries = (plans: Record<'first' | 'second' | 'fourth', string>): Series => ({
  id: 'from-grip-to-kick',
  name: 'From the grip to the kick',
  about:
    'Four evenings for whoever has their first falls: grips, entries, grips again, and kicks out of them.',
  references: [{ title: 'The four evenings on one sheet', where: 'grip-to-kick.pdf' }],
  lessons: [
    {
      title: 'Falls and first grips',
      plan: plans.first,
      needs: [],
      leaves: [at('side-fall'), at('lapel-strip')],
    },
    {
      title: 'Entries on the move',
      plan: plans.second,
      needs: [at('side-fall')],
      leaves: [at('hip-throw'), at('outer-reap')],
    },
    {
      title: 'Sets of ten, out of the grip',
      shape: 'volume-drill',
      minutes: 12,
      needs: [at('lapel-strip', 2), at('hip-throw')],
      leaves: [at('lapel-strip', 3)],
    },
    {
      title: 'Kicks and checks',
      plan: plans.fourth,
      needs: [at('front-kick', 2), at('shin-check')],
      leaves: [at('kick-combination'), at('low-round-kick')],
    },
  ],
})
