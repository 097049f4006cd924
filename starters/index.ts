import type { Curriculum } from '../core/curriculum/curriculum-file'
import type { Ladder, Rank } from '../core/curriculum/ladder'
import { inkFor } from '../core/curriculum/ladder'
import { pick } from './items'
import { syllabusOf } from './syllabus'

/** What a new club can begin with: a small library with its own ladder and syllabus, to be changed at once. */
export interface Starter {
  id: string
  name: string
  about: string
  curriculum: Required<Pick<Curriculum, 'ladder' | 'items' | 'syllabus'>>
}

const rank = (id: string, name: string, colour: string, more: Partial<Rank> = {}): Rank => ({
  id,
  name,
  colour,
  ink: inkFor(colour),
  notches: 0,
  minMonths: 3,
  minClasses: 20,
  variants: [],
  ...more,
})

const ids = (text: string) => text.split(/\s+/).filter(Boolean)

function starter(
  id: string,
  name: string,
  about: string,
  ladder: Ladder,
  items: string,
  ranks: Record<string, string>,
): Starter {
  const library = pick(ids(items))
  return { id, name, about, curriculum: { ladder, items: library, syllabus: syllabusOf(library, ranks) } }
}

export const STARTERS: Starter[] = [
  starter(
    'striking',
    'Striking',
    'hands, kicks, covers and steps, pad rounds; five plain levels',
    {
      kind: 'levels',
      ranks: [
        rank('level-1', 'Level 1', '#E9E2D0'),
        rank('level-2', 'Level 2', '#C9B37A'),
        rank('level-3', 'Level 3', '#8D9C6B'),
        rank('level-4', 'Level 4', '#4F7480', { minMonths: 6, minClasses: 40 }),
        rank('level-5', 'Level 5', '#3A3550', { minMonths: 9, minClasses: 60 }),
      ],
    },
    `straight-punch palm-strike elbow-strike palm-elbow hammer-fist hook uppercut three-beats
     front-kick round-kick side-kick low-round-kick push-kick knee-strike kick-combination
     outer-cover inside-check shin-check double-cover low-parry slip-and-cover
     guard-step angle-step pivot-turn switch-step circle-step drop-step
     shoulder-touch pad-round mirror-steps knee-tag rope-run squat-burst press-up plank
     joint-circles leg-swing ankle-rocks wrist-loosening long-lunge`,
    {
      'level-1':
        'guard-step:1:60 straight-punch:2:200 palm-strike:1:100 front-kick:1:120 outer-cover:1:60 pivot-turn:1:40 angle-step:1:40',
      'level-2':
        'guard-step:2:60 front-kick:2:200 round-kick:1:150 outer-cover:2:80 knee-strike:1:100 hook:1:120 push-kick:1:80 shoulder-touch:1:15 low-parry:1:60',
      'level-3':
        'round-kick:2:200 side-kick:1:120 hook:2:150 uppercut:1:100 palm-strike:2:120 slip-and-cover:1:80 inside-check:1:80 shin-check:1:60 pad-round:1:20 switch-step:1:60',
      'level-4':
        'front-kick:3:150 low-round-kick:1:150 three-beats:2:200 kick-combination:1:120 double-cover:2:80 shoulder-touch:2:30 elbow-strike:1:100 pad-round:2:30',
      'level-5':
        'palm-elbow:2:120 three-beats:3:200 kick-combination:2:200 shoulder-touch:3:40 pad-round:3:40 drop-step:2:80',
    },
  ),
  starter(
    'holding-and-throwing',
    'Holding and throwing',
    'breakfalls, throws, holds and turnovers; five sashes with notches',
    {
      kind: 'ranks',
      ranks: [
        rank('straw', 'Straw', '#E4D3A2', { notches: 4 }),
        rank('reed', 'Reed', '#8FA36B', {
          notches: 4,
          variants: [{ under: 12, minMonths: 6, minClasses: 40 }],
        }),
        rank('river', 'River', '#3F6E8C', { notches: 4, minMonths: 6, minClasses: 50 }),
        rank('clay', 'Clay', '#9A5B3C', { notches: 4, minMonths: 9, minClasses: 80 }),
        rank('stone', 'Stone', '#4A4A50', { notches: 4, minMonths: 12, minClasses: 100 }),
      ],
    },
    `back-fall side-fall shoulder-roll front-fall rear-roll grip-break hip-throw shoulder-throw outer-reap inner-reap foot-sweep
     belt-hip-throw knee-wheel rear-takedown throw-combination pivot-turn
     hip-escape stand-up side-hold bridge-turn knee-turnover scarf-hold four-corner-hold turtle-turn leg-pass arm-control
     grip-sparring ground-sparring last-sash rope-run sit-out bear-walk plank joint-circles neck-nods wrist-loosening deep-squat hamstring-reach`,
    {
      straw:
        'back-fall:2:80 side-fall:2:80 grip-break:1:60 pivot-turn:1:40 hip-escape:1:60 hip-throw:1:60 side-hold:1:30',
      reed: 'shoulder-roll:2:60 hip-throw:3:100 outer-reap:1:80 rear-takedown:1:60 bridge-turn:1:40 side-hold:2:60 stand-up:1:40 grip-break:2:60',
      river:
        'outer-reap:2:100 shoulder-throw:1:80 foot-sweep:1:80 scarf-hold:1:60 knee-turnover:1:60 grip-sparring:1:20 ground-sparring:1:20 hip-escape:2:60',
      clay: 'shoulder-throw:2:120 inner-reap:2:100 belt-hip-throw:1:80 four-corner-hold:1:60 turtle-turn:1:60 leg-pass:1:60 hip-throw:4:80 outer-reap:3:80',
      stone:
        'throw-combination:2:100 knee-wheel:2:80 foot-sweep:2:100 arm-control:1:60 ground-sparring:3:60 grip-sparring:3:40 scarf-hold:2:60',
    },
  ),
  starter(
    'forms-and-short-staff',
    'Forms and short staff',
    'stances, basics, patterns and a short-staff set; four ranks',
    {
      kind: 'ranks',
      ranks: [
        rank('first', 'First', '#F0EBDD', { minMonths: 4 }),
        rank('second', 'Second', '#D9B65C', { minMonths: 4 }),
        rank('third', 'Third', '#7D9A72', { minMonths: 6, minClasses: 40 }),
        rank('fourth', 'Fourth', '#7A4F68', { minMonths: 9, minClasses: 60 }),
      ],
    },
    `ready-stance front-stance horse-stance back-stance cat-stance guard-step angle-step pivot-turn
     straight-punch reverse-punch rising-block downward-block front-kick side-kick
     form-first form-second form-quay form-weir form-tide staff-grips staff-cuts staff-thrust staff-cover short-staff
     joint-circles ankle-rocks wrist-loosening long-lunge shoulder-reach plank rope-run mirror-steps`,
    {
      first:
        'ready-stance:2:20 front-stance:2:60 straight-punch:2:100 reverse-punch:1:100 downward-block:2:80 form-first:2:20 guard-step:2:40 pivot-turn:1:30',
      second:
        'horse-stance:2:40 rising-block:2:80 front-kick:2:120 form-second:2:20 staff-grips:2:60 staff-cuts:1:80 reverse-punch:2:100',
      third:
        'back-stance:2:60 form-quay:2:20 staff-cuts:2:100 staff-thrust:1:60 side-kick:2:100 angle-step:1:40 form-second:3:20',
      fourth:
        'cat-stance:2:60 form-weir:2:20 form-quay:3:20 staff-cover:1:80 short-staff:2:20 staff-thrust:2:80',
    },
  ),
]
