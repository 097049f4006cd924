import { WaveFile } from 'wavefile'
import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import type { Cue } from '../../../core/plan/cues'
import { isHeard, sampleAt, SAMPLE_RATE, wavOf } from '../../../core/formats/wav'
import { cuesOf } from '../../../core/plan/cues'
import { toSec } from '../../../core/kernel/units'
import { block, count, plan, twoGroups } from '../make'

function made(cues: readonly Cue[], totalSec: number) {
  const making = wavOf(cues, totalSec)
  const shares: number[] = []
  for (;;) {
    const { done, value } = making.next()
    if (done) {
      const file = new WaveFile(new Uint8Array(value))
      return { shares, file, samples: file.getSamples(false, Int16Array) as unknown as Int16Array }
    }
    shares.push(value)
  }
}
const cue = (at: number, kind: Cue['kind']): Cue => ({ at, kind, block: 'b' })

describe('the bell-and-tick track', () => {
  it('is read by another program as 22,050 Hz, one channel, 16 bits, of the class and its last bell', () => {
    const { file, samples } = made([cue(0, 'block')], 10)
    expect(file.fmt).toMatchObject({ sampleRate: 22_050, numChannels: 1, bitsPerSample: 16, audioFormat: 1 })
    expect(samples).toHaveLength(14 * SAMPLE_RATE)
  })

  it('every sound begins at the very sample of its cue: silence before it, sound at it', () => {
    const cues = (
      [
        'block',
        'begin',
        'rep',
        'half',
        'ten',
        'stop',
        'swap',
        'switch',
        'bridge',
        'handover',
        'move',
        'end',
      ] as const
    ).map((kind, n) => cue(3.001 + n * 5.0437, kind))
    const { samples } = made(cues, 80)
    for (const { at, kind } of cues) {
      const first = sampleAt(at)
      expect({ kind, before: samples[first - 1], isHeard: samples[first] !== 0 }).toEqual({
        kind,
        before: 0,
        isHeard: true,
      })
    }
  })

  it('agrees with the timeline of a whole class: where something is called, the sound changes at that sample', () => {
    const plan_ = plan(
      [
        block('kicks', {
          dose: count(10, { sets: 2, tempoSec: 1.373, sides: 2, setupSec: 7.77 }),
          technique: 'kick',
        }),
        block('pads', { dose: { kind: 'rounds', rounds: 2, workSec: 61.5, restSec: 12.25 } }),
      ],
      { groups: twoGroups },
    )
    const timeline = layPlan(plan_)
    const cues = cuesOf(timeline)
    const { samples } = made(cues, toSec(timeline.totalMs))
    const heard = cues.filter(isHeard)
    expect(heard.length).toBeGreaterThan(50)
    for (const { at } of heard) {
      const alone = made(
        cues.filter((one) => isHeard(one) && one.at < at),
        toSec(timeline.totalMs),
      ).samples
      // Before it nothing is different, at its sample something is.
      const first = sampleAt(at)
      expect(samples[first - 1]).toBe(alone[first - 1])
      expect(samples[first]).not.toBe(alone[first])
      if (at > 30) break
    }
    expect(sampleAt(1.373)).toBe(Math.round(1.373 * 22_050))
  })

  it('groups that are called together are one sound, whatever their number', () => {
    const alone = made([cue(1, 'rep'), cue(2, 'stop')], 3).samples
    const four = made(
      [1, 1, 1, 1, 2, 2, 2].map((at) => cue(at, at === 1 ? 'rep' : 'stop')),
      3,
    ).samples
    expect(four).toEqual(alone)
  })

  it('sounds that run into one another are heard both, and never turn over or clip', () => {
    const bells = [0, 0.1, 0.2, 0.3].map((late) => cue(1 + late, 'block'))
    const { samples } = made([...bells, cue(1, 'stop'), cue(1, 'begin'), cue(1, 'swap')], 3)
    const alone = made([cue(1, 'block')], 3).samples
    const peak = samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0)
    expect(peak).toBeLessThanOrEqual(32_767)
    expect(samples[sampleAt(1)]).toBeGreaterThan(alone[sampleAt(1)]!)
    // What is clipped stands at the edge for several samples; this does so nowhere.
    let atEdge = 0
    let longest = 0
    for (const one of samples)
      longest = Math.max(longest, (atEdge = Math.abs(one) >= 32_767 ? atEdge + 1 : 0))
    expect(longest).toBeLessThan(3)
  })

  it('tells how far it is, and the same class makes the same file', () => {
    const cues = Array.from({ length: 650 }, (_, n) => cue(n / 10, 'rep'))
    const { shares, samples } = made(cues, 70)
    expect(shares).toEqual([0, 200 / 650, 400 / 650, 600 / 650])
    expect(made(cues, 70).samples).toEqual(samples)
  })

  it('what is not called aloud is silent', () => {
    const { samples } = made([cue(1, 'setup'), cue(2, 'rest'), cue(3, 'transition')], 5)
    expect(samples.every((one) => one === 0)).toBe(true)
  })
})
