import type { EventHandler, H3Event } from 'h3'
import type { z } from 'zod'
import { mayAsk, type Route } from '../../shared/access'
import { inClub, readClub, type Club } from '../db/in-club'
import { notFound, notYours } from '../services/refusal'
import type { SignedIn } from '../services/sessions'
import { readBodyAs, refuseOtherSites } from './body'
import { useDatabase } from './database'
import { asHttp, problemOf } from './problem'
import { askAgain, requireSignedIn } from './session'

/** What a route knows of a request: who asks, in which club, and what the path and the body say. */
export interface Request<Body = undefined> {
  event: H3Event
  user: SignedIn
  /** A part of the path, such as the id in `/api/plans/:id`. */
  param(name: string): string
  body: Body
}
export interface ClubRequest<Body = undefined> extends Request<Body> {
  club: Club
}

interface Shape<S extends z.ZodType> {
  body: S
  /** Bytes a body may have, where it is more than usual. */
  most?: number
}

/** A failure as the framework's error; what is known of it is told to the caller, the rest to the log. */
export function answering<T>(task: (event: H3Event) => Promise<T>): EventHandler {
  return defineEventHandler(async (event) => {
    try {
      return await task(event)
    } catch (error) {
      const problem = problemOf(error)
      throw problem ? asHttp(problem) : error
    }
  })
}

/** Who asks, if the table lets them. */
async function admitted(event: H3Event, route: Route): Promise<SignedIn> {
  const user = await requireSignedIn(event)
  if (!mayAsk(user.role, route)) throw notYours()
  return user
}

/** A question of a club: signed in, of a role that may, nothing locked. */
export function query<T>(route: Route, answer: (request: ClubRequest) => Promise<T>): EventHandler {
  return answering(async (event) => {
    const user = await admitted(event, route)
    return readClub(useDatabase(), user.clubId, (club) =>
      answer({ event, user, club, param: (name) => paramOf(event, name), body: undefined }),
    )
  })
}

/**
 * The one way in for whatever changes something, in this order: who asks is read from the database; the table says whether they may; the whole
 * body is read; that they still may is looked at again; then one transaction does it and writes down that it did. A refusal undoes all of it.
 */
export function command<S extends z.ZodType, T>(
  route: Route,
  shape: Shape<S>,
  act: (request: ClubRequest<z.infer<S>>) => Promise<T>,
): EventHandler {
  return bareCommand(route, shape, (request) =>
    inClub(useDatabase(), request.user.clubId, (club) => act({ ...request, club })),
  )
}

/** As `command`, for what needs transactions of its own: appending apart from settling. */
export function bareCommand<S extends z.ZodType, T>(
  route: Route,
  { body: schema, most }: Shape<S>,
  act: (request: Request<z.infer<S>>) => Promise<T>,
): EventHandler {
  return answering(async (event) => {
    refuseOtherSites(event)
    // Who may not is told so before a byte of the body is read; while it arrives nothing of the database is held.
    await admitted(event, route)
    const body = event.method === 'DELETE' ? schema.parse({}) : await readBodyAs(event, schema, most)
    // It may have been long on its way, and the session ended meanwhile.
    askAgain(event)
    const user = await admitted(event, route)
    return act({ event, user, body, param: (name) => paramOf(event, name) })
  })
}

function paramOf(event: H3Event, name: string): string {
  const value = getRouterParam(event, name) ?? ''
  if (!/^[0-9a-z-]{1,100}$/.test(value)) throw notFound('address')
  return value
}
