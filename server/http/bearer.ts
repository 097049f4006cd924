import type { H3Event } from 'h3'
import { Refusal } from '../services/refusal'

/** The key with which a request comes (`Authorization: Bearer …`). */
export function requireKey(event: H3Event, who: string): string {
  const [, key] = /^Bearer (\S{1,200})$/.exec(getHeader(event, 'authorization') ?? '') ?? []
  if (!key) throw new Refusal('signed-out', `${who} sends its key: Authorization: Bearer KEY.`)
  return key
}
