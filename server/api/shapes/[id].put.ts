import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../http/club-route'
import { saveShape } from '../../services/shapes'

export default clubRoute(async ({ club, param, body }) => {
  await saveShape(club, param('id'), await body(z.unknown()))
  return { saved: true }
}, TEACHERS)
