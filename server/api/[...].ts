import { answering } from '../http/route'
import { Problem } from '../http/problem'

/** Whatever else is asked of the API: there is nothing there, and that is said as everything else is. */
export default answering(() =>
  Promise.reject(new Problem(404, 'not-found', 'There is nothing at this address.')),
)
