import { todaySchema, type Today } from '~~/shared/answers'
import { lastKeptClass } from '~/domain/device-store'
import { dayOf } from '~/domain/wall-time'

/**
 * Which class a page opens: the one its address asks for, else the one that is picked of today's; with the server out of reach the one this
 * device saw last.
 */
export function useClassAtHand(
  pick: (today: Today) => string | undefined,
): () => Promise<string | undefined> {
  const route = useRoute()
  const clock = useClock()
  const library = useLibraryStore()
  return async () => {
    if (typeof route.query.class === 'string') return route.query.class
    try {
      return pick(await api('/api/today', { answer: todaySchema }))
    } catch (error) {
      const kept = await lastKeptClass(dayOf(clock.read(), library.club?.zone))
      if (!kept) throw error
      return kept.id
    }
  }
}
