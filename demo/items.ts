import type { ItemRow } from '../server/db/rows'

type Item = Omit<ItemRow, 'clubId'>

/** `name: key point` a layer, easiest first. */
const layersOf = (...layers: string[]): Item['layers'] =>
  layers.map((layer) => {
    const [name = '', point] = layer.split(': ')
    return point ? { name, point } : { name }
  })

interface Given {
  category: string
  sides?: 1 | 2
  partner?: Item['partner']
  layers: string[]
  points: string[]
  caution?: string
}

const item = (id: string, name: string, given: Given): Item => ({
  id,
  name,
  category: given.category,
  sides: given.sides ?? 2,
  partner: given.partner ?? 'solo',
  layers: layersOf(...given.layers),
  keyPoints: given.points,
  caution: given.caution ?? null,
})

const FALLS = 'One pair, one space; look where you fall and stop when the mat is full.'
const THROWS = 'Throw only over a practised breakfall; hold the sleeve and set your partner down.'
const PADS =
  'Hold the pad with the arms braced, away from the face. Control before speed, speed before power.'
const STRIKES = 'Fingers closed and the wrist straight; no strikes to the throat, neck, spine or joints.'
const LOCKS = 'Slowly to the stop, never past it. A tap means stop at once.'

export const demoItems: Item[] = [
  item('back-fall', 'Back breakfall', {
    category: 'falls',
    sides: 1,
    layers: [
      'From the squat: chin to the chest',
      'From standing: sit down close to the heels',
      'From a push: arms strike as the back lands',
    ],
    points: ['Chin tucked, eyes on the sash', 'Arms at half height, palms down'],
    caution: FALLS,
  }),
  item('side-fall', 'Side breakfall', {
    category: 'falls',
    layers: [
      'From the squat: the near leg sweeps across',
      'From standing: bend the standing knee',
      'Over a low rope: fall long, not down',
    ],
    points: ['The whole arm meets the mat', 'Ankles never crossed'],
    caution: FALLS,
  }),
  item('shoulder-roll', 'Roll over the shoulder', {
    category: 'falls',
    layers: [
      'From one knee: look under the arm',
      'From a step: hand to shoulder to hip',
      'Over a pole: push off and stay round',
    ],
    points: ['A round arm, never a straight one', 'Up in guard'],
    caution: FALLS,
  }),
  item('hip-throw', 'Hip throw', {
    category: 'throws',
    partner: 'partner',
    layers: [
      'Entry steps, no lift: knees below theirs',
      'Load and set down: hips across, not under',
      'Throw to the crash mat: look where they land',
      'Throw, moving grip: turn as they step',
    ],
    points: ['Knees below your partner’s sash', 'Pull the sleeve first, then turn'],
    caution: THROWS,
  }),
  item('shoulder-throw', 'Shoulder throw', {
    category: 'throws',
    partner: 'partner',
    layers: ['Entry, stop at the load', 'Full entry, set them down', 'Throw to the crash mat'],
    points: ['Elbow under the armpit', 'Back stays straight as the knees lift'],
    caution: THROWS,
  }),
  item('outer-reap', 'Outer reap', {
    category: 'throws',
    partner: 'partner',
    layers: ['Step beside, no reap', 'Reap and lower', 'Off a push'],
    points: ['Head over your own front knee', 'Toes pointed as the leg swings'],
    caution: THROWS,
  }),
  item('inner-reap', 'Inner reap off the grip', {
    category: 'throws',
    partner: 'partner',
    layers: ['Hook and hold', 'Hook and lower', 'Against a step back'],
    points: ['Chest to chest before the leg moves', 'Draw the heel along the mat'],
    caution: THROWS,
  }),
  item('foot-sweep', 'Foot sweep', {
    category: 'throws',
    partner: 'partner',
    layers: ['On the count, no fall', 'On the step: sweep as the weight lands', 'Sweep to hip throw'],
    points: ['Sole of the foot, low', 'Sweep as the weight lands'],
    caution: THROWS,
  }),
  item('front-kick', 'Front kick, rear leg', {
    category: 'kicks',
    layers: ['Knee up and down', 'Snap and back', 'Step down in front'],
    points: ['Knee first, then the foot', 'Ball of the foot, toes back'],
    caution: PADS,
  }),
  item('round-kick', 'Round kick, middle', {
    category: 'kicks',
    layers: ['Knee across the wall', 'Turn on the ball of the foot', 'Off the front leg'],
    points: ['The supporting foot turns first', 'Guard stays up'],
    caution: PADS,
  }),
  item('side-kick', 'Side kick, stepping', {
    category: 'kicks',
    layers: ['Hold the wall', 'Cross step and kick', 'From a retreat'],
    points: ['Heel leads, knee to the chest', 'Look over the shoulder'],
    caution: PADS,
  }),
  item('turning-back-kick', 'Turning back kick', {
    category: 'kicks',
    layers: ['Turn and look', 'Turn, look, kick low', 'Off a missed round kick'],
    points: ['Look before you kick', 'Arms in when turning'],
    caution: PADS,
  }),
  item('palm-strike', 'Palm strike', {
    category: 'hands',
    layers: ['Straight, from the shoulder', 'From the hip turn', 'Off the back step'],
    points: ['Fingers bent back, heel of the palm', 'The other hand stays up'],
    caution: STRIKES,
  }),
  item('elbow-strike', 'Elbow behind the palm', {
    category: 'hands',
    layers: ['Across', 'Across and up', 'Turning'],
    points: ['Elbow behind the palm, chin down', 'Hand to your own chest'],
    caution: STRIKES,
  }),
  item('palm-elbow', 'Palm and elbow', {
    category: 'hands',
    partner: 'partner',
    layers: ['Two beats', 'One breath', 'With the step'],
    points: ['Elbow follows the palm in', 'Holder steps with it'],
    caution: PADS,
  }),
  item('hammer-fist', 'Hammer fist', {
    category: 'hands',
    layers: ['Down on the pad', 'To the side', 'Turning'],
    points: ['Closed hand, bottom edge', 'Drop the weight with it'],
    caution: STRIKES,
  }),
  item('outer-cover', 'Outer cover', {
    category: 'blocks',
    partner: 'both',
    layers: ['Shape and hold', 'On a slow arm', 'On a pad swing'],
    points: ['Elbow high, hand to the crown', 'Chin down behind the arm'],
  }),
  item('inside-check', 'Inside check', {
    category: 'blocks',
    partner: 'both',
    layers: ['Both hands, slow', 'One hand and step', 'Check and answer'],
    points: ['Meet the arm early', 'Step off the line'],
  }),
  item('shin-check', 'Shin check', {
    category: 'blocks',
    layers: ['Lift and balance', 'On a slow kick', 'Check and return'],
    points: ['Knee to elbow', 'Toes down again behind you'],
  }),
  item('lapel-strip', 'Rear-hand lapel strip', {
    category: 'escapes',
    partner: 'partner',
    layers: ['Held right', 'Partner only holds on', 'Off a push', 'Free within a limit'],
    points: ['Thumb side first', 'Posture before hands'],
    caution: LOCKS,
  }),
  item('wrist-turn-out', 'Wrist turn-out', {
    category: 'escapes',
    partner: 'partner',
    layers: ['Hand shape, no pressure', 'Step and turn', 'Off a grab and pull'],
    points: ['Both thumbs on the back of the hand', 'Turn the body, not the wrist'],
    caution: LOCKS,
  }),
  item('wrist-release', 'Cross-grip wrist release', {
    category: 'escapes',
    partner: 'partner',
    layers: ['Find the gap', 'Step through', 'From behind'],
    points: ['Edge of the wrist to their thumb', 'Elbow to elbow'],
  }),
  item('bear-hug-escape', 'Bear-hug escape', {
    category: 'escapes',
    partner: 'partner',
    layers: ['Drop and make room', 'Turn to the side', 'Against a lift'],
    points: ['Weight down at once', 'Elbows wide'],
  }),
  item('guard-step', 'Guard step', {
    category: 'footwork',
    layers: ['Forward and back', 'To the side', 'Changing lead'],
    points: ['The foot nearest the way moves first', 'Heels light'],
  }),
  item('angle-step', 'Angle step', {
    category: 'footwork',
    layers: ['On the mat lines', 'With a turn', 'Off a push'],
    points: ['Off the line before anything else', 'Hips face the partner'],
  }),
  item('pivot-turn', 'Pivot turn', {
    category: 'footwork',
    layers: ['Quarter', 'Half', 'With a grip'],
    points: ['On the ball of the foot', 'Arms in when turning'],
  }),
  item('side-hold', 'Side hold', {
    category: 'groundwork',
    partner: 'partner',
    layers: ['Shape, no pressure', 'Keep it ten seconds', 'Against a bridge'],
    points: ['Chest over chest', 'Ear to the mat'],
    caution: LOCKS,
  }),
  item('bridge-turn', 'Bridge and turn over', {
    category: 'groundwork',
    partner: 'both',
    layers: ['Bridge alone', 'Trap the arm', 'Against a heavy hold'],
    points: ['Feet close to the seat', 'Look where you turn'],
    caution: 'No bridging on the neck: shoulders stay on the mat.',
  }),
  item('knee-turnover', 'Knee turnover', {
    category: 'groundwork',
    partner: 'partner',
    layers: ['Pull and push', 'From the grip', 'Off a stand-up'],
    points: ['Knee tight to the ribs', 'Follow to the top'],
  }),
  item('form-quay', 'Quay form', {
    category: 'forms',
    sides: 1,
    layers: ['Section 1, slow', 'Sections 1 and 2', 'Whole, with power'],
    points: ['Finish each stance before the hand', 'Breathe on the turn'],
  }),
  item('form-weir', 'Weir form', {
    category: 'forms',
    sides: 1,
    layers: ['Section 1, slow', 'Sections 1 and 2', 'Whole, with power'],
    points: ['Eyes lead the turn', 'Low through the middle'],
  }),
  item('form-tide', 'Tide form', {
    category: 'forms',
    sides: 1,
    layers: ['Section 1, slow', 'Sections 1 to 3', 'Whole, with power'],
    points: ['Soft in, hard out', 'No pause at the joins'],
  }),
  item('short-staff', 'Short-staff set', {
    category: 'weapons',
    sides: 1,
    layers: ['Sections 1 and 2', 'Section 3', 'Section 4'],
    points: ['Front hand guides, rear hand drives', 'Point never behind the back'],
    caution: 'Staves two lengths apart; check the ends for splinters.',
  }),
  item('rope-run', 'Rope-walk run', {
    category: 'conditioning',
    sides: 1,
    layers: ['Easy', 'With side-steps', 'With sprints'],
    points: ['Soft feet', 'Same way round, all of you'],
  }),
  item('squat-burst', 'Squat burst', {
    category: 'conditioning',
    sides: 1,
    layers: ['Half depth', 'Full depth', 'With a jump'],
    points: ['Heels down', 'Knees follow the toes'],
    caution: 'Half depth for sore knees.',
  }),
  item('plank', 'Plank', {
    category: 'conditioning',
    sides: 1,
    layers: ['On the knees', 'On the toes', 'One foot light'],
    points: ['One line from ear to ankle', 'Breathe'],
  }),
  item('joint-circles', 'Hips and shoulders, opened', {
    category: 'mobility',
    layers: ['Small circles', 'Wide circles', 'With a step'],
    points: ['Slow, as far as it goes freely', 'Both ways'],
  }),
  item('long-lunge', 'Long lunge', {
    category: 'mobility',
    layers: ['Hands on the knee', 'Hands down', 'Arm up and turn'],
    points: ['Back knee light', 'Breathe out and sink'],
  }),
  item('leg-swing', 'Leg swing', {
    category: 'mobility',
    layers: ['Front', 'Side', 'Round'],
    points: ['Tall, hand on a partner’s shoulder', 'No forcing at the top'],
  }),
  item('last-sash', 'Last sash', {
    category: 'games',
    sides: 1,
    partner: 'partner',
    layers: ['Walking', 'Jogging', 'In pairs'],
    points: ['Touch the sash, not the neck', 'Out of the ring means change'],
    caution: 'Stop when a partner stops.',
  }),
]
