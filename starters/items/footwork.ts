import { item, type Written } from '../make'

const steps = {
  sides: 2,
  space: 4,
  rep: [3, 1.5],
  intensity: 4,
  prepares: 'pulse 1, ankles 1, balance 1',
} satisfies Partial<Written>

export const footwork = [
  item('guard-step', 'Guard step', 'footwork', {
    ...steps,
    layers: [
      'Forward and back | the foot nearest the way moves first | heels light',
      'To the side | never cross the feet | same height',
      'Changing lead | rear foot passes under the hip | guard stays',
    ],
    points: ['The foot nearest the way moves first', 'Heels light'],
    faults: [
      'feet come together > keep a shoulder’s width',
      'bouncing > slide, with a sheet of paper under each foot',
    ],
    demand: 'knees 1, ankles 1, balance 1',
  }),
  item('angle-step', 'Angle step', 'footwork', {
    ...steps,
    layers: [
      'On the mat lines | half to the side, half forward | face the middle',
      'With a turn | hips come round | end in guard',
      'Off a push | the push starts it | use what they give',
    ],
    points: ['Off the line before anything else', 'Hips face the partner'],
    faults: [
      'steps but still on the line > check the mat seam between your feet',
      'eyes drop > look at the chest',
    ],
    demand: 'knees 1, ankles 1, balance 1',
    needs: ['guard-step'],
  }),
  item('pivot-turn', 'Pivot turn', 'footwork', {
    ...steps,
    layers: [
      'Quarter | on the front foot | ball of the foot',
      'Half | head first | arms in',
      'With a grip | the partner is turned too | stay upright',
    ],
    points: ['On the ball of the foot', 'Arms in when turning'],
    faults: [
      'heel stays down > a coin under the heel, do not touch it',
      'knee twists > foot and knee turn together',
    ],
    demand: 'knees 1, ankles 2, balance 2',
    care: 'Turn foot and knee together; a foot that sticks twists the knee.',
  }),
  item('switch-step', 'Switch step', 'footwork', {
    ...steps,
    jumps: 1,
    layers: [
      'Slow change | one foot after the other | same place',
      'In one beat | a small skip | head stays level',
      'Switch and go | straight into a step | no pause',
    ],
    points: ['Head stays level', 'Feet skim the mat'],
    faults: [
      'jumps high > a hand above the head, do not touch it',
      'feet land in line > shoulder’s width apart',
    ],
    demand: 'knees 1, ankles 2, balance 2',
    needs: ['guard-step'],
    intensity: 5,
    prepares: 'pulse 2, ankles 1, balance 1',
  }),
  item('circle-step', 'Circle step', 'footwork', {
    ...steps,
    partner: 'both',
    layers: [
      'Round a cone | guard to the middle | even steps',
      'Round a partner | both keep the distance | mirror',
      'Changing ways | on the clap | never cross the feet',
    ],
    points: ['Front foot points at the middle', 'Keep the distance'],
    faults: ['crosses the feet > step, then follow', 'drifts in > arm’s length all the way'],
    demand: 'knees 1, ankles 1, balance 1',
    needs: ['guard-step:2'],
  }),
  item('drop-step', 'Drop step', 'footwork', {
    ...steps,
    layers: [
      'Sink on the spot | weight falls on to the front foot | no sound',
      'With a palm | foot and hand land together | short',
      'Off the back foot | from a retreat | change at once',
    ],
    points: ['Fall, do not jump', 'Foot and hand arrive together'],
    faults: ['stamps > land like a cat', 'leans > the seat sinks, the head stays over it'],
    demand: 'knees 2, ankles 1',
    needs: ['guard-step'],
  }),
  item('ready-stance', 'Ready stance and bow', 'footwork', {
    ...steps,
    sides: 1,
    prepares: '',
    intensity: 2,
    layers: [
      'Feet, knees, back | still | crown lifts',
      'From the bow | bow, step, ready | eyes up',
      'In silence | on a look only | all together',
    ],
    points: ['Weight in the middle of the feet', 'Shoulders low'],
    faults: ['locked knees > unlock them a finger', 'looks down > eyes at the height of eyes'],
    demand: '',
  }),
  item('front-stance', 'Front stance', 'footwork', {
    ...steps,
    aliases: ['Long stance'],
    layers: [
      'Standing still | a shoulder wide, two long | front knee over the foot',
      'Stepping | rear foot passes in a half moon | same height',
      'Turning about | look, slide, turn | hips square',
    ],
    points: ['Front knee over the foot, never past the toes', 'Rear heel down'],
    faults: [
      'feet on one line > two fists between the lines',
      'rises between steps > a partner’s hand above the head',
    ],
    demand: 'hips 1, knees 2, ankles 1',
    needs: ['ready-stance'],
    prepares: 'hips 1, knees 1, ankles 1',
  }),
  item('horse-stance', 'Horse stance', 'footwork', {
    ...steps,
    sides: 1,
    layers: [
      'High | hands on the thighs | knees over the toes',
      'Deeper, held | twenty counts | back upright',
      'Sidestepping | no rise | feet point forward',
    ],
    points: ['Knees out over the toes', 'Back upright, seat under'],
    faults: ['knees fall in > press them out over the little toes', 'leans forward > back along a wall'],
    demand: 'hips 2, knees 2',
    needs: ['ready-stance'],
    prepares: 'hips 1, knees 1',
    care: 'As deep as the knees like it; high is right for sore knees.',
  }),
  item('back-stance', 'Back stance', 'footwork', {
    ...steps,
    layers: [
      'Standing still | heels on one line | weight on the rear leg',
      'Stepping | the weight stays behind | same height',
      'Change with the front stance | forward and back | only the weight moves',
    ],
    points: ['Seven tenths on the rear leg', 'Heels on one line'],
    faults: ['rear knee falls in > over the little toe', 'leans back > shoulders over hips'],
    demand: 'hips 2, knees 2, balance 1',
    needs: ['front-stance'],
    prepares: 'hips 1, knees 1',
  }),
  item('cat-stance', 'Cat stance', 'footwork', {
    ...steps,
    layers: [
      'Standing still | front toes only touch | lift them to test',
      'From a step back | land on the rear leg | quiet',
      'Into a kick | the front leg is free | no shift',
    ],
    points: ['Front toes only touch', 'Sit on the rear leg'],
    faults: ['weight on the front foot > lift it off without moving the head', 'rear knee straight > sit'],
    demand: 'hips 2, knees 2, balance 2',
    needs: ['back-stance'],
    prepares: 'hips 0.5, balance 1',
  }),
]
