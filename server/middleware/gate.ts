import { OPEN_ROUTES, READER_ROUTES, WALL_ROUTES } from '../../shared/access'
import { asHttp, Problem, problemOf } from '../http/problem'
import { sessionIdIn, signedIn } from '../http/session'

/** The session's own route answers by itself whether there is a session, and what a reader sends is let in by the reader's key. */
const OPEN = new Set([
  ...[...OPEN_ROUTES, ...READER_ROUTES, ...WALL_ROUTES].map((route) => route.split(' ')[1]),
  '/api/_auth/session',
])
const OPEN_PAGES = new Set(['/sign-in', '/new-club', '/wall'])

/** Every page and every route that is not a command's refuses anyone who is not signed in; a new one is behind the gate without doing anything. */
export default defineEventHandler(async (event) => {
  const path = event.path.split('?')[0] ?? '/'
  if (OPEN.has(path) || OPEN_PAGES.has(path) || isAsset(path)) return
  // The route itself asks who it is, and whether they may.
  if (path.startsWith('/api/') && event.method !== 'GET' && (await sessionIdIn(event))) return
  try {
    if (await signedIn(event)) return
  } catch (error) {
    const problem = problemOf(error)
    throw problem ? asHttp(problem) : error
  }
  if (path.startsWith('/api/')) throw asHttp(new Problem(401, 'signed-out', 'Sign in first.'))
  return sendRedirect(event, `/sign-in?to=${encodeURIComponent(event.path)}`, 302)
})

/** The application's own files: scripts, styles, fonts, the mark. They hold no data. */
function isAsset(path: string): boolean {
  return path.startsWith('/_nuxt/') || path === '/mark.svg' || path === '/keep-floor.js'
}
