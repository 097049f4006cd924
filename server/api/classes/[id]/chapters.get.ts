import { z } from 'zod'
import { CHAPTERS_BY, runChapters } from '../../../../core/formats/chapters'
import { faultsOf } from '../../../../core/kernel/faults'
import { oneOf, record } from '../../../../core/kernel/fields'
import { query } from '../../../http/route'
import { chaptersOf } from '../../../services/chapters'
import { findClass } from '../../../services/classes'
import { badFields } from '../../../services/refusal'

const askedSchema = record({
  by: oneOf(CHAPTERS_BY).default('board'),
  /** When the recording begins, ms since 1970; without it, when it was said to begin on the floor, else at the first bow. */
  begins: z.coerce.number({ error: 'must be a moment in ms' }).optional(),
})

/** Chapters for a recording of a class that was run, as WebVTT. */
export default query('GET /api/classes/:id/chapters', async ({ event, club, param }) => {
  const asked = askedSchema.safeParse(getQuery(event))
  if (!asked.success) throw badFields(faultsOf(asked.error))
  const { by, begins } = asked.data
  const row = await findClass(club, param('id'))
  const { run, names } = await chaptersOf(club, row)
  setResponseHeader(event, 'content-type', 'text/vtt; charset=utf-8')
  setResponseHeader(event, 'content-disposition', `attachment; filename="class-${row.day}.chapters.vtt"`)
  return runChapters(run, names, by, begins ?? run.films[0] ?? run.startedAt ?? 0)
})
