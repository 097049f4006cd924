import { useDatabase } from '../../http/database'
import { refuseOtherSites } from '../../http/body'
import { answering } from '../../http/route'
import { requireSignedIn } from '../../http/session'
import { endSession } from '../../services/sessions'

/** Ends the session on every process, and takes its cookie away. */
export default answering(async (event) => {
  refuseOtherSites(event)
  await endSession(useDatabase(), await requireSignedIn(event))
  await clearUserSession(event)
  return { signedOut: true }
})
