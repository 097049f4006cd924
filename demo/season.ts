import { POOL } from '../starters/items'
import { boardFor, repSecOf, rolesOf } from '../core/curriculum/boards'
import { breakDown } from '../core/curriculum/steps'
import { ladderBoard } from '../core/curriculum/partner-ladder'
import type { Item } from '../core/curriculum/item'
import { bowOut, bursts, coolDown, groups, lastSash, line, pads, plan, run, water, word } from './plans'
import type { Seeded } from './seeded'

/**
 * The plans of the weeks before: each week has a theme, and its three classes go one step on. They are drawn up from the
 * library by the same functions that lie on the shelf.
 */

interface Week {
  theme: string
  /** One technique a group for the drill on one count, lowest group first; `guard-step:2` is at its second layer. */
  count: [string, string, string, string]
  /** One throw in layers, and its layer for each group. */
  layered: [item: string, layers: [number, number, number, number]]
  ladder: string
  ground: [string, string, string, string]
  warm: [string, string]
  fall: string
  body: string
}

const WEEKS: Week[] = [
  {
    theme: 'Feet first',
    count: ['front-kick', 'round-kick', 'side-kick', 'side-kick'],
    layered: ['hip-throw', [1, 1, 2, 3]],
    ladder: 'wrist-release',
    ground: ['hip-escape', 'hip-escape', 'side-hold', 'scarf-hold'],
    warm: ['joint-circles', 'leg-swing'],
    fall: 'back-fall',
    body: 'squat-burst',
  },
  {
    theme: 'Open hands',
    count: ['palm-strike', 'palm-strike', 'elbow-strike', 'elbow-strike'],
    layered: ['grip-break', [1, 2, 2, 3]],
    ladder: 'inside-check',
    ground: ['hip-escape', 'bridge-turn', 'knee-turnover', 'leg-pass'],
    warm: ['shoulder-reach', 'wrist-loosening'],
    fall: 'side-fall',
    body: 'press-up',
  },
  {
    theme: 'Falling well',
    count: ['guard-step', 'angle-step', 'switch-step', 'drop-step'],
    layered: ['outer-reap', [1, 1, 2, 3]],
    ladder: 'two-hand-grab',
    ground: ['side-hold', 'side-hold', 'four-corner-hold', 'four-corner-hold'],
    warm: ['joint-circles', 'neck-nods'],
    fall: 'shoulder-roll',
    body: 'plank',
  },
  {
    theme: 'Covers and answers',
    count: ['outer-cover', 'outer-cover', 'double-cover', 'slip-and-cover'],
    layered: ['hip-throw', [1, 2, 3, 4]],
    ladder: 'outer-cover',
    ground: ['hip-escape', 'stand-up', 'turtle-turn', 'turtle-turn'],
    warm: ['shoulder-reach', 'cat-arch'],
    fall: 'side-fall',
    body: 'sit-out',
  },
  {
    theme: 'Knees and hips',
    count: ['front-kick', 'knee-strike', 'knee-strike', 'low-round-kick'],
    layered: ['rear-takedown', [1, 1, 2, 3]],
    ladder: 'bear-hug-escape',
    ground: ['hip-escape', 'knee-turnover', 'knee-turnover', 'arm-control'],
    warm: ['long-lunge', 'leg-swing'],
    fall: 'back-fall',
    body: 'squat-burst',
  },
  {
    theme: 'Staying close',
    count: ['palm-strike', 'elbow-strike', 'hook', 'uppercut'],
    layered: ['shoulder-throw', [1, 1, 2, 3]],
    ladder: 'lapel-strip',
    ground: ['side-hold', 'bridge-turn', 'scarf-hold', 'scarf-hold'],
    warm: ['cat-arch', 'joint-circles'],
    fall: 'shoulder-roll',
    body: 'bear-walk',
  },
  {
    theme: 'Turning about',
    count: ['pivot-turn', 'round-kick', 'side-kick', 'turning-back-kick'],
    layered: ['outer-reap', [1, 2, 2, 3]],
    ladder: 'wrist-turn-out',
    ground: ['hip-escape', 'side-hold', 'side-hold', 'leg-pass'],
    warm: ['ankle-rocks', 'joint-circles'],
    fall: 'rear-roll',
    body: 'plank',
  },
  {
    theme: 'Sweeps',
    count: ['guard-step:2', 'circle-step', 'shin-check', 'shin-check'],
    layered: ['foot-sweep', [1, 1, 2, 2]],
    ladder: 'collar-from-behind',
    ground: ['bridge-turn', 'bridge-turn', 'turtle-turn', 'four-corner-hold'],
    warm: ['ankle-rocks', 'leg-swing'],
    fall: 'side-fall',
    body: 'sit-out',
  },
  {
    theme: 'Straight lines',
    count: ['straight-punch', 'straight-punch', 'hook', 'staff-cuts:2'],
    layered: ['hip-throw', [1, 2, 3, 4]],
    ladder: 'inside-check',
    ground: ['hip-escape', 'stand-up', 'scarf-hold', 'arm-control'],
    warm: ['shoulder-reach', 'wrist-loosening'],
    fall: 'front-fall',
    body: 'press-up',
  },
  {
    theme: 'Reaps and hooks',
    count: ['front-kick', 'push-kick', 'low-round-kick', 'kick-combination'],
    layered: ['outer-reap', [1, 2, 3, 3]],
    ladder: 'headlock-escape',
    ground: ['side-hold', 'side-hold', 'four-corner-hold', 'turtle-turn'],
    warm: ['long-lunge', 'neck-nods'],
    fall: 'side-fall',
    body: 'squat-thrust',
  },
  {
    theme: 'Taking hold',
    count: ['palm-strike', 'hammer-fist', 'elbow-strike', 'three-beats'],
    layered: ['grip-break', [1, 2, 3, 3]],
    ladder: 'lapel-strip',
    ground: ['wrist-release:2', 'knee-turnover', 'knee-turnover', 'leg-pass'],
    warm: ['joint-circles', 'wrist-loosening'],
    fall: 'shoulder-roll',
    body: 'bear-walk',
  },
  {
    theme: 'Hips under',
    count: ['front-kick', 'round-kick', 'side-kick', 'turning-back-kick'],
    layered: ['hip-throw', [1, 2, 3, 4]],
    ladder: 'lapel-strip',
    ground: ['side-hold', 'side-hold', 'scarf-hold', 'arm-control'],
    warm: ['long-lunge', 'joint-circles'],
    fall: 'side-fall',
    body: 'sit-out',
  },
]

