import type { Plan } from '~~/core/plan/schema'
import type { SampleRate } from '~~/core/formats/wav'
import type { WavAsked, WavTold } from '~/workers/make-wav'

/** The bells and ticks of a class as a sound file, made in a worker; tells how far it is and can be stopped. */
export function useWav() {
  const share = ref<number>()
  let worker: Worker | undefined

  function stop() {
    worker?.terminate()
    worker = undefined
    share.value = undefined
  }

  function make(plan: Plan, rate: SampleRate): Promise<ArrayBuffer> {
    stop()
    share.value = 0
    const mine = (worker = new Worker(new URL('../workers/make-wav.ts', import.meta.url), { type: 'module' }))
    return new Promise((resolve, reject) => {
      mine.onmessage = ({ data }: MessageEvent<WavTold>) => {
        if ('share' in data) share.value = data.share
        else {
          resolve(data.file)
          stop()
        }
      }
      mine.onerror = (event) => {
        reject(new Error(event.message || 'The sound could not be made.'))
        stop()
      }
      mine.postMessage(JSON.parse(JSON.stringify({ plan, rate } satisfies WavAsked)))
    })
  }

  onScopeDispose(stop)
  return { make, stop, share }
}
