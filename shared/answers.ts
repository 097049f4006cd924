import { z } from 'zod'

/** What the server answers, as both sides know it. */

/** The version that stands after a save. */
export const savedVersionSchema = z.object({ version: z.number().int() })
export type SavedVersion = z.infer<typeof savedVersionSchema>
