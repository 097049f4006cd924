import { madeSchema } from '~~/shared/answers'
import type { Plan } from '~~/core/plan/schema'

/** Puts up an empty plan for the club's groups and goes to it. */
export function useNewPlan() {
  const library = useLibraryStore()
  return async function newPlan(headcounts: Record<string, number>, date?: string): Promise<string> {
    const { club, groups } = await library.load()
    const plan: Plan = {
      format: 'golden-lintel/plan',
      version: 1,
      title: 'A new class',
      lengthMin: club.lengthMin,
      start: club.startTime,
      transitionSec: 10,
      firstSide: club.firstSide,
      groups: groups.map(({ id, name, ranks, pace }) => ({
        id,
        name,
        ranks,
        pace,
        headcount: headcounts[id] ?? 0,
      })),
      blocks: [],
      ...(date ? { date } : {}),
    }
    const { id } = await api('/api/plans', { answer: madeSchema, method: 'POST', body: { plan } })
    return id
  }
}
