import type { H3Event } from 'h3'
import type { z } from 'zod'
import { faultsOf } from '../../core/kernel/faults'
import { inClub, type Club } from '../db/in-club'
import type { Role } from '../db/rows'
import { useDatabase } from './database'
import { badFields, notFound, Problem } from './problem'

export interface SignedIn {
  id: string
  clubId: string
  name: string
  role: Role
}

export interface Ask {
  event: H3Event
  club: Club
  user: SignedIn
  /** A part of the path, such as the id in `/api/plans/:id`. */
  param(name: string): string
  /** The body, checked. */
  body<T extends z.ZodType>(schema: T): Promise<z.infer<T>>
}

const EVERY_ROLE: Role[] = ['head', 'instructor', 'assistant', 'desk']
/** Who plans and sees records. */
export const TEACHERS: Role[] = ['head', 'instructor']

/**
 * A route of the API: signed in, of a role that may, inside the user's own club and one transaction. A `Problem` that is
 * thrown undoes the transaction and is told to the caller.
 */
export function clubRoute<T>(answer: (ask: Ask) => Promise<T>, roles: Role[] = EVERY_ROLE) {
  return defineEventHandler(async (event) => {
    const { user } = await requireUserSession(event)
    try {
      if (!roles.includes(user.role)) throw new Problem(403, 'not-yours', 'Your role does not allow this.')
      return await inClub(useDatabase(), user.clubId, (club) =>
        answer({
          event,
          club,
          user,
          param: (name) => paramOf(event, name),
          body: (schema) => bodyOf(event, schema),
        }),
      )
    } catch (error) {
      if (error instanceof Problem) throw asHttp(error)
      throw error
    }
  })
}

/** A problem as the framework's error, with the problem as its cause for the error handler. */
export function asHttp(problem: Problem) {
  return createError({ statusCode: problem.status, statusMessage: problem.code, cause: problem })
}

function paramOf(event: H3Event, name: string): string {
  const value = getRouterParam(event, name) ?? ''
  if (!/^[0-9a-z-]{1,100}$/.test(value)) throw notFound('address')
  return value
}

export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T): Promise<z.infer<T>> {
  let body: unknown
  try {
    body = await readBody(event)
  } catch {
    throw new Problem(400, 'not-json', 'The request is not JSON.')
  }
  const read = schema.safeParse(body)
  if (!read.success) throw badFields(faultsOf(read.error))
  return read.data
}
