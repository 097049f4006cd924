import { readCurriculum, type Curriculum } from '~~/core/curriculum/curriculum-file'
import type { Item } from '~~/core/curriculum/item'
import type { Ladder } from '~~/core/curriculum/ladder'
import { readLibraryCsv } from '~~/core/curriculum/library-csv'
import { layOver } from '~~/core/curriculum/library-rules'
import { previewImport, type Incoming, type Preview } from '~~/core/curriculum/merge'
import { previewSyllabusCsv, type SyllabusPreview } from '~~/core/curriculum/syllabus-csv'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'
import { readTable } from '~~/core/kernel/csv-cells'
import type { Syllabus } from '~~/core/curriculum/syllabus'

/** Reads a file off the page's thread: large ones take a while, and ending the worker stops it. */
/** What the page asks of the worker. */
export interface ReadRequest {
  text: string
  library: Item[]
  ladder: Ladder
  syllabus: Syllabus
}
/** What the worker answers: how far it is, then what the file would do. */
export type ReadReply =
  | { kind: 'progress'; done: number; of: number }
  | { kind: 'library'; preview: Preview; rest: Omit<Curriculum, 'items'> }
  | { kind: 'syllabus'; preview: SyllabusPreview }
  | { kind: 'wrong'; faults: string[] }

const reply = (message: ReadReply) => self.postMessage(message)
const PROGRESS_EVERY = 50

function readJson({ text, library, syllabus }: ReadRequest): ReadReply {
  let json: unknown
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    return {
      kind: 'wrong',
      faults: [`It is not JSON: ${error instanceof Error ? error.message : String(error)}`],
    }
  }
  const read = readCurriculum(json)
  if (!read.ok) return { kind: 'wrong', faults: read.faults.map(({ path, message }) => `${path} ${message}`) }
  const { items = [], ...rest } = read.curriculum
  const incoming = items.map((item, n): Incoming => ({ row: n + 1, name: item.name, item, faults: [] }))
  return {
    kind: 'library',
    preview: previewImport(library, incoming, layOver(syllabus, rest.syllabus ?? [])),
    rest,
  }
}

function readCsv({ text, library, ladder, syllabus }: ReadRequest): ReadReply {
  const table = readTable(text)
  if ('wrong' in table) return { kind: 'wrong', faults: [table.wrong] }
  if (table.headers.includes('rank')) {
    const read = previewSyllabusCsv(text, ladder, library, syllabus)
    return read.ok ? { kind: 'syllabus', preview: read.preview } : { kind: 'wrong', faults: [read.wrong] }
  }
  const read = readLibraryCsv(text, library, (done, of) => {
    if (done % PROGRESS_EVERY === 0) reply({ kind: 'progress', done, of })
  })
  return read.ok
    ? { kind: 'library', preview: previewImport(library, read.incoming, syllabus), rest: {} }
    : { kind: 'wrong', faults: [read.wrong] }
}

self.addEventListener('message', async ({ data }: MessageEvent<ReadRequest>) => {
  if (needsSpelling(data.text)) await readSpelling().catch(() => {})
  const isJson = /^\uFEFF?\s*[{[]/.test(data.text)
  reply(isJson ? readJson(data) : readCsv(data))
})
