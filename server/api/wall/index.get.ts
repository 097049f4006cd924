import { readClub } from '../../db/in-club'
import { useDatabase } from '../../http/database'
import { answering } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { requireWall } from '../../http/wall-key'
import { wallView } from '../../services/walls'

/** What a wall shows now, by the key of its link. */
export default answering(async (event) => {
  const { clubId } = await requireWall(event)
  const view = await readClub(useDatabase(), clubId, (club) => wallView(club, serverNow(event)))
  // An answer without a body could not be told from one that was cut off.
  setResponseHeader(event, 'content-type', 'application/json')
  return JSON.stringify(view)
})
