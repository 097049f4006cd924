import type { z } from 'zod'
import type { Fault } from '~~/core/kernel/faults'
import { saidFault } from '~~/core/kernel/said-fields'
import { counted } from '~~/core/kernel/time-text'

/** What the server said was wrong, in one sentence a person can act on. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    title: string,
    readonly faults: Fault[],
    readonly body: unknown,
  ) {
    super(title)
  }
}

interface Refused {
  status?: number
  data?: { code?: string; title?: string; faults?: Fault[] }
}

const OFFLINE = 'The server cannot be reached. Nothing is lost; try again in a moment.'

/** What went wrong, as a sentence for the screen. */
export function saidBy(error: unknown): string {
  if (error instanceof ApiProblem && error.faults.length) {
    const [first, ...more] = error.faults.map(saidFault)
    return more.length ? `${first}; and ${counted(more.length, 'more fault')}.` : `${first}.`
  }
  return error instanceof Error ? error.message : String(error)
}

interface Asking {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  body?: object
  headers?: Record<string, string>
}

/**
 * Calls the application's own API. An answer that is used is parsed by its schema; without one it is only had.
 *
 * @throws ApiProblem when it is refused; status 0 when the network is gone
 */
export async function api<S extends z.ZodType>(
  path: string,
  options: Asking & { answer: S },
): Promise<z.output<S>>
export async function api(path: string, options?: Asking): Promise<void>
export async function api(path: string, { answer, ...asking }: Asking & { answer?: z.ZodType } = {}) {
  let body: unknown
  try {
    body = await $fetch<unknown>(path, { ...asking, retry: 0 })
  } catch (error) {
    const { status = 0, data } = error as Refused
    if (status === 401 && data?.code === 'signed-out') useSignInAgain().ask()
    throw new ApiProblem(
      status,
      data?.code ?? 'unreachable',
      data?.title ?? OFFLINE,
      data?.faults ?? [],
      data,
    )
  }
  return answer?.parse(body)
}
