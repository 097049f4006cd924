import { asHttp } from '../http/club-route'
import { Problem } from '../http/problem'

/** What answers without a sign-in: the sign-in itself, the session's own route, and whether the server is up. */
const OPEN_ROUTES = new Set(['/api/auth/sign-in', '/api/_auth/session', '/api/health'])
const OPEN_PAGES = new Set(['/sign-in'])

/** Every route and page refuses who is not signed in; a new one is behind the gate without doing anything. */
export default defineEventHandler(async (event) => {
  const path = event.path.split('?')[0] ?? '/'
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
