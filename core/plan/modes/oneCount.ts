import { given, groupIndexes, idleLane, LaidDose, stretch, type Lane, type LayMode } from './mode'

/** One count for all; each group does its own rank's technique on it. */
export const oneCount: LayMode = (block, plan) => {
  const tracks = given(block.tracks, 'tracks')
  const members = tracks.map((track) => groupIndexes(plan, track.groups))
  const laid = new LaidDose(given(block.dose, 'dose'), block, plan, members.flat())
  const lanes: Lane[] = plan.groups.map(() => [])
  tracks.forEach((track, t) => {
    for (const g of members[t] ?? []) lanes[g] = [stretch(0, laid.ms, laid.spansFor(g), track)]
  })
  return {
    ms: laid.ms,
    lanes: lanes.map((lane) => (lane.length ? lane : idleLane(laid.ms))),
    calls: [stretch(0, laid.ms, laid.called)],
  }
}
