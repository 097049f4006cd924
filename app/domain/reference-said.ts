import type { Reference } from '~~/core/kernel/references'
import { minutes } from '~~/core/kernel/time-text'

/** A reference as it is printed: title, where, and from which minute. */
export const referenceSaid = ({ title, where, fromSec }: Reference): string =>
  `${title}, ${where}${fromSec === undefined ? '' : `, from ${minutes(fromSec * 1000)}`}`
