import { hashInTurn } from '../../http/passwords'
import { readBodyAs, refuseOtherSites } from '../../http/body'
import { useDatabase } from '../../http/database'
import { count, newClubsLimit } from '../../http/limits'
import { answering } from '../../http/route'
import { knowBrowser } from '../../http/known-browser'
import { placeOf } from '../../http/place'
import { signInAs } from '../../http/session'
import { newClubSchema, setUpClub } from '../../services/new-club'
import { Refusal } from '../../services/refusal'

/** Sets up a club with its first head, and signs them in. Open to whoever reaches the server, unless it is switched off. */
export default answering(async (event) => {
  refuseOtherSites(event)
  const { newClubs, newClubsAnHour } = useRuntimeConfig()
  if (newClubs === 'off')
    throw new Refusal('no-new-clubs', 'New clubs are not set up here. Ask who runs this server.')
  const given = await readBodyAs(event, newClubSchema)
  await count(newClubsLimit(Number(newClubsAnHour)), placeOf(event))
  const account = await setUpClub(useDatabase(), given, await hashInTurn(given.password))
  await signInAs(event, account)
  await knowBrowser(event, account)
  return { name: account.name, role: account.role }
})
