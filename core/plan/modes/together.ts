import { given, LaidDose, stretch, type LayMode } from './mode'

/** Everyone does the same. */
export const together: LayMode = (block, plan) => {
  const everyone = plan.groups.map((_, g) => g)
  const laid = new LaidDose(given(block.dose, 'dose'), block, plan, everyone)
  const lanes = new Map<unknown, ReturnType<typeof stretch>[]>()
  const laneOf = (g: number) => {
    const spans = laid.spansFor(g)
    const lane = lanes.get(spans) ?? [stretch(0, laid.ms, spans, block)]
    lanes.set(spans, lane)
    return lane
  }
  return { ms: laid.ms, lanes: everyone.map(laneOf), calls: [stretch(0, laid.ms, laid.called, block)] }
}
