import type { H3Event } from 'h3'
import { clockNow } from './clock'

/** By how much a test has moved its page's clock on, ms. Only looked at where the server was started for tests. */
const MOVED = 'x-lintel-test-moved'

/** The server's clock; under test, moved on as far as the page's that asks. */
export function serverNow(event: H3Event): number {
  const moved = useRuntimeConfig().public.testClock === 'on' ? Number(getHeader(event, MOVED) ?? 0) : 0
  return clockNow() + (Number.isFinite(moved) ? moved : 0)
}
