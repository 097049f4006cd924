import type { Fault } from '~~/core/kernel/faults'

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

interface Asked {
  status?: number
  data?: { code?: string; title?: string; faults?: Fault[] }
}

const OFFLINE = 'The server cannot be reached. Nothing is lost; it is tried again.'

/** What went wrong, as a sentence for the screen. */
export function saidBy(error: unknown): string {
  return error instanceof Error ? error.message : String(error)
}

/** Calls the application's own API; a refusal is an `ApiProblem`, status 0 when the network is gone. */
export async function api<T>(
  path: string,
  options: {
    method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
    body?: object
    headers?: Record<string, string>
  } = {},
): Promise<T> {
  try {
    return (await $fetch<unknown>(path, { ...options, retry: 0 })) as T
  } catch (error) {
    const { status = 0, data } = error as Asked
    if (status === 401 && data?.code === 'signed-out') useSignInAgain().ask()
    throw new ApiProblem(
      status,
      data?.code ?? 'unreachable',
      data?.title ?? OFFLINE,
      data?.faults ?? [],
      data,
    )
  }
}
