import { record } from '../../../../core/kernel/fields'
import { inClub } from '../../../db/in-club'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { undoMerge } from '../../../services/merging'
import { settleEach } from '../../../services/settle'

export default bareCommand(
  'PUT /api/merges/:id/undone',
  { body: record({}) },
  async ({ event, user, param }) => {
    const db = useDatabase()
    const now = serverNow(event)
    const { classes } = await inClub(db, user.clubId, (club) => undoMerge(club, user, param('id'), now))
    await settleEach(db, user.clubId, classes)
    return { classes: classes.length }
  },
)
