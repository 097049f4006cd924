import { readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { setTimeout as pause } from 'node:timers/promises'

/** Whether a process with this id runs and its command line holds `mark`, which keeps a reused id from being mistaken. */
export function runs(pid: number | undefined, mark: string): boolean {
  if (!pid) return false
  try {
    process.kill(pid, 0)
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ').includes(mark)
  } catch {
    return false
  }
}

/** Asks a process to end and waits until it has; presses after `graceMs`. */
export async function end(pid: number, mark: string, graceMs = 20_000): Promise<void> {
  if (!runs(pid, mark)) return
  process.kill(pid, 'SIGTERM')
  for (let waited = 0; runs(pid, mark); waited += 50) {
    if (waited > graceMs) process.kill(pid, 'SIGKILL')
    await pause(50)
  }
}

/** A free port on loopback; `wanted` when it is free. */
export async function freePort(wanted = 0): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', (error: NodeJS.ErrnoException) => {
      if (wanted && error.code === 'EADDRINUSE') resolve(freePort())
      else reject(error)
    })
    probe.listen(wanted, '127.0.0.1', () => {
      const address = probe.address()
      const port = typeof address === 'object' && address ? address.port : 0
      probe.close(() => resolve(port))
    })
  })
}

/** Runs `task` once when this process is told to end, then ends it. */
export function onStop(task: () => Promise<void>): void {
  let stopping = false
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      if (stopping) return
      stopping = true
      void task().finally(() => process.exit(signal === 'SIGINT' ? 130 : 143))
    })
}
