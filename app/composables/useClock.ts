import { z } from 'zod'
import { SteadyClock } from '~/domain/steady-clock'

const MOVED = 'lintel-test-clock-moved-ms'
const OFF = 'golden-lintel-clock-off'
const timeSchema = z.object({ now: z.number() })
/** The server is asked for the time this often: a device's clock drifts by a second a day and more. */
const COMPARE_EVERY_MS = 5 * 60_000

declare global {
  interface Window {
    /** Tests only: moves the page's clock on by so many ms. Present only where the server was started for tests. */
    moveLintelClock?: (ms: number) => void
  }
}

const useClockState = createSharedComposable(() => {
  const underTest = useRuntimeConfig().public.testClock === 'on'
  const kept = useLocalStorage(OFF, 0)
  const steady = new SteadyClock(
    () => Date.now(),
    () => performance.now(),
    kept.value,
  )
  const moved = ref(underTest ? Number(sessionStorage.getItem(MOVED) ?? 0) : 0)
  const off = ref(steady.off)
  const now = ref(0)
  const device = () => steady.device() + moved.value
  const stamp = () => steady.stamp() + moved.value
  const read = () => device() + off.value
  const tick = () => (now.value = read())
  tick()

  if (underTest)
    window.moveLintelClock = (ms) => {
      moved.value += ms
      sessionStorage.setItem(MOVED, String(moved.value))
      tick()
    }

  /** Compares the device's clock with the server's, from an answer and when it was asked for. */
  function compare(serverNow: number, askedAt: number) {
    if (!steady.compare(serverNow, askedAt - moved.value)) return
    off.value = kept.value = steady.off
    tick()
  }
  /** Asks the server what time it is; out of its reach, what is known stands. */
  async function ask() {
    const askedAt = device()
    try {
      const { now: told } = timeSchema.parse(await (await fetch('/api/time', { cache: 'no-store' })).json())
      compare(told, askedAt)
    } catch {
      // The next time.
    }
  }
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState !== 'visible') return
    steady.back()
    tick()
    void ask()
  })
  useIntervalFn(tick, 100)
  useIntervalFn(() => void ask(), COMPARE_EVERY_MS)
  return {
    now: readonly(now),
    off: readonly(off),
    moved: readonly(moved),
    read,
    tick,
    device,
    stamp,
    compare,
    ask,
    knownOff: () => steady.knownOff(),
  }
})

/**
 * `now` follows the clock ten times a second; `read` is exact at the moment of a tap. Both are the server's time where the device's
 * clock is off; `device` is the device's own, and `stamp` the same for what is done now.
 */
export function useClock() {
  return useClockState()
}