const known = (id: string): Item => {
  const found = POOL.get(id)
  if (!found) throw new Error(`no item ${id}`)
  return found
}

const count = (sets: number, reps: number, tempoSec: number, more: object = {}) => ({
  kind: 'count',
  sets,
  reps,
  tempoSec,
  restSec: 15,
  sides: 2,
  setupSec: 40,
  ...more,
})

/** A drill in which every group has its own technique on one beat. */
function onOneCount(id: string, title: string, named: readonly string[], sets: number) {
  const [items, layers] = [
    named.map((one) => one.split(':')[0] ?? ''),
    named.map((one) => Number(one.split(':')[1])),
  ]
  const paired = items.some((item) => rolesOf(known(item)) === 2)
  return {
    id,
    title,
    phase: paired ? 'partner' : 'drill',
    mode: 'oneCount',
    dose: paired ? count(sets, 5, 4, { roles: 2, swapSec: 15 }) : count(sets, 10, 2, { restSec: 20 }),
    tracks: groups.map((group, g) => ({
      groups: [group.id],
      technique: items[g],
      layer: layers[g] || 1 + Number(g > 1),
    })),
  }
}

/** One technique, each group at its own layer. */
function inLayers(id: string, item: string, layers: readonly number[], chance: Seeded) {
  const { full } = repSecOf(known(item))
  return {
    id,
    title: known(item).name,
    phase: 'drill',
    priority: 'must',
    mode: 'layers',
    tracks: groups.map((group, g) => ({
      groups: [group.id],
      technique: item,
      layer: layers[g],
      dose: count(chance.whole(2, 4), 5, full, { roles: 2, setupSec: 60, roleNames: ['throws', 'receives'] }),
    })),
  }
}

