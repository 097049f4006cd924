import type { H3Event } from 'h3'
import type { WallRow } from '../db/rows'
import { wallOf } from '../services/walls'
import { requireKey } from './bearer'
import { useDatabase } from './database'

/** The wall that asks, by the key in its link. */
export const requireWall = async (event: H3Event): Promise<WallRow> =>
  wallOf(useDatabase(), requireKey(event, 'A wall'))
