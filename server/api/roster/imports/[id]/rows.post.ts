import { MOST_IMPORT_BYTES } from '../../../../http/body'
import { command } from '../../../../http/route'
import { pieceBody, stageRoster } from '../../../../services/roster-imports'

/** A piece of a roster file: put aside until the whole is taken over. */
export default command(
  'POST /api/roster/imports/:id/rows',
  { body: pieceBody, most: MOST_IMPORT_BYTES },
  ({ club, user, param, body }) => stageRoster(club, user.id, param('id'), body),
)
