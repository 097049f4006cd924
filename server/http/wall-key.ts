import type { H3Event } from 'h3'
import type { WallRow } from '../db/rows'
import { Refusal } from '../services/refusal'
import { wallOf } from '../services/walls'
import { useDatabase } from './database'

/** The wall that asks, by the key in its link (`Authorization: Bearer …`). */
export async function requireWall(event: H3Event): Promise<WallRow> {
  const [, key] = /^Bearer (\S{1,200})$/.exec(getHeader(event, 'authorization') ?? '') ?? []
  if (!key) throw new Refusal('signed-out', 'A wall sends the key of its link: Authorization: Bearer KEY.')
  return wallOf(useDatabase(), key)
}
