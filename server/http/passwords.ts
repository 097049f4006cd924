import { Problem } from './problem'

/** Passwords are dear to look at, on purpose: two at a time, the others wait, and not without end. */
const AT_ONCE = 2
const MOST_WAITING = 40
const BUSY_SEC = 3

let running = 0
const waiting: (() => void)[] = []

async function inTurn<T>(task: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new Problem(503, 'busy', 'Too many sign in just now. Try again in a moment.', {}, BUSY_SEC)
    await new Promise<void>((go) => waiting.push(go))
  }
  running++
  try {
    return await task()
  } finally {
    running--
    waiting.shift()?.()
  }
}

/** Verified in place of a real one, so that an unknown address takes as long to refuse as a wrong password. */
let nobody: Promise<string> | undefined

/**
 * Whether a password is the one that was hashed. Without a hash it is not, after as long a time.
 *
 * @throws Problem 503 where too many wait already
 */
export async function isPassword(hash: string | undefined, given: string): Promise<boolean> {
  return inTurn(async () => {
    nobody ??= hashPassword('nobody signs in with this')
    const known = hash?.startsWith('$')
    const isRight = await verifyPassword(known && hash ? hash : await nobody, given)
    return isRight && known === true
  })
}

export const hashInTurn = (password: string): Promise<string> => inTurn(() => hashPassword(password))
