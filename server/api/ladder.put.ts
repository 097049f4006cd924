import { clubRoute } from '../http/club-route'
import { ladderBody, saveLadder } from '../services/ladder'

/** Saves the rank ladder and the groups it is taught in. */
export default clubRoute(async ({ club, body }) => saveLadder(club, await body(ladderBody)), ['head'])
