import { pressOf } from '~~/core/floor/by-word'
import { linksInOrder, sideNow } from '~~/core/floor/called'
import { callNow } from '~~/core/floor/call-now'
import { isShouted, loudnessOf, soundsAhead, type SoundAhead } from '~~/core/floor/sounds-ahead'
import { shoutOf, spokenOf } from '~~/core/formats/voice'
import { SAMPLE_RATE, soundOf } from '~~/core/formats/wav'
import type { Cue, CueKind } from '~~/core/plan/cues'
import { segmentAt } from '~~/core/floor/segment'

/** What of the class is heard, spoken, seen and felt on this device. */
interface Wishes {
  /** 0 to 1. */
  volume: number
  isOn: boolean
  speaks: boolean
  /** Each set is called louder than the last. */
  rises: boolean
  /** No sound: the edge of the screen lights up, and the device shakes where it can. */
  isSilent: boolean
}
const USUAL: Wishes = { volume: 0.8, isOn: false, speaks: true, rises: false, isSilent: false }

/** So far ahead sounds are given to the audio clock, which plays them on time whatever the page is busy with. */
const AHEAD_MS = 1600
const EVERY_MS = 400
const FLASH_MS = 180
/** Ticks light up nothing: a count would flicker. */
const SHOWN: ReadonlySet<CueKind> = new Set<CueKind>([
  'begin',
  'work',
  'three',
  'mark',
  'stop',
  'swap',
  'switch',
  'bridge',
  'move',
  'block',
  'end',
])

declare global {
  interface Window {
    /** Tests only: renders what the class would sound like for so many seconds from now on. */
    renderLintelSounds?: (sec: number) => Promise<{ rate: number; samples: Float32Array; at: number[] }>
  }
}

/** A buffer of a call's sound for an audio context; made once for each kind. */
function buffersOf(context: BaseAudioContext) {
  const made = new Map<CueKind, AudioBuffer>()
  return (kind: CueKind): AudioBuffer | undefined => {
    const known = made.get(kind)
    if (known) return known
    const samples = soundOf(kind)
    if (!samples) return undefined
    const buffer = context.createBuffer(1, samples.length, SAMPLE_RATE)
    const channel = buffer.getChannelData(0)
    samples.forEach((value, i) => (channel[i] = value / 32_768))
    made.set(kind, buffer)
    return buffer
  }
}

function playAt(
  context: BaseAudioContext,
  buffer: AudioBuffer,
  { sec, gain }: { sec: number; gain: number },
): AudioScheduledSourceNode {
  const source = new AudioBufferSourceNode(context, { buffer })
  const volume = new GainNode(context, { gain })
  source.connect(volume).connect(context.destination)
  source.start(sec)
  return source
}

const useWishes = createSharedComposable(() => {
  const wishes = useLocalStorage<Wishes>('golden-lintel-sound', USUAL, { mergeDefaults: true })
  return { wishes }
})

