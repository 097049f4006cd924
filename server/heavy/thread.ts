import { parentPort } from 'node:worker_threads'
import { TASKS, type TaskName } from './tasks'

/** The thread that long sums run in: asked for one at a time, each is answered before the next is. */
interface Asked {
  task: TaskName
  input: never[]
}

parentPort?.on('message', ({ task, input }: Asked) => {
  try {
    const output = (TASKS[task] as (...of: never[]) => unknown)(...input)
    parentPort?.postMessage({ output })
  } catch (error) {
    parentPort?.postMessage({ failed: error instanceof Error ? error.message : String(error) })
  }
})
