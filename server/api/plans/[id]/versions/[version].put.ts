import { z } from 'zod'
import { record } from '../../../../../core/kernel/fields'
import { command } from '../../../../http/route'
import { nameVersion } from '../../../../services/plans'

const name = z.string().max(80, { error: 'must be text of at most 80 characters' })

/** Gives a version a name, or takes it away. */
export default command(
  'PUT /api/plans/:id/versions/:version',
  { body: record({ name }) },
  async ({ club, user, param, body }) => {
    await nameVersion(club, user.id, param('id'), param('version'), body.name)
    return body
  },
)