function warmUp(week: Week) {
  return week.warm.map((id) => ({
    id,
    title: known(id).name,
    phase: 'warmup',
    technique: id,
    dose: count(1, 10, 2.5, { sides: known(id).sides, setupSec: 10 }),
  }))
}

function fallsOf(week: Week, chance: Seeded) {
  const item = known(week.fall)
  return {
    id: 'falls',
    title: item.name,
    phase: 'technique',
    priority: 'must',
    technique: week.fall,
    layer: WEEKS.indexOf(week) < 3 ? 1 : 2,
    dose: count(chance.whole(3, 4), 5, 3, { sides: item.sides, setupSec: 20 }),
  }
}

function body(week: Week) {
  const { name } = known(week.body)
  const dose = { kind: 'rounds', rounds: 5, workSec: 30, restSec: 20, setupSec: 15, tempoSec: 3 }
  return { id: 'body', title: name, phase: 'conditioning', priority: 'could', technique: week.body, dose }
}

const forms = {
  id: 'forms',
  title: 'Forms',
  phase: 'form',
  mode: 'layers',
  tracks: (['form-quay', 'form-quay', 'form-weir', 'form-tide'] as const).map((technique, g) => ({
    groups: [groups[g]?.id],
    technique,
    layer: g === 1 ? 2 : 1,
    dose: { ...boardFor(known(technique)).dose, setupSec: 45 },
  })),
}

const sparring = {
  id: 'sparring',
  title: 'Shoulder-touch sparring',
  phase: 'partner',
  priority: 'should',
  technique: 'shoulder-touch',
  dose: { kind: 'rounds', rounds: 4, workSec: 60, restSec: 30, setupSec: 45, tempoSec: 4 },
}

/** The first class of a week breaks its throw down, the second drills it, the third puts it together. */
function classOf(week: Week, before: Week, nth: number, chance: Seeded) {
  const [item, layers] = week.layered
  const open = [line, run, ...warmUp(week)]
  const close = [coolDown, bowOut]
  const counted = onOneCount('count', 'Each rank its own, on one count', week.count, chance.whole(2, 3))
  const ground = onOneCount('ground', 'On the ground', week.ground, 2)
  const review = onOneCount('review', 'Last week’s, once more', before.count, 2)
  const broken = breakDown(known(item), groups, [groups[0]?.id ?? ''], 2)
  switch (nth) {
    case 0:
      return plan(`${week.theme}: broken down`, week.theme, [
        ...open,
        fallsOf(week, chance),
        water('water-1'),
        { ...(broken ?? inLayers('layered', item, layers, chance)), id: 'layered' },
        counted,
        review,
        water('water-2'),
        { ...ladderBoard([known(week.ladder)], 2), id: 'ladder' },
        pads,
        ground,
        lastSash,
        body(week),
        word,
        ...close,
      ])
    case 1:
      return plan(`${week.theme}: drilled`, week.theme, [
        ...open,
        counted,
        water('water-1'),
        inLayers('layered', item, layers, chance),
        { ...ladderBoard([known(week.ladder)], 3), id: 'ladder' },
        water('water-2'),
        forms,
        ground,
        pads,
        water('water-3'),
        review,
        bursts,
        lastSash,
        ...close,
      ])
    default:
      return plan(`${week.theme}: put together`, week.theme, [
        ...open,
        fallsOf(week, chance),
        water('water-1'),
        inLayers('layered', item, layers, chance),
        { ...ladderBoard([known(week.ladder)], 4), id: 'ladder' },
        water('water-2'),
        sparring,
        counted,
        forms,
        water('water-3'),
        pads,
        body(week),
        lastSash,
        ...close,
      ])
  }
}

/** The plans of the last `count` classes before a week's end, oldest first: three a week. */
export function seasonPlans(count: number, chance: Seeded) {
  const all = WEEKS.flatMap((week, w) =>
    [0, 1, 2].map((nth) => ({ week, before: WEEKS[w - 1] ?? week, nth })),
  )
  return all.slice(-count).map(({ week, before, nth }) => classOf(week, before, nth, chance))
}