/** The bells, ticks and words of the class that is open, on this device. */
export function useFloorSound() {
  const { wishes } = useWishes()
  const store = useClassStore()
  const library = useLibraryStore()
  const clock = useClock()
  const flash = ref(false)
  let context: AudioContext | undefined
  let bufferOf: ReturnType<typeof buffersOf> | undefined
  /** What was given to the audio clock and has not begun. */
  let given: { key: string; at: number; source: AudioScheduledSourceNode | undefined; timer: number }[] = []
  const hasVoice = ref(false)

  const settings = computed(() => library.loaded?.settings)
  function setOf(cue: Cue): { reps: number; sets: number } {
    const { run } = store
    const dose = run?.plan.blocks.find(({ id }) => id === cue.block)?.dose
    if (dose?.kind === 'count') return { reps: dose.reps, sets: dose.sets }
    return { reps: run ? (segmentAt(run.timeline, run.position)?.called?.span.count ?? 0) : 0, sets: 1 }
  }
  const blockOf = (cue: Cue) => store.run?.plan.blocks.find(({ id }) => id === cue.block)
  const countVoice = computed(() => ({
    words: settings.value?.countWords ?? [],
    shout: settings.value?.shout ?? ('last' as const),
  }))
  /** As the board says, else as this device wishes. */
  const gainOf = (cue: Cue) => {
    const of = setOf(cue)
    const block = blockOf(cue)
    const shouted = isShouted(cue, of.reps, shoutOf(block, countVoice.value))
    const rises = block?.voice?.loud ?? (wishes.value.rises ? 'sets' : 'even')
    return wishes.value.volume * loudnessOf(cue, of, rises) * (shouted ? 1 : 0.8)
  }
  const names = { item: library.itemName, layer: library.layerName }
  function say(cue: Cue, said?: string) {
    const { run } = store
    if (!wishes.value.speaks || !hasVoice.value || !run) return
    const words = said ?? spokenOf(cue, run.plan, names, countVoice.value, setOf(cue).reps)
    if (!words) return
    const spoken = new SpeechSynthesisUtterance(words)
    spoken.volume = wishes.value.volume
    spoken.rate = cue.kind === 'rep' ? 1.3 : 1.1
    speechSynthesis.speak(spoken)
  }
  function show(cue: Cue) {
    if (!SHOWN.has(cue.kind)) return
    flash.value = true
    setTimeout(() => (flash.value = false), FLASH_MS)
    navigator.vibrate?.(cue.kind === 'stop' || cue.kind === 'end' ? [200, 80, 200] : 160)
  }

  const keyOf = ({ at, cue, say: said = '' }: SoundAhead) =>
    `${Math.round(at)} ${cue.kind} ${cue.track ?? ''} ${said}`
  /** Gives the audio clock what comes next, and takes back what comes no more. */
  function look() {
    const { run } = store
    const { isOn, isSilent } = wishes.value
    const now = clock.read()
    const ahead = run && (isOn || isSilent) ? soundsAhead(store.runAt(now) ?? run, now, AHEAD_MS) : []
    const wanted = new Map(ahead.map((one) => [keyOf(one), one]))
    given = given.filter((one) => {
      const isDue = one.at <= now
      if (!isDue && !isNear(wanted, one)) {
        one.source?.stop()
        clearTimeout(one.timer)
        return false
      }
      return one.at > now - AHEAD_MS
    })
    for (const one of ahead) {
      if (given.some((had) => isSame(had, one))) continue
      const buffer =
        isOn && !isSilent && context && one.say === undefined ? bufferOf?.(one.cue.kind) : undefined
      const source =
        buffer && context
          ? playAt(context, buffer, {
              sec: context.currentTime + (one.at - clock.read()) / 1000,
              gain: gainOf(one.cue),
            })
          : undefined
      const timer = window.setTimeout(
        () => (wishes.value.isSilent ? one.say === undefined && show(one.cue) : say(one.cue, one.say)),
        Math.max(0, one.at - now),
      )
      given.push({ key: keyOf(one), at: one.at, source, timer })
    }
  }
  const NEAR_MS = 5
  const kindOf = (key: string) => key.slice(key.indexOf(' '))
  const isSame = (had: { key: string; at: number }, one: SoundAhead) =>
    kindOf(had.key) === kindOf(keyOf(one)) && Math.abs(had.at - one.at) <= NEAR_MS
  const isNear = (wanted: ReadonlyMap<string, SoundAhead>, had: { key: string; at: number }) =>
    [...wanted.values()].some((one) => isSame(had, one))

  /** A browser lets a page sound only after a press: this is called from one. */
  function wake() {
    if (!wishes.value.isOn || wishes.value.isSilent) return
    if (!context) {
      context = new AudioContext({ latencyHint: 'interactive' })
      bufferOf = buffersOf(context)
    }
    void context.resume()
  }
  /** Sounds at once, unless all is silent. */
  function playNow(kind: CueKind) {
    const buffer = bufferOf?.(kind)
    if (context && buffer && !wishes.value.isSilent)
      playAt(context, buffer, { sec: context.currentTime, gain: wishes.value.volume })
  }
  function test() {
    wishes.value.isOn = true
    wake()
    playNow('work')
    const cue: Cue = { at: 0, kind: 'work' }
    if (wishes.value.isSilent) show(cue)
    else say(cue)
  }
  /** The cue of what was called by word: a rep, a link of it, or a move. */
  function calledByWord(press: number): Cue {
    const { placed, called } = store.now ?? {}
    if (!called) return { at: 0, kind: 'rep', n: press }
    const { rep, link } = pressOf(called, press)
    const at = { at: 0, ...(placed ? { block: placed.block.id } : {}) }
    const { stage, set, steps } = called.span
    const step = steps?.[press - 1]
    if (step) return { ...at, kind: 'step', section: step.section, move: step.move }
    const number = linksInOrder(called)[link - 1]?.number
    const side = sideNow(called)
    return {
      ...at,
      kind: link > 1 ? 'link' : 'rep',
      n: rep,
      ...(number === undefined ? {} : { link: number }),
      ...(stage === undefined ? {} : { stage }),
      ...(set === undefined ? {} : { set }),
      ...(side ? { side } : {}),
    }
  }
  /** What is called by word ticks, and is said, as it is called. */
  watch(
    () => [store.run?.counted, store.run?.waitsFor] as const,
    ([counted, waits], [before]) => {
      if (waits !== 'count' || !counted || counted <= (before ?? 0) || !wishes.value.isOn) return
      const cue = calledByWord(counted)
      playNow('rep')
      if (!wishes.value.isSilent) say(cue)
    },
  )
  /** A drill of calls is spoken where there is a voice, and has a bell where there is none. */
  const calling = computed(() =>
    store.run && store.now ? callNow(store.run, store.now, clock.now.value) : undefined,
  )
  watch(
    () => calling.value?.n,
    (n) => {
      const { call } = calling.value ?? {}
      if (n === undefined || n < 0 || !call || !wishes.value.isOn || wishes.value.isSilent) return
      if (wishes.value.speaks && hasVoice.value && !call.feint)
        speechSynthesis.speak(new SpeechSynthesisUtterance(call.call))
      else playNow(call.feint ? 'reset' : 'work')
    },
  )
  useIntervalFn(look, EVERY_MS)
  watch(() => store.data?.events, look)
  useEventListener(document, 'pointerdown', wake, { once: true })
  useEventListener(document, 'keydown', wake, { once: true })
  onMounted(() => {
    if (!('speechSynthesis' in window)) return
    const voices = () => (hasVoice.value = speechSynthesis.getVoices().length > 0)
    voices()
    speechSynthesis.addEventListener?.('voiceschanged', voices)
  })
  if (useRuntimeConfig().public.testClock === 'on')
    window.renderLintelSounds = async (sec) => {
      const now = clock.read()
      const run = store.runAt(now)
      const offline = new OfflineAudioContext(1, SAMPLE_RATE * sec, SAMPLE_RATE)
      const ofKind = buffersOf(offline)
      const ahead = run ? soundsAhead(run, now, sec * 1000) : []
      for (const { at, cue } of ahead) {
        const buffer = ofKind(cue.kind)
        if (buffer) playAt(offline, buffer, { sec: (at - now) / 1000, gain: 1 })
      }
      const heard = await offline.startRendering()
      return {
        rate: SAMPLE_RATE,
        samples: heard.getChannelData(0),
        at: ahead.filter(({ cue }) => soundOf(cue.kind)).map(({ at }) => at - now),
      }
    }
  onScopeDispose(() => {
    for (const { source, timer } of given) {
      source?.stop()
      clearTimeout(timer)
    }
    void context?.close()
    delete window.renderLintelSounds
  })
  return { wishes, hasVoice, flash, test, wake }
}
