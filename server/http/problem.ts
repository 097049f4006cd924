import type { Fault } from '../../core/kernel/faults'

/**
 * Something a caller must be told, as RFC 9457 puts it. `title` is one sentence a person can act on; `code` is stable;
 * `faults` name the fields.
 */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly more: { faults?: Fault[]; [key: string]: unknown } = {},
  ) {
    super(title)
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'not-found', `There is no such ${what} in this club.`)

export const badFields = (faults: Fault[]) =>
  new Problem(422, 'bad-fields', faults.map(({ path, message }) => `${path} ${message}`).join('; '), {
    faults,
  })
