import { CARE, item, type Written } from '../make'

const form = {
  space: 9,
  intensity: 4,
  care: 'Room for one long step on every side.',
} satisfies Partial<Written>
const staff = { kit: ['staff/person'], space: 16, care: CARE.staff, intensity: 5 } satisfies Partial<Written>

export const forms = [
  item('form-quay', 'Quay form', 'forms', {
    ...form,
    layers: [
      'Section 1, slow | eight moves | finish each stance',
      'Sections 1 and 2 | joined at the turn | breathe on the turn',
      'Whole, with power | all three | soft between, hard at the end',
    ],
    points: ['Finish each stance before the hand', 'Breathe on the turn'],
    faults: [
      'rushes the turns > look, then turn, then strike',
      'stances rise > film it from the side and draw a line at the sash',
    ],
    demand: 'hips 1, knees 1, shoulders 1, balance 1',
    needs: ['guard-step:2', 'pivot-turn'],
    sections: ['The steps: 20', 'The turn: 18', 'The wall: 22'],
  }),
  item('form-weir', 'Weir form', 'forms', {
    ...form,
    layers: [
      'Section 1, slow | ten moves | eyes lead',
      'Sections 1 and 2 | low through the middle | no rise',
      'Whole, with power | all four | one breath a move',
    ],
    points: ['Eyes lead the turn', 'Low through the middle'],
    faults: ['hands before feet > stance, then hand', 'loses the line > start and finish on the same seam'],
    demand: 'hips 2, knees 2, shoulders 1, balance 2',
    needs: ['form-quay:2'],
    sections: ['The gate: 18', 'The fall: 24', 'The pool: 20', 'The way back: 22'],
  }),
  item('form-tide', 'Tide form', 'forms', {
    ...form,
    intensity: 5,
    layers: [
      'Section 1, slow | twelve moves | soft in',
      'Sections 1 to 3 | no pause at the joins | waves',
      'Whole, with power | all five | soft in, hard out',
    ],
    points: ['Soft in, hard out', 'No pause at the joins'],
    faults: [
      'one speed throughout > three slow moves, then one quick',
      'kicks too high > as high as balance allows',
    ],
    demand: 'hips 2, knees 2, shoulders 2, balance 3',
    needs: ['form-weir:2', 'side-kick:2'],
    sections: ['Ebb: 22', 'Slack water: 20', 'Flood: 24', 'Race: 18', 'Home: 16'],
  }),
  item('form-first', 'First pattern', 'forms', {
    ...form,
    layers: [
      'The pattern of steps | no hands | an H on the floor',
      'With the hands | slowly | sweep, then punch',
      'With a count of its own | no call | shout on the last',
    ],
    points: ['Look before each turn', 'Same stance every time'],
    faults: ['short steps > end where you began', 'hands and feet apart > land them together'],
    demand: 'hips 1, knees 1, shoulders 1',
    needs: ['front-stance:2', 'downward-block:2', 'reverse-punch'],
    sections: ['Left and right: 14', 'Up the middle: 16', 'The far end: 14', 'Home: 16'],
  }),
  item('form-second', 'Second pattern', 'forms', {
    ...form,
    layers: [
      'The pattern of steps | horse stances between | same height',
      'With the hands | rising blocks on the way out | elbow low',
      'Whole, with kicks | front kick before each far turn | knee first',
    ],
    points: ['No rise between stances', 'The kick comes back before the step'],
    faults: [
      'rises in the kick > hand above the head, do not touch it',
      'forgets the third turn > say the turns aloud',
    ],
    demand: 'hips 2, knees 2, shoulders 1, balance 2',
    needs: ['form-first:2', 'horse-stance', 'rising-block:2', 'front-kick:2:3'],
    sections: ['Out: 18', 'Across: 16', 'Back: 20'],
  }),
  item('short-staff', 'Short-staff set', 'weapons', {
    ...form,
    ...staff,
    layers: [
      'Sections 1 and 2 | slow, wide apart | front hand guides',
      'Section 3 | the turns | point never behind the back',
      'Section 4 | with power | stop the end dead',
    ],
    points: ['Front hand guides, rear hand drives', 'Point never behind the back'],
    faults: [
      'stiff wrists > hold it as you would a bird',
      'the end wanders > stop it at the height of the eyes',
    ],
    demand: 'shoulders 2, wrists 2, trunk 1',
    needs: ['staff-cuts:2'],
    sections: ['Salute and guard: 16', 'Cuts: 20', 'The turns: 22', 'Sweep and close: 20'],
  }),
  item('staff-cuts', 'Short staff: cuts and covers', 'weapons', {
    ...staff,
    sides: 2,
    rep: [4, 2],
    layers: [
      'Two cuts, still | down and across | stop at the eyes',
      'Cuts with steps | one step a cut | rear hand drives',
      'Cut and cover | four in a row | front hand guides',
    ],
    points: ['Rear hand drives', 'Stop the end at the height of the eyes'],
    faults: [
      'swings round the back > the end stays in front of the shoulders',
      'grips too tight > open the fingers between the cuts',
    ],
    demand: 'shoulders 2, wrists 2',
    needs: ['guard-step'],
  }),
  item('staff-grips', 'Short staff: grips and turns', 'weapons', {
    ...staff,
    rep: [4, 2.5],
    layers: [
      'Two grips | hands apart, hands together | thumbs along it',
      'Change of hands | in front of the body | soft',
      'Half turns | palm to palm | slow',
    ],
    points: ['Thumbs along the staff', 'Change in front, never overhead'],
    faults: ['lets go > one hand always closed', 'looks at the hands > eyes front'],
    demand: 'wrists 2, shoulders 1',
  }),
  item('staff-thrust', 'Short staff: thrust', 'weapons', {
    ...staff,
    sides: 2,
    rep: [4, 2],
    layers: [
      'From the hip | through a ring of finger and thumb | straight',
      'With a step | staff and foot arrive together | back again',
      'Cut, then thrust | two beats | change of grip between',
    ],
    points: ['Slides through the front hand', 'Back the way it went'],
    faults: ['end drops > aim at a mark on the wall', 'front hand too tight > a ring, not a fist'],
    demand: 'shoulders 1, wrists 1, trunk 1',
    needs: ['staff-grips'],
    care: 'Thrust to the side of a still mark only; two lengths from everybody.',
  }),
  item('staff-cover', 'Short staff: high and low cover', 'weapons', {
    ...staff,
    sides: 2,
    partner: 'both',
    contact: 'touch',
    rep: [5, 3],
    layers: [
      'Shapes | high, low, both sides | hands behind the staff',
      'On a slow cut | partner stops a hand short | step off',
      'Cover and answer | one cut back | stop short',
    ],
    points: ['Hands behind the staff', 'Step off the line as well'],
    faults: [
      'fingers on the striking side > open hand behind the staff',
      'stands still > step on every cover',
    ],
    demand: 'shoulders 2, wrists 2',
    needs: ['staff-cuts', 'angle-step'],
    solo: 'the four covers, stepping, along a line',
  }),
]
