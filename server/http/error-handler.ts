import { getRequestPath, setResponseHeader, setResponseStatus, type H3Error } from 'h3'
import { forLog } from './for-log'
import { Problem, problemOf } from './problem'

function toTell(error: H3Error): Problem {
  const known = problemOf(error.cause)
  if (known) return known
  const status = error.statusCode ?? 500
  if (status === 401) return new Problem(401, 'signed-out', 'Sign in first.')
  if (status < 500) return new Problem(status, 'refused', error.statusMessage || error.message)
  return new Problem(500, 'failed', 'Something went wrong on the server; nothing was changed. Try again.')
}

/** Answers errors of the API as `application/problem+json`; what went wrong inside is written to the log only. */
export default defineNitroErrorHandler((error, event) => {
  const { status, code, title, more, retryAfterSec } = toTell(error)
  if (status >= 500)
    console.error(
      `${event.method} ${getRequestPath(event).split('?')[0] ?? ''} ${forLog(error.cause ?? error)}`,
    )
  const { res, req } = event.node
  if (res.headersSent || res.writableEnded) return
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  if (retryAfterSec !== undefined) setResponseHeader(event, 'retry-after', retryAfterSec)
  // What is still on its way of a body that is not wanted is not waited for.
  if (!req.complete) setResponseHeader(event, 'connection', 'close')
  res.end(JSON.stringify({ type: `urn:golden-lintel:${code}`, code, title, status, ...more }), () => {
    if (!req.complete) req.destroy()
  })
})
