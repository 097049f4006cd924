import type { Cue, CueKind } from '../plan/cues'

/**
 * The bell-and-tick track of a class: one channel, 16 bits, 22,050 Hz, or half of that for half the file. Every sound begins at the very sample of its cue. The
 * header is written here: a library for it would copy the hundred million samples of a class several times over.
 */

export const SAMPLE_RATE = 22_050
export const HALF_RATE = 11_025
export type SampleRate = typeof SAMPLE_RATE | typeof HALF_RATE
const HEADER_BYTES = 44

/** A sound: partials that die away, begun at full height so that its first sample is heard. */
interface Sound {
  hz: readonly number[]
  sec: number
  gain: number
  /** Begun so many times, so many seconds apart. */
  times?: number
  apart?: number
}

const BELL = [660, 1320, 1782]
const tick = (hz: number, gain = 0.35): Sound => ({ hz: [hz], sec: 0.03, gain })

/** What each call sounds like; a call that is not here is silent. */
const SOUNDS: Partial<Record<CueKind, Sound>> = {
  block: { hz: BELL, sec: 1.2, gain: 0.5 },
  begin: { hz: [880, 1760], sec: 0.5, gain: 0.5 },
  work: { hz: [880, 1760], sec: 0.5, gain: 0.5 },
  rep: tick(1400),
  link: tick(1900, 0.25),
  step: tick(1400),
  half: { ...tick(1000, 0.5), times: 2, apart: 0.15 },
  ten: { ...tick(1200, 0.5), times: 3, apart: 0.15 },
  three: { ...tick(1600, 0.5), times: 3, apart: 1 },
  mark: { ...tick(1200, 0.5), times: 2, apart: 0.15 },
  stop: { hz: [440, 880], sec: 0.7, gain: 0.55 },
  swap: { hz: [740, 988], sec: 0.4, gain: 0.45 },
  switch: { hz: [988, 740], sec: 0.4, gain: 0.45 },
  reset: tick(700, 0.5),
  bridge: { hz: [550, 825], sec: 0.5, gain: 0.4 },
  handover: { hz: [550, 825], sec: 0.5, gain: 0.4 },
  move: { hz: [550, 825], sec: 0.5, gain: 0.4 },
  end: { hz: BELL, sec: 1.6, gain: 0.6, times: 3, apart: 0.6 },
}

/** The sample at which a cue's sound begins. */
export const sampleAt = (sec: number, rate: SampleRate = SAMPLE_RATE): number => Math.round(sec * rate)

const rendered = new Map<string, Int16Array>()

function render(kind: CueKind, { hz, sec, gain, times = 1, apart = 0 }: Sound, rate: SampleRate): Int16Array {
  const key = `${kind} ${rate}`
  const known = rendered.get(key)
  if (known) return known
  const sum = new Float64Array(sampleAt(sec + (times - 1) * apart, rate))
  for (let n = 0; n < times; n++)
    for (let i = 0; i < sampleAt(sec, rate); i++) {
      const at = i / rate
      const fades = Math.exp((-5 * at) / sec)
      const wave = hz.reduce((total, f, p) => total + Math.cos(2 * Math.PI * f * at) / (p + 1), 0)
      const into = sampleAt(n * apart, rate) + i
      if (into < sum.length) sum[into] = (sum[into] ?? 0) + gain * fades * wave
    }
  const loudest = hz.reduce((total, _, p) => total + 1 / (p + 1), 0)
  const sound = Int16Array.from(sum, (value) => Math.round((value / loudest) * 32_000))
  rendered.set(key, sound)
  return sound
}

function header(samples: number, rate: SampleRate): ArrayBuffer {
  const bytes = samples * 2
  const buffer = new ArrayBuffer(HEADER_BYTES + bytes)
  const view = new DataView(buffer)
  const text = (at: number, value: string) =>
    [...value].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + bytes, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, rate * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, bytes, true)
  return buffer
}

/** The samples of a call's sound, or nothing where it is silent. */
export function soundOf(kind: CueKind): Int16Array | undefined {
  const sound = SOUNDS[kind]
  return sound && render(kind, sound, SAMPLE_RATE)
}

const LOUDEST = 32_767
/** Two sounds as one: the louder both are, the less one adds to the other, and the sum is never louder than can be written. */
const mixed = (a: number, b: number) =>
  a > 0 === b > 0 ? a + b - Math.sign(a) * Math.round((a * b) / LOUDEST) : a + b

/** After how many cues progress is told. */
const TELL_EVERY = 200
/** The last bell is let ring. */
const TAIL_SEC = 4

/**
 * The track as a WAV file. A generator, so that whoever makes it can tell how far it is and stop.
 *
 * @yields the share done, 0 to 1
 * @returns the file
 */
export function* wavOf(
  cues: readonly Cue[],
  totalSec: number,
  rate: SampleRate = SAMPLE_RATE,
): Generator<number, ArrayBuffer> {
  const buffer = header(sampleAt(totalSec + TAIL_SEC, rate), rate)
  const samples = new Int16Array(buffer, HEADER_BYTES)
  /** What began at the sample last: groups that are called together are one sound, not one each. */
  let began = { from: -1, kinds: new Set<CueKind>() }
  for (const [c, cue] of cues.entries()) {
    if (c % TELL_EVERY === 0) yield c / cues.length
    const sound = SOUNDS[cue.kind]
    if (!sound) continue
    const wave = render(cue.kind, sound, rate)
    const from = sampleAt(cue.at, rate)
    if (began.from !== from) began = { from, kinds: new Set() }
    if (began.kinds.has(cue.kind)) continue
    began.kinds.add(cue.kind)
    for (let i = 0; i < wave.length && from + i < samples.length; i++) {
      samples[from + i] = mixed(samples[from + i] ?? 0, wave[i] ?? 0)
    }
  }
  return buffer
}

/** Whether a call is heard. */
export const isHeard = ({ kind }: Cue): boolean => SOUNDS[kind] !== undefined
