import { signedIn } from '../http/session'

/** What a page is told of its session is what the database says of it: the cookie alone proves nothing. */
export default defineNitroPlugin(() => {
  sessionHooks.hook('fetch', async (session, event) => {
    const user = await signedIn(event)
    if (user) {
      const { id, clubId, name, role } = user
      session.user = { id, clubId, name, role }
    } else delete session.user
    delete session.sessionId
  })
})
