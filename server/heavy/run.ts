import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { TASKS, type InputOf, type OutputOf, type TaskName } from './tasks'

/**
 * Runs a long sum in a thread of its own, one after the other. The thread's file lies beside the built server; where there is none (tests of
 * services, the development server) the sum runs where it is asked for.
 */

/** Longer than any class or hall takes; what is not done then is given up, and the thread with it. Those that wait have their own time. */
const MOST_MS = 15_000

export class TooLong extends Error {}

interface Answer {
  output?: unknown
  failed?: string
}

let thread: Worker | undefined
let last: Promise<unknown> = Promise.resolve()

function fileOfThread(): string | undefined {
  const file = join(dirname(process.argv[1] ?? ''), 'heavy.mjs')
  return existsSync(file) ? file : undefined
}

function threadOf(file: string): Worker {
  if (thread) return thread
  const worker = new Worker(file)
  worker.unref()
  worker.once('exit', () => {
    if (thread === worker) thread = undefined
  })
  return (thread = worker)
}

function ask(file: string, task: TaskName, input: unknown[]): Promise<unknown> {
  const worker = threadOf(file)
  return new Promise((resolve, reject) => {
    const done = () => {
      clearTimeout(timer)
      worker.off('message', answered)
      worker.off('error', broken)
    }
    const answered = ({ output, failed }: Answer) => {
      done()
      if (failed === undefined) resolve(output)
      else reject(new Error(failed))
    }
    const broken = (error: Error) => {
      done()
      thread = undefined
      reject(error)
    }
    const timer = setTimeout(() => {
      done()
      thread = undefined
      void worker.terminate()
      reject(new TooLong(`${task} took more than ${MOST_MS / 1000} s`))
    }, MOST_MS)
    worker.on('message', answered)
    worker.on('error', broken)
    worker.postMessage({ task, input })
  })
}

/**
 * @throws TooLong after 15 seconds of its own
 * @throws Error what the sum throws
 */
export async function inThread<T extends TaskName>(task: T, ...input: InputOf<T>): Promise<OutputOf<T>> {
  const file = fileOfThread()
  if (!file) return (TASKS[task] as unknown as (...of: InputOf<T>) => OutputOf<T>)(...input)
  const mine = last.then(() => ask(file, task, input))
  last = mine.catch(() => {})
  return (await mine) as OutputOf<T>
}
