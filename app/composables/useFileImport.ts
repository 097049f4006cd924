import type { Item } from '~~/core/curriculum/item'
import type { Ask, Told } from '~/workers/read-files'

type Read = Exclude<Told, { kind: 'progress' }>
export interface Progress {
  what: 'reading' | 'sending' | 'writing'
  done: number
  of: number
}

const PIECE = 250

/**
 * Reads a file in a worker, shows what it would do, and takes it over: piece by piece to the server, and there all of it at
 * once or nothing. Can be stopped at any time before the last step.
 */
export function useFileImport() {
  const library = useLibraryStore()
  const read = shallowRef<Read>()
  const progress = shallowRef<Progress>()
  const problem = ref('')
  const outcome = ref('')
  let worker: Worker | undefined
  let stopped = false

  function reset() {
    worker?.terminate()
    worker = undefined
    read.value = undefined
    progress.value = undefined
    problem.value = ''
    outcome.value = ''
  }

  async function open(file: File) {
    reset()
    stopped = false
    const ask: Ask = {
      text: await file.text(),
      library: [...library.items.values()].map(({ version: _v, archived: _a, ...item }) => toRaw(item)),
      ladder: toRaw(library.ladder),
      syllabus: toRaw(library.syllabus),
    }
    progress.value = { what: 'reading', done: 0, of: 1 }
    worker = new Worker(new URL('../workers/read-files.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.kind === 'progress') progress.value = { what: 'reading', ...data }
      else {
        read.value = data
        progress.value = undefined
      }
    }
    worker.onerror = (event) => {
      problem.value = `The file could not be read: ${event.message}`
      progress.value = undefined
    }
    worker.postMessage(JSON.parse(JSON.stringify(ask)))
  }

  function stop() {
    stopped = true
    if (!worker || progress.value?.what === 'reading') reset()
  }

  /** Takes over what was previewed. */
  async function takeOver() {
    const told = read.value
    if (!told || told.kind === 'wrong') return
    problem.value = ''
    stopped = false
    const id = crypto.randomUUID()
    try {
      const items = told.kind === 'library' ? told.preview.write : []
      if (!(await sendAll(id, items))) return
      progress.value = { what: 'writing', done: items.length, of: items.length }
      const more =
        told.kind === 'syllabus'
          ? { syllabus: told.preview.syllabus }
          : { ladder: told.rest.ladder, shapes: told.rest.shapes, syllabus: merged(told.rest.syllabus) }
      const body = { items: items.length, ...more }
      const done = await api<{ added: number; changed: number }>(`/api/imports/${id}/take-over`, {
        method: 'POST',
        body,
      })
      await library.refresh()
      read.value = undefined
      outcome.value =
        told.kind === 'syllabus'
          ? `The syllabus is taken over: ${told.preview.counts.added} added, ${told.preview.counts.changed} changed.`
          : `Taken over: ${done.added} added, ${done.changed} changed.`
    } catch (error) {
      problem.value = saidBy(error)
    } finally {
      progress.value = undefined
    }
  }

  /** A syllabus of a file over the one there is: what both speak of is the file's, nothing is taken away. */
  function merged(incoming: typeof library.syllabus | undefined) {
    if (!incoming) return undefined
    const rows = new Map(library.syllabus.map((entry) => [`${entry.rank} ${entry.item}`, entry]))
    for (const entry of incoming) rows.set(`${entry.rank} ${entry.item}`, entry)
    return [...rows.values()]
  }

  async function sendAll(id: string, items: Item[]): Promise<boolean> {
    for (let from = 0; from < items.length; from += PIECE) {
      if (stopped) {
        await api(`/api/imports/${id}`, { method: 'DELETE' })
        outcome.value = 'Stopped. Nothing was changed.'
        return false
      }
      progress.value = { what: 'sending', done: from, of: items.length }
      const body = { items: items.slice(from, from + PIECE) }
      await api(`/api/imports/${id}/rows`, { method: 'POST', body })
    }
    return true
  }

  onScopeDispose(() => worker?.terminate())
  return { read, progress, problem, outcome, open, stop, takeOver, reset }
}
