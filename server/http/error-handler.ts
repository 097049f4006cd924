import { getRequestPath, setResponseHeader, setResponseStatus, type H3Error } from 'h3'
import { Problem } from './problem'

function problemOf(error: H3Error): Problem {
  if (error.cause instanceof Problem) return error.cause
  const status = error.statusCode ?? 500
  if (status === 401) return new Problem(401, 'signed-out', 'Sign in first.')
  if (status < 500) return new Problem(status, 'refused', error.statusMessage || error.message)
  return new Problem(500, 'failed', 'Something went wrong on the server; nothing was changed. Try again.')
}

/** Answers errors of the API as `application/problem+json`; what went wrong inside is told to the log only. */
export default defineNitroErrorHandler((error, event) => {
  const { status, code, title, more } = problemOf(error)
  if (status >= 500) console.error(`${event.method} ${getRequestPath(event)}`, error.cause ?? error)
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  event.node.res.end(JSON.stringify({ type: `urn:golden-lintel:${code}`, code, title, status, ...more }))
})
