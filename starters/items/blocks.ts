import { item, CARE, type Written } from '../make'

const block = {
  sides: 2,
  partner: 'both',
  contact: 'touch',
  space: 4,
  rep: [4, 2.5],
  intensity: 5,
  care: 'Feed slowly and to the shoulder line; the speed is the defender’s to choose.',
} satisfies Partial<Written>

export const blocks = [
  item('outer-cover', 'Outer cover', 'blocks', {
    ...block,
    layers: [
      'Shape and hold | alone, before a mirror | elbow high',
      'On a slow arm | the partner swings like a gate | chin down',
      'On a pad swing | a soft pad, half speed | breathe out',
    ],
    points: ['Elbow high, hand to the crown', 'Chin down behind the arm'],
    faults: [
      'eyes close > count the fingers your partner shows',
      'hand leaves the head > scratch the back of your own head',
    ],
    demand: 'shoulders 1, neck 1',
  }),
  item('inside-check', 'Inside check', 'blocks', {
    ...block,
    layers: [
      'Both hands, slow | meet the arm at the wrist and elbow | early',
      'One hand and step | step off the line | other hand up',
      'Check and answer | palm to the shoulder | one flow',
    ],
    points: ['Meet the arm early', 'Step off the line'],
    faults: ['reaching out > let it come to your own guard', 'standing on the line > step on the check'],
    demand: 'shoulders 1, wrists 1',
    needs: ['angle-step'],
    steps: ['Hands up', 'Step off the line', 'Meet the arm', 'Answer to the shoulder'],
  }),
  item('shin-check', 'Shin check', 'blocks', {
    ...block,
    layers: [
      'Lift and balance | hold two counts | knee to elbow',
      'On a slow kick | shin guards on | stay tall',
      'Check and return | the checking leg answers | foot down behind',
    ],
    points: ['Knee to elbow', 'Toes down again behind you'],
    faults: ['leans back > close the gap between knee and elbow', 'foot hangs > pull the toes up'],
    demand: 'hips 2, balance 2',
    care: 'Shin guards on; slow kicks only, never bone on bone.',
  }),
  item('double-cover', 'Double cover and step', 'blocks', {
    ...block,
    layers: [
      'Shape | both arms in front | see between the wrists',
      'On pad taps | the partner taps the forearms | knees soft',
      'Cover and step out | off the line after two taps | eyes open',
    ],
    points: ['See between the wrists', 'Knees soft, step out'],
    faults: ['bends forward > sink, do not bow', 'stays inside > step out on the second tap'],
    demand: 'shoulders 1, trunk 1',
    needs: ['outer-cover'],
  }),
  item('low-parry', 'Low parry', 'blocks', {
    ...block,
    layers: [
      'The sweep of the arm | alone | back of the hand leads',
      'On a slow front kick | from the inside, past the hip | step back',
      'Parry and answer | step in behind it | one flow',
    ],
    points: ['Sweep past the hip, not down on the shin', 'The body moves as much as the arm'],
    faults: ['chopping at the leg > brush the calf past you', 'drops the head > bend the knees'],
    demand: 'shoulders 1, trunk 1, hips 1',
    needs: ['guard-step'],
  }),
  item('slip-and-cover', 'Slip and cover', 'blocks', {
    ...block,
    layers: [
      'Slip a still arm | the head moves a hand’s breadth | knees, not waist',
      'On a slow straight to the shoulder | both sides in turn | eyes on the chest',
      'Slip, cover, answer | three beats | come back to the middle',
    ],
    points: ['Move the head with the knees', 'A hand’s breadth is enough'],
    faults: ['bends at the waist > sit into it', 'looks away > read a number on the partner’s chest'],
    demand: 'trunk 2, knees 1, neck 1',
    needs: ['outer-cover:2'],
    intensity: 6,
  }),
  item('rising-block', 'Rising block', 'blocks', {
    ...block,
    partner: 'solo',
    layers: [
      'Arm only | cross in front, rise and turn | a fist above the brow',
      'With the step | land, then rise | other fist to the hip',
      'On a slow downward swing | soft staff or arm | step in under it',
    ],
    points: ['A fist’s width above the brow', 'The forearm turns at the end'],
    faults: ['too low > you should see under it', 'shoulder lifts > elbow below the fist'],
    demand: 'shoulders 2',
    care: CARE.strikes,
  }),
  item('downward-block', 'Downward sweep', 'blocks', {
    ...block,
    partner: 'solo',
    layers: [
      'Arm only | from the ear to above the knee | fist turns last',
      'With the step | hip turns with it | stance first',
      'Turning about | look, step, sweep | rear leg straight',
    ],
    points: ['From the ear to a fist above the knee', 'The hip turns with the arm'],
    faults: ['bends forward > keep the back upright', 'arm swings behind the body > stop it above the thigh'],
    demand: 'shoulders 1, trunk 1',
  }),
]
