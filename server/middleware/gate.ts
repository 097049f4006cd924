import { asHttp } from '../http/club-route'
import { Problem } from '../http/problem'

/** What answers without a sign-in: the ways in, the session's own route, and whether the server is up. */
const OPEN_ROUTES = new Set([
  '/api/auth/sign-in',
  '/api/auth/new-club',
  '/api/auth/starters',
  '/api/_auth/session',
  '/api/health',
])
const OPEN_PAGES = new Set(['/sign-in', '/new-club'])

/** No plan, register or batch of events comes near this. */
const MOST_BYTES = 2 * 1024 * 1024

/** Every route and page refuses who is not signed in; a new one is behind the gate without doing anything. */
export default defineEventHandler(async (event) => {
  const path = event.path.split('?')[0] ?? '/'
  if (Number(getHeader(event, 'content-length') ?? 0) > MOST_BYTES)
    throw asHttp(new Problem(413, 'too-large', 'That is more than 2 MB; a plan is far smaller.'))
  if (OPEN_ROUTES.has(path) || OPEN_PAGES.has(path) || isAsset(path)) return
  const { user } = await getUserSession(event)
  if (user) return
  if (path.startsWith('/api/')) throw asHttp(new Problem(401, 'signed-out', 'Sign in first.'))
  return sendRedirect(event, `/sign-in?to=${encodeURIComponent(event.path)}`, 302)
})

/** The application's own files: scripts, styles, fonts, the mark. They hold no data. */
function isAsset(path: string): boolean {
  return path.startsWith('/_nuxt/') || path === '/mark.svg'
}
