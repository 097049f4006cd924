import { isPower } from '../../checks/ground'
import { atLayer } from '../../curriculum/item'
import { UNITS_FOR } from '../../checks/warmup/body'
import { REGIONS, type Region } from '../../curriculum/item'
import { FREE_STEP_SEC, intensityOf, MOST_STEPS, STEP_SEC, type ModelParts } from '../model-parts'
import type { Column, Term } from '../programme'

/** What is loaded is prepared first, and the pulse is up before power. */
export function prepare(m: ModelParts): void {
  const { exercises, club, frame, fades } = m.q
  const asks = new Map<string, Column>()
  const level = (region: Region, demand: number): Column => {
    const key = `${region} ${demand}`
    let column = asks.get(key)
    if (column === undefined) asks.set(key, (column = m.b.yesNo()))
    return column
  }
  const power = m.b.yesNo()
  const atLayers = m.patterns.map(({ candidate: { item, layer } }) => atLayer(item, layer))
  // An item that may be worked at several layers asks for what any of them does.
  for (const item of new Set(atLayers)) {
    const use = m.used.get(item.id)
    if (use === undefined) continue
    for (const region of REGIONS) {
      const demand = item.demand[region] ?? 0
      if (demand >= 2)
        m.b.atMost(
          [
            [use, 1],
            [level(region, demand), -1],
          ],
          0,
        )
    }
    if (isPower(item, intensityOf(item)))
      m.b.atMost(
        [
          [use, 1],
          [power, -1],
        ],
        0,
      )
  }
  for (const region of REGIONS) {
    const factor = fades.has(region) ? 2 : 1
    const given = exercises.map((item, e): Term => [
      m.steps[e] ?? 0,
      ((item.prepares[region] ?? 0) * STEP_SEC) / 60,
    ])
    const had = m.base.prepared.get(region) ?? 0
    for (const demand of [2, 3] as const) {
      const column = asks.get(`${region} ${demand}`)
      if (column !== undefined) m.b.atLeast([...given, [column, -UNITS_FOR[demand] * factor]], -had)
    }
    // What is pinned asks for it whatever is chosen, as far as there is anything that gives it.
    const asked = (m.base.asked.get(region) ?? 0) * factor
    if (asked > had && given.some(([, rate]) => rate > 0)) m.b.atLeast(given, asked - had)
  }
  const work: Term[] = [...m.steps.map((step): Term => [step, STEP_SEC]), [m.plainWarmup, FREE_STEP_SEC]]
  const pulseSec = club.settings.limits.pulseFirst * 60
  if (m.base.power) m.b.atLeast(work, Math.min(pulseSec - m.base.raisedSec, frame.totalSec / 4))
  m.b.atLeast([...work, [power, -pulseSec]], -m.base.raisedSec)
  m.b.atLeast(work, frame.warmup.pinned.length ? 0 : frame.warmup.leastSec)
  exercises.forEach((_, e) => {
    const [steps = 0, done = 0] = [m.steps[e], m.done[e]]
    m.b.atMost(
      [
        [steps, 1],
        [done, -MOST_STEPS],
      ],
      0,
    )
  })
}
