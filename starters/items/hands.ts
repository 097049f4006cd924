import { CARE, item, type Written } from '../make'

const strike = {
  sides: 2,
  partner: 'both',
  contact: 'controlled',
  kit: ['pad/pair'],
  space: 4,
  care: CARE.strikes,
  rep: [3, 1.5],
  intensity: 5,
} satisfies Partial<Written>

export const hands = [
  item('straight-punch', 'Straight punch', 'hands', {
    ...strike,
    aliases: ['Lead and rear straight'],
    layers: [
      'From the shoulder, standing | slowly out and back | two knuckles',
      'From the hip turn | heel, hip, hand | the other hand stays up',
      'With a step | foot and fist land together | no reach',
    ],
    points: ['Two knuckles, straight wrist', 'Back to the cheek the way it went'],
    faults: [
      'elbow flies out > brush the ribs with the elbow',
      'hand comes back low > touch the cheekbone each time',
      'chin up > hold a folded sash under the chin',
    ],
    demand: 'shoulders 1, wrists 1, trunk 1',
    steps: ['Turn the heel', 'Turn the hip', 'Hand straight out', 'Back to the cheek'],
  }),
  item('palm-strike', 'Palm strike', 'hands', {
    ...strike,
    aliases: ['Heel of the palm'],
    layers: [
      'Straight, from the shoulder | on the spot | fingers bent back',
      'From the hip turn | the rear heel turns | whole side behind it',
      'Off the back step | step away, then answer | balance first',
    ],
    points: ['Fingers bent back, heel of the palm', 'The other hand stays up'],
    faults: [
      'fingers lead > bend the wrist back before the arm moves',
      'pushing > strike and come back the way you went',
    ],
    demand: 'shoulders 1, wrists 2, trunk 1',
    steps: ['Hand open, wrist bent back', 'Turn the hip', 'Heel of the palm out', 'Back to guard'],
  }),
  item('elbow-strike', 'Elbow behind the palm', 'hands', {
    ...strike,
    layers: [
      'Across | hand to your own chest | level with the shoulder',
      'Across and up | second one rises | chin down',
      'Turning | after a pivot | look first',
    ],
    points: ['Elbow behind the palm, chin down', 'Hand to your own chest'],
    faults: [
      'strikes with the forearm > the point of the elbow draws the line',
      'shoulder lifts > other hand guards the ear',
    ],
    demand: 'shoulders 2, trunk 2',
    needs: ['palm-strike:2'],
  }),
  item('palm-elbow', 'Palm and elbow', 'hands', {
    ...strike,
    partner: 'partner',
    rep: [5, 2.5],
    layers: [
      'Two beats | palm, then elbow | a clear pause',
      'One breath | no pause between | elbow follows the palm in',
      'With the step | close on the palm | holder steps with it',
    ],
    points: ['Elbow follows the palm in', 'Holder steps with it'],
    faults: ['too far for the elbow > step on the palm', 'pad floats > holder braces with both arms'],
    demand: 'shoulders 2, wrists 1, trunk 2',
    needs: ['palm-strike:2', 'elbow-strike'],
    care: CARE.pads,
    intensity: 6,
    solo: 'to a bag, or slowly in the air before a wall mark',
    steps: ['Palm', 'Step in', 'Elbow across', 'Out and guard'],
  }),
  item('hammer-fist', 'Hammer fist', 'hands', {
    ...strike,
    layers: [
      'Down on the pad | like a knock on a table | closed hand',
      'To the side | the pad at the shoulder | drop the weight',
      'Turning | a step and a turn | look first',
    ],
    points: ['Closed hand, bottom edge', 'Drop the weight with it'],
    faults: ['wrist bends > forearm and fist in one line', 'arm only > bend the knees as it lands'],
    demand: 'shoulders 2, trunk 1',
  }),
  item('hook', 'Hook', 'hands', {
    ...strike,
    layers: [
      'Shape and turn | elbow up, no force | elbow and fist level',
      'To the pad | hip and heel turn | short',
      'After the straight | one beat on | no wind-up',
    ],
    points: ['Elbow level with the fist', 'Turn like a door, hinge in the spine'],
    faults: [
      'swings wide > start it from the guard, not from behind',
      'other hand drops > hold a glove at the ear with it',
    ],
    demand: 'shoulders 2, trunk 2, wrists 1',
    needs: ['straight-punch:2'],
  }),
  item('uppercut', 'Uppercut', 'hands', {
    ...strike,
    layers: [
      'From bent knees | knees lift the fist | palm faces you',
      'To the pad, middle | stay close | elbow to the ribs',
      'In a row of three | straight, hook, up | breathe out three times',
    ],
    points: ['Knees lift it', 'Elbow close to the ribs'],
    faults: ['arm drops first > sink with the knees, not the arm', 'leans back > stay over the front knee'],
    demand: 'shoulders 1, trunk 2, knees 1',
    needs: ['straight-punch:2'],
  }),
  item('three-beats', 'Three beats with the hands', 'hands', {
    ...strike,
    partner: 'partner',
    rep: [5, 2.5],
    layers: [
      'Straight, straight, hook, slow | on the count | same guard after',
      'In one breath | holder calls | back out at once',
      'With a step out | off the line on the third | eyes on the chest',
    ],
    points: ['Each one comes back to the cheek', 'Out on an angle'],
    faults: ['stands and admires > step out on the third beat', 'third one is weak > turn the front heel'],
    demand: 'shoulders 2, trunk 2, wrists 1',
    needs: ['hook'],
    care: CARE.pads,
    intensity: 7,
    solo: 'to a bag, or in the air with a step out',
  }),
  item('reverse-punch', 'Rear-hand punch in stance', 'hands', {
    ...strike,
    partner: 'solo',
    kit: [],
    layers: [
      'Standing still | hip square at the end | fist turns last',
      'From the step | land, then strike | rear heel down',
      'Two in a row | the second from the other hip | breathe twice',
    ],
    points: ['Rear heel down as it lands', 'Other fist to the hip'],
    faults: [
      'shoulder goes with it > leave the shoulder down and turn the hip',
      'lands on the toes > feel the rear heel',
    ],
    demand: 'shoulders 1, trunk 1, hips 1',
    needs: ['straight-punch'],
  }),
]
