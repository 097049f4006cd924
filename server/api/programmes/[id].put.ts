import { command } from '../../http/route'
import { programmeBody, saveProgramme } from '../../services/programmes'

export default command('PUT /api/programmes/:id', { body: programmeBody }, ({ club, user, param, body }) =>
  saveProgramme(club, user.id, param('id'), body),
)
