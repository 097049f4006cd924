import { z } from 'zod'

/**
 * What there is to be told of: a class, a plan, who is at a plan, the curriculum and settings, the students, a session; and that private data
 * were read, which is for the trail only.
 */
export const TOPICS = ['class', 'plan', 'people', 'library', 'students', 'session', 'private'] as const
export type Topic = (typeof TOPICS)[number]

/** Told to nobody: that private data were read, and by whom, stands in the trail alone. */
export const isTold = (topic: string): boolean =>
  topic !== 'private' && topic !== 'people' && (TOPICS as readonly string[]).includes(topic)

/** One change as it is told to a client. `root` is the id of what was changed. */
export const changeSchema = z.object({
  topic: z.enum(TOPICS),
  root: z.string(),
  what: z.string(),
  /** Whether the one who is told did it, on this device or another. */
  mine: z.boolean(),
})
export type Change = z.infer<typeof changeSchema>
