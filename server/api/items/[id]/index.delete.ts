import { clubRoute, TEACHERS } from '../../../http/club-route'
import { discardItem } from '../../../services/items'

/** Takes an item out of the library: put away when anything speaks of it, else deleted. */
export default clubRoute(async ({ club, param }) => discardItem(club, param('id')), TEACHERS)
