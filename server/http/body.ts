import type { H3Event } from 'h3'
import rawBody from 'raw-body'
import type { z } from 'zod'
import { fault, faultsOf, type Fault } from '../../core/kernel/faults'
import { badFields, Refusal } from '../services/refusal'
import { Problem } from './problem'

/** No plan, register or batch of events comes near this. */
export const MOST_BYTES = 2 * 1024 * 1024
/** A piece of an import, or its rest. */
export const MOST_IMPORT_BYTES = 8 * 1024 * 1024
/** A body that is still not whole after this time is not waited for. */
const MOST_MS = 20_000

const tooLarge = (most: number) =>
  new Problem(
    413,
    'too-large',
    `That is more than ${Math.round(most / 1024 / 1024)} MB, which nothing here needs.`,
  )

/** Half a character can stand in JSON only as an escape. */
const HALF_WRITTEN = /\\u[dD][89a-fA-F]/

/** @throws Refusal bad-fields with every text that holds half a character, which no database takes */
function refuseHalves(body: unknown): void {
  const faults: Fault[] = []
  const look = (value: unknown, path: PropertyKey[]) => {
    if (typeof value === 'string') {
      if (!(value as string & { isWellFormed(): boolean }).isWellFormed())
        faults.push(fault(path, 'holds half a character: type it again'))
    } else if (Array.isArray(value)) value.forEach((entry, n) => look(entry, [...path, n]))
    else if (typeof value === 'object' && value !== null)
      for (const [name, entry] of Object.entries(value)) look(entry, [...path, name])
  }
  look(body, [])
  if (faults.length) throw badFields(faults)
}

/**
 * Reads a request's JSON body, whole, its bytes counted while they arrive. Nothing else is begun before it is there: no connection
 * to the database is held while a client is slow.
 *
 * @throws Problem 413 too large, 408 too slow, 415 not sent as JSON, 400 no JSON
 */
export async function readJson(event: H3Event, most = MOST_BYTES): Promise<unknown> {
  const { req } = event.node
  if (Number(req.headers['content-length'] ?? 0) > most) throw tooLarge(most)
  // A form of another site can send text and forms, but not this.
  if (!/^application\/json\b/i.test(req.headers['content-type'] ?? ''))
    throw new Problem(415, 'not-json', 'The request must be sent as application/json.')
  let timer: NodeJS.Timeout | undefined
  try {
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(
        () => reject(new Problem(408, 'too-slow', 'The request took too long to arrive.')),
        MOST_MS,
      )
    })
    const text = await Promise.race([rawBody(req, { limit: most, encoding: 'utf8' }), late])
    const body = JSON.parse(text) as unknown
    if (HALF_WRITTEN.test(text)) refuseHalves(body)
    return body
  } catch (error) {
    if (error instanceof Problem || error instanceof Refusal) throw error
    if ((error as { type?: string }).type === 'entity.too.large') throw tooLarge(most)
    if (error instanceof SyntaxError) throw new Problem(400, 'not-json', 'The request is not JSON.')
    throw new Problem(400, 'cut-short', 'The request did not arrive whole.')
  } finally {
    clearTimeout(timer)
  }
}

/** The body, checked. @throws Refusal bad-fields with every field at fault */
export async function readBodyAs<T extends z.ZodType>(
  event: H3Event,
  schema: T,
  most?: number,
): Promise<z.infer<T>> {
  const read = schema.safeParse(await readJson(event, most))
  if (!read.success) throw badFields(faultsOf(read.error))
  return read.data
}

/** The host of an origin; none of what is no address, as of `null`, which a sandboxed page sends. */
function hostOf(origin: string): string | undefined {
  try {
    return new URL(origin).host
  } catch {
    return undefined
  }
}

/**
 * Refuses what another site's page makes a browser send: only this application's own pages change anything.
 *
 * @throws Problem 403
 */
export function refuseOtherSites(event: H3Event): void {
  const { headers } = event.node.req
  const from = headers['sec-fetch-site']
  const origin = headers.origin
  const foreign =
    (typeof from === 'string' && !['same-origin', 'none'].includes(from)) ||
    (origin !== undefined && hostOf(origin) !== headers.host)
  if (foreign) throw new Problem(403, 'other-site', 'Only pages of this application may do that.')
}
