import { CARE, item, type Written } from '../make'

const kick = {
  sides: 2,
  partner: 'both',
  contact: 'controlled',
  kit: ['pad/pair'],
  space: 6,
  care: CARE.pads,
  rep: [4, 2],
  intensity: 6,
} satisfies Partial<Written>

export const kicks = [
  item('front-kick', 'Front kick, rear leg', 'kicks', {
    ...kick,
    aliases: ['Snap kick'],
    layers: [
      'Knee up and down | hands on the wall if need be | knee above the sash',
      'Snap and back | the foot comes back before it goes down | knee first, then the foot',
      'Step down in front | the kick carries you on | guard stays up',
    ],
    points: ['Knee first, then the foot', 'Ball of the foot, toes back'],
    faults: [
      'leaning back > nose over the knee as it lifts',
      'hands drop > hold the collar with both hands for one set',
      'falls into the step > put the foot back behind first',
    ],
    demand: 'hips 2, knees 1, balance 2',
    steps: ['Knee up', 'Snap', 'Back to the knee', 'Foot down behind'],
  }),
  item('round-kick', 'Round kick, middle', 'kicks', {
    ...kick,
    layers: [
      'Knee across the wall | lift the knee to the side and point it | knee, hip and shoulder in a line',
      'Turn on the ball of the foot | the standing heel shows to the pad | the supporting foot turns first',
      'Off the front leg | a small shuffle, then the kick | no lean',
    ],
    points: ['The supporting foot turns first', 'Guard stays up'],
    faults: [
      'the supporting foot stays > turn the heel to the pad, then kick',
      'kicks upwards > lift the knee to the height of the target first',
      'hand swings down > rear fist stays at the cheek',
    ],
    demand: 'hips 3, knees 2, trunk 1, balance 2',
    needs: ['front-kick:2', 'pivot-turn'],
    steps: [
      'Knee up to the side',
      'Turn the standing heel',
      'Shin through the pad',
      'Back to the knee',
      'Down in guard',
    ],
  }),
  item('side-kick', 'Side kick, stepping', 'kicks', {
    ...kick,
    layers: [
      'Hold the wall | slowly out and back | heel, knee, hip',
      'Cross step and kick | the rear foot passes behind | heel leads',
      'From a retreat | they come, you stop them | look over the shoulder',
    ],
    points: ['Heel leads, knee to the chest', 'Look over the shoulder'],
    faults: [
      'toes up > push the heel out and pull the toes down',
      'bends at the waist > seat forward, one line from ear to ankle',
    ],
    demand: 'hips 3, knees 1, trunk 2, balance 3',
    needs: ['front-kick:2'],
    steps: ['Cross step behind', 'Knee to the chest', 'Heel out', 'Knee back, step down'],
  }),
  item('turning-back-kick', 'Turning back kick', 'kicks', {
    ...kick,
    rep: [5, 2.5],
    layers: [
      'Turn and look | no kick yet | head first',
      'Turn, look, kick low | to a low pad | look before you kick',
      'Off a missed round kick | the miss turns you | keep it tight',
    ],
    points: ['Look before you kick', 'Arms in when turning'],
    faults: [
      'kicks before looking > say the number your partner shows',
      'arms fly out > elbows to the ribs when turning',
      'kicks across > brush the standing knee with the kicking one',
    ],
    demand: 'hips 3, knees 1, trunk 2, balance 3',
    needs: ['side-kick:2', 'pivot-turn:2'],
    intensity: 7,
    steps: [
      'Turn the head and shoulders',
      'Look',
      'Knee past knee',
      'Heel straight back',
      'Turn on into guard',
    ],
  }),
  item('low-round-kick', 'Round kick, low', 'kicks', {
    ...kick,
    layers: [
      'To a thigh pad, slow | step off the line first | shin, not foot',
      'From a step | the step goes outwards | hip turns over',
      'After the hands | two hands, then the kick | eyes up',
    ],
    points: ['Step out, then through', 'Shin across the pad'],
    faults: [
      'kicks with the foot > lower half of the shin meets the pad',
      'steps straight in > first step to the corner',
    ],
    demand: 'hips 2, knees 2, balance 2',
    needs: ['round-kick'],
    care: 'To the thigh pad only, never to the knee. Control before speed, speed before power.',
  }),
  item('push-kick', 'Push kick, front leg', 'kicks', {
    ...kick,
    layers: [
      'Foot on the pad, push | the partner steps back | hip forward',
      'Step up and push | rear foot to front foot | stand tall',
      'To stop a step in | time it to their step | recover at once',
    ],
    points: ['Push with the hip, not the knee', 'Hands stay up'],
    faults: [
      'a stamp downwards > whole sole flat to the pad',
      'falls forward > take the foot back before it lands',
    ],
    demand: 'hips 2, balance 2',
    needs: ['front-kick'],
  }),
  item('knee-strike', 'Knee strike to the pad', 'kicks', {
    ...kick,
    space: 4,
    layers: [
      'Straight up, on the spot | pad held at the belly | hips forward',
      'With a pull | hands draw down as the knee rises | toes point down',
      'Changing legs | skip between | stay tall',
    ],
    points: ['Hips forward at the top', 'Toes point down'],
    faults: [
      'knee lifts but the hip stays > push the belt buckle at the pad',
      'leaning on the partner > own weight on the standing leg',
    ],
    demand: 'hips 2, knees 1, trunk 2, balance 2',
    intensity: 7,
  }),
  item('kick-combination', 'Front and round kick, joined', 'kicks', {
    ...kick,
    rep: [6, 3],
    layers: [
      'Two kicks, a rest between | foot down between | same rhythm',
      'Two kicks, one breath | down in front, straight on | guard up',
      'Either leg first | the partner calls | eyes on the chest',
    ],
    points: ['The first kick sets the distance', 'Guard up between'],
    faults: [
      'second kick too close > put the foot down a little out',
      'hands drop between > touch the cheekbones between the kicks',
    ],
    demand: 'hips 3, knees 2, trunk 2, balance 3',
    needs: ['front-kick:3', 'round-kick:2'],
    intensity: 7,
  }),
]
