import type { z } from 'zod'

/** One thing wrong with a document: where (deepest field at fault, `$` for the document itself) and what is wanted. */
export interface Fault {
  path: string
  message: string
}

/** `['blocks', 3, 'dose', 'reps']` as `blocks[3].dose.reps`; the empty path as `$`. */
export function pathText(path: readonly PropertyKey[]): string {
  let out = ''
  for (const step of path) {
    if (typeof step === 'number') out += `[${step}]`
    else out += out ? `.${String(step)}` : String(step)
  }
  return out || '$'
}

export function fault(path: readonly PropertyKey[], message: string): Fault {
  return { path: pathText(path), message }
}

/** Every issue Zod found as faults; an unknown field is a fault at that field. */
export function faultsOf(error: z.ZodError): Fault[] {
  return error.issues.flatMap((issue) =>
    issue.code === 'unrecognized_keys'
      ? issue.keys.map((key) => fault([...issue.path, key], 'is not a known field'))
      : [fault(issue.path, issue.message)],
  )
}

/** The faults with a path said once only, first come first kept. */
export function oncePerPath(faults: Fault[]): Fault[] {
  const seen = new Set<string>()
  return faults.filter(({ path }) => !seen.has(path) && seen.add(path))
}
