/**
 * The time the floor goes by: ms since 1970 from a monotonic base, so that it neither drifts nor jumps with the count of
 * timers; set anew when the page comes back, because a monotonic clock may stand still while the lid is closed.
 */

const MOVED = 'lintel-test-clock-moved-ms'
/** Differences up to this are the way of the request. */
const NEAR_MS = 1500
/** An answer that took longer tells nothing of the time. */
const MOST_WAY_MS = 3000

declare global {
  interface Window {
    /** Tests only: moves the page's clock on by so many ms. Present only where the server was started for tests. */
    moveLintelClock?: (ms: number) => void
  }
}

const useClockState = createSharedComposable(() => {
  const underTest = useRuntimeConfig().public.testClock === 'on'
  const origin = ref(Date.now() - performance.now())
  const moved = ref(underTest ? Number(sessionStorage.getItem(MOVED) ?? 0) : 0)
  /** By how much the device's clock is off, as the server has it; 0 while it is near enough. */
  const off = ref(0)
  /** Whether the clocks were ever compared. */
  let isCompared = false
  const now = ref(0)
  /** The device's own clock, as it is written into events: it is corrected where they are read. */
  const device = () => Math.round(origin.value + performance.now() + moved.value)
  const read = () => device() + off.value
  const tick = () => (now.value = read())
  tick()

  if (underTest)
    window.moveLintelClock = (ms) => {
      moved.value += ms
      sessionStorage.setItem(MOVED, String(moved.value))
      tick()
    }
  useEventListener(document, 'visibilitychange', () => {
    origin.value = Date.now() - performance.now()
    tick()
  })
  useIntervalFn(tick, 100)

  /** Compares the device's clock with the server's, from an answer and when it was asked for. */
  function compare(serverNow: number, askedAt: number) {
    const here = device() - moved.value
    const way = here - (askedAt - moved.value)
    if (way < 0 || way > MOST_WAY_MS) return
    const difference = serverNow - (here - way / 2)
    isCompared = true
    // It stays as it is while it is near enough: it must not dance about between two taps.
    if (Math.abs(difference - off.value) < NEAR_MS) return
    off.value = Math.abs(difference) < NEAR_MS ? 0 : Math.round(difference)
    tick()
  }
  /** The difference as it may be told to the server: nothing before the clocks were compared. */
  const knownOff = () => (isCompared ? off.value : undefined)
  return { now: readonly(now), off: readonly(off), moved: readonly(moved), read, device, compare, knownOff }
})

/**
 * `now` follows the clock ten times a second; `read` is exact at the moment of a tap. Both are the server's time where the device's
 * clock is off; `device` is the device's own.
 */
export function useClock() {
  return useClockState()
}
