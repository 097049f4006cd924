import type { Ladder } from '../core/curriculum/ladder'
import type { ClubSettings } from '../core/curriculum/settings'
import { pick, POOL } from '../starters/items'
import { syllabusOf } from '../starters/syllabus'
import { usualSettings } from '../core/curriculum/settings'
import { furtherItems } from './further'

/** What Ropewalk Jujutsu teaches, to whom and when. */

/** Stances, patterns and staff work of other schools. */
const NOT_OURS = new Set([
  'ready-stance',
  'front-stance',
  'back-stance',
  'cat-stance',
  'reverse-punch',
  'rising-block',
  'downward-block',
  'form-first',
  'form-second',
  'staff-grips',
  'staff-thrust',
  'staff-cover',
])

export const demoItems = furtherItems(pick([...POOL.keys()].filter((id) => !NOT_OURS.has(id))))

/** Worn as sashes; the ink is the colour of the name printed on it. */
export const demoLadder: Ladder = {
  kind: 'ranks',
  ranks: [
    { id: 'chalk', name: 'Chalk', colour: '#F4F0E7', ink: '#1B1611', minMonths: 3, minClasses: 24 },
    { id: 'amber', name: 'Amber', colour: '#E58A17', ink: '#1B1611', minMonths: 5, minClasses: 40 },
    { id: 'teal', name: 'Teal', colour: '#1B7672', ink: '#FFFFFF', minMonths: 8, minClasses: 60 },
    { id: 'plum', name: 'Plum', colour: '#7B3967', ink: '#FFFFFF', minMonths: 12, minClasses: 90 },
    { id: 'slate', name: 'Slate', colour: '#566470', ink: '#FFFFFF', minMonths: 18, minClasses: 120 },
    { id: 'ink', name: 'Ink', colour: '#23262E', ink: '#FFFFFF', minMonths: 0, minClasses: 0 },
  ].map((rank) => ({
    ...rank,
    notches: 3,
    variants:
      rank.id === 'ink'
        ? []
        : [{ under: 16, minMonths: rank.minMonths + 2, minClasses: rank.minClasses + 12 }],
  })),
}

export const demoSyllabus = syllabusOf(demoItems, {
  chalk: `back-fall:2:80 side-fall:1:60 guard-step:2:80 angle-step:1:40 pivot-turn:1:40 palm-strike:2:100 straight-punch:1:80
    front-kick:2:120 outer-cover:1:40 inside-check:1:40 grip-break:1:60 hip-throw:1:60 wrist-release:2:60 voice-and-leave:1:20 horse-stance:1:30
    hip-escape:1:40 side-hold:1:30 rope-run:1:40 squat-burst:1:60 joint-circles:1:20 last-sash:1:15 mirror-steps:1:10 form-quay:1:15`,
  amber: `side-fall:2:80 shoulder-roll:1:60 front-fall:1:40 angle-step:2:60 pivot-turn:2:40 circle-step:1:40 straight-punch:2:100 palm-strike:3:80
    hammer-fist:1:60 front-kick:3:120 round-kick:1:120 push-kick:1:60 outer-cover:2:60 low-parry:1:40 grip-break:2:80 hip-throw:2:80 outer-reap:1:80
    lapel-strip:2:60 two-hand-grab:1:40 bear-hug-escape:1:40 hip-escape:2:60 bridge-turn:1:40 stand-up:1:40 form-quay:2:20 shoulder-touch:1:15
    plank:2:40 press-up:1:60 leg-swing:1:15`,
  teal: `side-fall:3:60 shoulder-roll:2:80 rear-roll:1:40 drop-step:1:40 switch-step:1:40 elbow-strike:1:80 hook:1:80 palm-elbow:1:60 round-kick:2:150 side-kick:1:100
    knee-strike:1:60 shin-check:1:60 inside-check:2:60 double-cover:1:40 hip-throw:3:100 shoulder-throw:1:80 outer-reap:2:100 rear-takedown:1:60
    lapel-strip:3:80 wrist-turn-out:1:60 collar-from-behind:1:40 side-hold:2:60 knee-turnover:1:60 form-quay:3:20 form-weir:1:15 staff-cuts:1:60
    shoulder-touch:2:20 grip-sparring:1:15 sit-out:1:60 bear-walk:1:40 long-lunge:2:15`,
  plum: `shoulder-roll:3:60 rear-roll:2:40 palm-elbow:2:80 uppercut:1:60 side-kick:2:120 low-round-kick:1:80 slip-and-cover:1:60 hip-throw:4:100
    shoulder-throw:2:100 foot-sweep:1:80 inner-reap:1:80 outer-reap:3:80 belt-hip-throw:1:60 wrist-turn-out:2:80 headlock-escape:1:60
    rear-hold-release:1:40 scarf-hold:1:60 four-corner-hold:1:40 turtle-turn:1:40 form-weir:2:20 staff-cuts:2:80 pad-round:1:20 ground-sparring:1:20
    squat-thrust:1:40 deep-squat:1:10 wall-pin-escape:1:40`,
  slate: `front-fall:3:40 three-beats:2:100 turning-back-kick:1:80 kick-combination:1:80 inside-check:3:60 slip-and-cover:2:60 foot-sweep:2:80
    inner-reap:2:80 shoulder-throw:3:80 knee-wheel:1:60 outer-hook:1:60 throw-combination:1:60 wrist-turn-out:3:60 lapel-strip:4:60 scarf-hold:2:60
    leg-pass:1:60 arm-control:1:40 form-weir:3:20 form-tide:1:15 short-staff:1:15 grip-sparring:2:30 ground-sparring:2:30 knee-tag:1:10
    shoulder-reach:1:10`,
  ink: `turning-back-kick:2:100 kick-combination:2:80 palm-elbow:3:80 counter-hip:1:60 throw-combination:2:80 knee-wheel:2:60 outer-hook:2:60
    arm-control:2:40 leg-pass:2:60 headlock-escape:2:40 form-tide:2:20 short-staff:3:20 pad-round:3:30 ground-sparring:3:40 drop-step:3:40`,
})

export function demoSettings(nextGrading: string): ClubSettings {
  return {
    ...usualSettings('Ropewalk Jujutsu', 'Europe/Dublin'),
    place: 'the rope works, one mat of 9 × 12 m',
    lengthMin: 75,
    startTime: '18:30',
    partners: 'mentor',
    holds: 'point out',
    classDays: [
      { day: 'monday', start: '18:30', lengthMin: 75 },
      { day: 'wednesday', start: '18:30', lengthMin: 75 },
      { day: 'saturday', start: '10:00', lengthMin: 75 },
    ],
    hall: {
      areaM2: 108,
      hot: false,
      kit: [
        { name: 'pad', count: 18 },
        { name: 'mat', count: 54 },
        { name: 'staff', count: 16 },
        { name: 'crash mat', count: 2 },
      ],
    },
    nextGrading,
    weeklyMinimum: 2,
    mix: [
      { category: 'hands', percent: 15 },
      { category: 'kicks', percent: 3 },
      { category: 'blocks', percent: 4 },
      { category: 'falls', percent: 3 },
      { category: 'throws', percent: 13 },
      { category: 'groundwork', percent: 7 },
      { category: 'escapes', percent: 13 },
      { category: 'forms', percent: 6 },
      { category: 'conditioning', percent: 13 },
      { category: 'mobility', percent: 11 },
      { category: 'games', percent: 9 },
    ],
  }
}
