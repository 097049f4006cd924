import { telling, type Check } from '../check'

const tell = telling('load.flat', 'hint')
/** A class climbs at least this high somewhere. */
const PEAK = 5
const WORTH_MS = 30 * 60_000

/** No peak at all in a class of half an hour or more. */
export const loadFlat: Check = {
  code: 'load.flat',
  find({ timeline, load }) {
    if (timeline.totalMs < WORTH_MS) return []
    const top = Math.max(...load.map(({ intensity }) => intensity))
    return top >= PEAK
      ? []
      : [
          tell(
            'The class has no peak: it stays easy throughout.',
            `highest load ${top.toFixed(1)}, a peak from ${PEAK}`,
          ),
        ]
  },
}
