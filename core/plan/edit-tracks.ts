import { withRounds, type Dose } from './doses'
import { canBeCut, withMode } from './edit'
import { writtenMade, type Made } from './edit-places'
import { layBlock } from './modes'
import { nudgeSets } from './nudge'
import type { Block, Plan, Track } from './schema'

/** Changes to how groups share a block. */

/** Lets a group that has no track join the one whose groups stand next to it in the plan. */
export function addToTrack(block: Block, group: string, plan: Plan): Block {
  const at = plan.groups.findIndex(({ id }) => id === group)
  const distance = (track: Track) =>
    Math.min(...track.groups.map((id) => Math.abs(plan.groups.findIndex((one) => one.id === id) - at)))
  const [nearest] = [...(block.tracks ?? [])].sort((a, b) => distance(a) - distance(b))
  if (!nearest) return block
  return {
    ...block,
    tracks: block.tracks?.map((track) =>
      track === nearest ? { ...track, groups: [...track.groups, group] } : track,
    ),
  }
}

/**
 * Puts an item on one group only; the others keep what they have. A board that all work together is cut by group for it; where it had no
 * item, the others have none and wait until they are given theirs. Stations belong to teams, not groups, and stay as they are.
 */
export function paintOnto(
  block: Block,
  plan: Plan,
  group: string,
  technique: string,
  layer = 1,
  made: Made = {},
): Block {
  if (block.mode !== 'together') return paintTrack(block, group, technique, layer, made)
  if (canBeCut(block)) return paintTrack(withMode(block, 'oneCount', plan), group, technique, layer, made)
  const alone = withMode({ ...block, technique, layer, ...writtenMade(made) }, 'oneCount', plan)
  return { ...alone, tracks: alone.tracks?.filter(({ groups }) => groups.includes(group)) }
}

/** A track without what was said of the item it had, which is not said of another. */
function withoutItem(track: Track) {
  const {
    title: _t,
    parts: _p,
    links: _l,
    instead: _i,
    receives: _r,
    layerUpTo: _u,
    noSides: _n,
    ...kept
  } = track
  return kept
}

/** Puts an item on one group's track; the rest of that track keeps what it has. */
export function paintTrack(
  block: Block,
  group: string,
  technique: string,
  layer: number,
  made: Made = {},
): Block {
  if (!block.tracks) return block
  const tracks = block.tracks.flatMap((track): Track[] => {
    if (!track.groups.includes(group)) return [track]
    const rest = track.groups.filter((id) => id !== group)
    const kept = withoutItem(track)
    const own: Track = { ...kept, groups: [group], technique, layer, ...writtenMade(made) }
    return rest.length ? [{ ...track, groups: rest }, own] : [own]
  })
  const [like] = block.tracks
  if (!like || block.tracks.some(({ groups }) => groups.includes(group))) return { ...block, tracks }
  const rest = withoutItem(like)
  const own: Track = { ...rest, groups: [group], technique, layer, ...writtenMade(made) }
  return { ...block, tracks: [...tracks, own] }
}

function times(dose: Dose, factor: number): Dose {
  const more = (n: number) => Math.min(999, Math.max(n, Math.ceil(n * factor)))
  switch (dose.kind) {
    case 'count':
    case 'own':
      return dose.sets === 1 && dose.reps * factor <= 12
        ? { ...dose, reps: more(dose.reps) }
        : { ...dose, sets: more(dose.sets) }
    case 'hold':
      return { ...dose, sets: more(dose.sets) }
    case 'rounds':
      return withRounds(dose, more(dose.rounds))
    default:
      return dose
  }
}

/** `factor` times as many sets; where tracks have doses of their own, for the track of `group` only. */
export function moreSets(block: Block, factor: number, group: string): Block {
  const own = block.tracks?.find(({ groups, dose }) => dose && groups.includes(group))
  if (own?.dose) {
    const dose = times(own.dose, factor)
    return { ...block, tracks: block.tracks?.map((track) => (track === own ? { ...track, dose } : track)) }
  }
  return block.dose ? { ...block, dose: times(block.dose, factor) } : block
}

/** Sets added to the track of a group for as long as it stays no longer than the longest. */
export function lengthenTracks(block: Block, plan: Plan, group: string): Block {
  const whole = layBlock(block, plan).ms
  let longer = block
  for (let n = 0; n < 100; n++) {
    const track = longer.tracks?.find(({ groups }) => groups.includes(group))
    const dose = track?.dose ?? longer.dose
    if (!track || !dose) return longer
    const more = oneMore(dose)
    if (more === dose) return longer
    const next = {
      ...longer,
      tracks: longer.tracks?.map((one) => (one === track ? { ...one, dose: more } : one)),
    }
    if (layBlock(next, plan).ms > whole) return longer
    longer = next
  }
  return longer
}

/** One set or round more; a dose that has neither stays. */
const oneMore = (dose: Dose): Dose => ('sets' in dose || 'rounds' in dose ? nudgeSets(dose, 1) : dose)
