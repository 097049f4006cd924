import { layPlan } from '~~/core/plan/timeline'
import type { Plan } from '~~/core/plan/schema'
import { cuesOf } from '~~/core/plan/cues'
import { toSec } from '~~/core/kernel/units'
import { wavOf, type SampleRate } from '~~/core/formats/wav'

/** Makes the bell-and-tick track off the page's thread: a class is a hundred million samples. */
export type WavTold = { share: number } | { file: ArrayBuffer }

export interface WavAsked {
  plan: Plan
  rate: SampleRate
}

self.onmessage = ({ data: { plan, rate } }: MessageEvent<WavAsked>) => {
  const timeline = layPlan(plan)
  const making = wavOf(cuesOf(timeline), toSec(timeline.totalMs), rate)
  for (;;) {
    const { done, value } = making.next()
    if (done) {
      self.postMessage({ file: value } satisfies WavTold, { transfer: [value] })
      return
    }
    self.postMessage({ share: value } satisfies WavTold)
  }
}
