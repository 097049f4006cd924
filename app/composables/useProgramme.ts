import { programmesSchema, savedVersionSchema, type KeptProgramme } from '~~/shared/answers'
import { isEmpty, NO_PROGRAMME, readProgramme, type Programme } from '~~/core/term/programme'
import { weekOf } from '~~/core/kernel/days'
import type { Stored } from '~/domain/edited-document'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * The theme of a week or the programme of a month, edited in place.
 *
 * @param readAll reads all of them anew
 */
export function useProgramme(
  period: string,
  stored: Stored<Programme>,
  readAll: () => Promise<readonly KeptProgramme[]>,
) {
  const library = useLibraryStore()
  return useKeptDocument<Programme>(stored, {
    path: `/api/programmes/${period}`,
    field: 'programme',
    changedBy: 'programmes',
    read(draft) {
      const read = readProgramme(period, plain(draft), {
        items: new Set(library.items.keys()),
        ranks: new Set(library.ranks.keys()),
      })
      return read.ok ? { ok: true, value: read.programme } : read
    },
    send: (programme, base) =>
      api(`/api/programmes/${period}`, {
        answer: savedVersionSchema,
        method: 'PUT',
        body: { base, programme },
      }),
    fresh: async () => storedOf(await readAll(), period),
  })
}

/** The programme of a period and the version it stands at; an empty one where there is none. */
export function storedOf(all: readonly KeptProgramme[], period: string): Stored<Programme> {
  const kept = all.find((one) => one.period === period)
  return { value: kept?.programme ?? NO_PROGRAMME, version: kept?.version ?? 0 }
}

/** What the week and the month of a day are about, read from the server; nothing where nothing is written down. */
export async function programmeOf(day: string): Promise<{ week?: Programme; month?: Programme }> {
  const all = await api(`/api/programmes?day=${day}`, { answer: programmesSchema })
  const of = (period: string) => all.find((one) => one.period === period)?.programme
  const told = (programme: Programme | undefined) =>
    programme && !isEmpty(programme) ? programme : undefined
  const [week, month] = [told(of(weekOf(day))), told(of(day.slice(0, 7)))]
  return { ...(week ? { week } : {}), ...(month ? { month } : {}) }
}
