import { z } from 'zod'

/** What answers are made of. */
export const id = z.string()
export const day = z.string()
export const count = z.number().int()
export const ms = z.number()
/** A moment, as JSON writes it. */
export const moment = z.coerce.date()
