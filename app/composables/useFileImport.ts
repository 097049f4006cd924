import { importedSchema } from '~~/shared/answers'
import type { Syllabus } from '~~/core/curriculum/syllabus'
import type { SyllabusPreview } from '~~/core/curriculum/syllabus-csv'
import { sendInPieces } from '~/domain/send-in-pieces'
import type { ReadReply, ReadRequest } from '~/workers/read-files'

type Read = Exclude<ReadReply, { kind: 'progress' }>
export interface Progress {
  what: 'reading' | 'sending' | 'writing'
  done: number
  of: number
}

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
    const request: ReadRequest = {
      text: await file.text(),
      library: [...library.items.values()].map(({ version: _v, archived: _a, ...item }) => toRaw(item)),
      ladder: toRaw(library.ladder),
      syllabus: toRaw(library.syllabus),
    }
    progress.value = { what: 'reading', done: 0, of: 1 }
    worker = new Worker(new URL('../workers/read-files.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<ReadReply>) => {
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
    worker.postMessage(JSON.parse(JSON.stringify(request)))
  }

  function stop() {
    stopped = true
    if (!worker || progress.value?.what === 'reading') reset()
  }

  /** Takes over what was previewed. */
  async function takeOver() {
    const previewed = read.value
    if (!previewed || previewed.kind === 'wrong') return
    problem.value = ''
    stopped = false
    const to = `/api/imports/${crypto.randomUUID()}`
    try {
      const items = previewed.kind === 'library' ? previewed.preview.write : []
      const isThere = await sendInPieces({
        to,
        rows: items,
        body: (piece) => ({ items: piece }),
        isStopped: () => stopped,
        sent: (done) => (progress.value = { what: 'sending', done, of: items.length }),
      })
      if (!isThere) {
        outcome.value = 'Stopped. Nothing was changed.'
        return
      }
      progress.value = { what: 'writing', done: items.length, of: items.length }
      const more =
        previewed.kind === 'syllabus'
          ? { syllabus: changedEntries(previewed.preview) }
          : {
              ladder: previewed.rest.ladder,
              shapes: previewed.rest.shapes,
              series: previewed.rest.series,
              syllabus: previewed.rest.syllabus,
            }
      const body = { items: items.length, ...more }
      const done = await api(`${to}/take-over`, { answer: importedSchema, method: 'POST', body })
      await library.refresh()
      read.value = undefined
      outcome.value =
        previewed.kind === 'syllabus'
          ? `Syllabus imported: ${previewed.preview.counts.added} added, ${previewed.preview.counts.changed} changed.`
          : `Imported: ${done.added} added, ${done.changed} changed.`
    } catch (error) {
      problem.value = saidBy(error)
    } finally {
      progress.value = undefined
    }
  }

  /** What the file adds and changes: the server lays it over the syllabus as it stands then, whatever a colleague did since. */
  function changedEntries({ rows }: SyllabusPreview): Syllabus {
    return rows.flatMap(({ entry, outcome }) =>
      entry && (outcome === 'added' || outcome === 'changed') ? [entry] : [],
    )
  }

  onScopeDispose(() => worker?.terminate())
  return { read, progress, problem, outcome, open, stop, takeOver, reset }
}
