/**
 * Letters of other scripts, and signs that are words, in Latin letters. The table is half a megabyte, so it is read in where names in such scripts
 * become ids; until then they are spelled by what they are of.
 */

type Table = (letter: string) => string
let table: Table | undefined

/** Reads the table in, once; whoever makes ids of what somebody typed waits for it. */
export async function readSpelling(): Promise<void> {
  table ??= (await import('any-ascii')).default
}

/** A letter in Latin ones; empty where it cannot be spelled, or the table is not there yet. */
export const spelled = (letter: string): string => table?.(letter) ?? ''

/** Scripts that are spelled without the table. */
const FAR = /(?!\p{Script=Latin}|\p{Script=Cyrillic}|\p{Script=Greek})\p{L}/u
/** Whether a name needs the table. */
export const needsSpelling = (name: string): boolean => FAR.test(name)
