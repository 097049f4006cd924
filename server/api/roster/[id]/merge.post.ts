import { inClub } from '../../../db/in-club'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { mergeBody, mergeStudents } from '../../../services/merging'
import { settleEach } from '../../../services/settle'

/** Another record becomes this student's; then the classes it was in are settled anew, one after the other. */
export default bareCommand(
  'POST /api/roster/:id/merge',
  { body: mergeBody },
  async ({ event, user, param, body }) => {
    const db = useDatabase()
    const now = serverNow(event)
    const { classes } = await inClub(db, user.clubId, (club) =>
      mergeStudents(club, user, param('id'), body, now),
    )
    await settleEach(db, user.clubId, classes)
    return { classes: classes.length }
  },
)
