import { span } from '../spans'
import { given, groupIndexes, idleLane, LaidDoses, stretch, type Lane, type LayMode } from './mode'

/** One technique, each group on its own layer, started together; a shorter track waits for the longest. */
export const layers: LayMode = (block, plan) => {
  const doses = new LaidDoses(block, plan)
  const tracks = given(block.tracks, 'tracks').map((track, t) => {
    const groups = groupIndexes(plan, track.groups)
    return { track, t, groups, laid: doses.lay(given(track.dose ?? block.dose, 'dose'), groups) }
  })
  const ms = Math.max(0, ...tracks.map(({ laid }) => laid.ms))
  const lanes: Lane[] = plan.groups.map(() => [])
  for (const { track, t, groups, laid } of tracks)
    for (const g of groups) {
      const lane = [stretch(0, laid.ms, laid.spansFor(g), track, t)]
      if (laid.ms < ms) lane.push(stretch(laid.ms, ms - laid.ms, [span('idle', 0, ms - laid.ms)]))
      lanes[g] = lane
    }
  return {
    ms,
    lanes: lanes.map((lane) => (lane.length ? lane : idleLane(ms))),
    calls: tracks.map(({ track, t, laid }) => stretch(0, laid.ms, laid.called, track, t)),
  }
}
