import { presenceMarkSchema } from '../../../../core/floor/events'
import { list, record } from '../../../../core/kernel/fields'
import { readClub } from '../../../db/in-club'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { previewCorrection } from '../../../services/correction-preview'
import { classForActing } from '../../../services/events'

/** What taps would change of the record of a class, and for whom. Nothing is kept; their times are by the server's clock. */
export default bareCommand(
  'POST /api/classes/:id/preview',
  { body: record({ presence: list(presenceMarkSchema, 1, 200) }) },
  async ({ event, user, param, body }) => {
    const classId = param('id')
    const db = useDatabase()
    await readClub(db, user.clubId, (club) => classForActing(club, user, classId, serverNow(event)))
    return previewCorrection(db, user.clubId, classId, body.presence)
  },
)
