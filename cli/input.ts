import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import type { Fault } from '../core/kernel/faults'
import { parsePlan } from '../core/plan/parse'
import type { Plan } from '../core/plan/schema'

/** What a verb cannot take, one fault for each thing that is wrong. */
export class Refused extends Error {
  constructor(readonly faults: Fault[]) {
    super('refused')
  }
}

export function refuse(path: string, message: string): never {
  throw new Refused([{ path, message }])
}

/** What was read, where it holds. @throws Refused where it does not */
export function held<Read extends { ok: true } | { ok: false; faults: Fault[] }>(
  read: Read,
): Extract<Read, { ok: true }> {
  if (!read.ok) throw new Refused(read.faults)
  return read as Extract<Read, { ok: true }>
}

/** A JSON file, by its path from where the person stands. @throws Refused where it cannot be read or is no JSON */
export function readJson(file: string): unknown {
  // npm runs a script from the project's folder; INIT_CWD is where the person stands.
  const path = resolve(process.env.INIT_CWD ?? process.cwd(), file)
  let text: string
  try {
    text = readFileSync(path, 'utf8')
  } catch {
    return refuse('$', `cannot read ${file}`)
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    return refuse('$', `${file} is not JSON: ${(error as Error).message}`)
  }
}

/** A plan file. @throws Refused with its faults */
export const readPlan = (file: string): Plan => held(parsePlan(readJson(file))).plan
