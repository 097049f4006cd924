/**
 * The time the floor goes by: ms since 1970 from a monotonic base, so that it neither drifts nor jumps with the count of
 * timers; set anew when the page comes back, because a monotonic clock may stand still while the lid is closed.
 */

const MOVED = 'lintel-test-clock-moved-ms'

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
  const now = ref(0)
  const read = () => Math.round(origin.value + performance.now() + moved.value)
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
  return { now: readonly(now), read }
})

/** `now` follows the clock ten times a second; `read` is exact at the moment of a tap. */
export function useClock() {
  return useClockState()
}
