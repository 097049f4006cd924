import { asHttp, bodyOf } from '../../http/club-route'
import { useDatabase } from '../../http/database'
import { Problem } from '../../http/problem'
import { newClubSchema, setUpClub } from '../../services/new-club'

/** Sets up a club with its first head, and signs them in. Open to whoever reaches the server, unless it is switched off. */
export default defineEventHandler(async (event) => {
  try {
    if (useRuntimeConfig(event).newClubs === 'off')
      throw new Problem(403, 'no-new-clubs', 'New clubs are not set up here. Ask who runs this server.')
    const given = await bodyOf(event, newClubSchema)
    const user = await setUpClub(useDatabase(), given, await hashPassword(given.password))
    await replaceUserSession(event, { user })
    return { name: user.name, role: user.role }
  } catch (error) {
    throw error instanceof Problem ? asHttp(error) : error
  }
})
