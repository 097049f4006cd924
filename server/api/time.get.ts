import { clockNow } from '../http/clock'
import { answering } from '../http/route'

/** The server's clock, ms since 1970: what devices set theirs by. */
export default answering(async () => ({ now: clockNow() }))
