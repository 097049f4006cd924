import { oneOf, record } from '../../../core/kernel/fields'
import { ROLES } from '../../../shared/roles'
import { command } from '../../http/route'
import { changeRole } from '../../services/accounts'

export default command(
  'PUT /api/accounts/:id',
  { body: record({ role: oneOf(ROLES) }) },
  async ({ club, user, param, body }) => {
    await changeRole(club, user.id, param('id'), body.role)
    return { role: body.role }
  },
)
