import type { Fault } from '../../core/kernel/faults'

/** Why a service does not do what it was asked for. The code is stable; what it means to a browser is settled where requests are answered. */
export type RefusalCode =
  | 'not-found'
  | 'bad-fields'
  | 'not-yours'
  | 'stale'
  | 'has-begun'
  | 'recorded'
  | 'in-use'
  | 'at-that-time'
  | 'incomplete'
  | 'not-run'
  | 'known-elsewhere'
  | 'wrong-sign-in'
  | 'signed-out'
  | 'too-many'
  | 'too-much'
  | 'no-new-clubs'

/** Something a caller must be told. `title` is one sentence a person can act on; `faults` name the fields. */
export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly title: string,
    readonly more: { faults?: Fault[]; [key: string]: unknown } = {},
  ) {
    super(title)
  }
}

export const notFound = (what: string) => new Refusal('not-found', `There is no such ${what} in this club.`)

export const notYours = (title = 'Your role does not allow this.') => new Refusal('not-yours', title)

/** A document with faults may have thousands; these are told, and how many more there are. */
const MOST_FAULTS = 100
/** So many of them make the sentence. */
const IN_TITLE = 5

export function badFields(faults: readonly Fault[]): Refusal {
  const told = faults.slice(0, MOST_FAULTS)
  const more = faults.length - told.length
  const words = faults.slice(0, IN_TITLE).map(({ path, message }) => `${path} ${message}`)
  if (faults.length > IN_TITLE) words.push(`… and ${(faults.length - IN_TITLE).toLocaleString('en')} more`)
  return new Refusal('bad-fields', words.join('; '), {
    faults:
      more > 0 ? [...told, { path: '$', message: `… and ${more.toLocaleString('en')} more faults` }] : told,
  })
}

/**
 * Somebody else saved first: theirs stands, and is sent along so that the screen can put both together or ask. `again` says that
 * the two are equal, which is how a save sent twice by a flaky network looks.
 */
export function stale(what: string, theirs: unknown, mine: unknown, version: number): Refusal {
  const again = JSON.stringify(theirs) === JSON.stringify(mine)
  return new Refusal(
    'stale',
    again
      ? `The ${what} stand like this already.`
      : `Somebody else changed the ${what} meanwhile. Yours are not saved; look at theirs first.`,
    { theirs, version, again },
  )
}
