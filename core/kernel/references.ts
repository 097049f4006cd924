import type { z } from 'zod'
import { list, record, seconds, text } from './fields'

/**
 * Films, sheets and pages that belong to an item, a plan or a series. Nothing of them is fetched: an address is opened by whoever wants to see it, and
 * printed for the others.
 */

export const referenceSchema = record({
  title: text(120),
  /** An address, or the name of a file. */
  where: text(500),
  /** Of a film or a recording: where it begins. */
  fromSec: seconds().optional(),
})
export type Reference = z.infer<typeof referenceSchema>

export const references = () => list(referenceSchema, 0, 20).optional()

/** The address a reference can be opened at; none for the name of a file and for anything but a page of the web. */
export function addressOf({ where }: Pick<Reference, 'where'>): string | undefined {
  if (!/^https?:\/\//i.test(where.trim())) return undefined
  try {
    return new URL(where.trim()).href
  } catch {
    return undefined
  }
}
