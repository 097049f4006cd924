import { createHash, randomBytes } from 'node:crypto'

/** Keys that open one thing without a sign-in: told once, and kept as a digest only, so that whoever reads the table has none. */

const KEY_BYTES = 24

/** @param of what it opens: the beginning of the key, so that a lost one is known for what it is */
export const newKey = (of: string): string => `${of}_${randomBytes(KEY_BYTES).toString('base64url')}`

/** SHA-256 of a key, in hex. */
export const digestOf = (key: string): string => createHash('sha256').update(key).digest('hex')
