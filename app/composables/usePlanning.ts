import { madeClassSchema, madeSchema, planOnClassSchema } from '~~/shared/answers'
import { toast } from 'vue-sonner'
import type { ClassTimes } from '~~/core/curriculum/class-days'
import type { Plan } from '~~/core/plan/schema'

/** Plans and the classes that go by them: an empty plan, a plan beside others, a class, another plan on a class. */
export function usePlanning() {
  const library = useLibraryStore()

  /** A plan of nothing yet, for the club's groups. */
  async function emptyPlan(headcounts: Record<string, number>): Promise<Plan> {
    const { club, groups } = await library.load()
    return {
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
    }
  }

  /** Keeps a plan by itself; its id. */
  async function addPlan(plan: Plan): Promise<string> {
    return (await api('/api/plans', { answer: madeSchema, method: 'POST', body: { plan } })).id
  }

  /**
   * Makes a class that goes by a plan, which is there already or is made with it.
   *
   * @throws ApiProblem `at-that-time` where another class is then and it is not said that this one is beside it
   */
  function addClass(of: { planId: string } | { plan: Plan }, times: ClassTimes, beside = false) {
    return api('/api/classes', {
      answer: madeClassSchema,
      method: 'POST',
      body: { ...of, ...times, beside },
    })
  }

  /** Puts a plan on a class, says so, and offers the way back. */
  async function putOn(planId: string, held: { id: string }, says: string, after?: () => unknown) {
    const put = (id: string) =>
      api(`/api/classes/${held.id}/plan`, { answer: planOnClassSchema, method: 'PUT', body: { planId: id } })
    const now = await put(planId)
    toast(says, {
      duration: 12_000,
      action: {
        label: 'Undo',
        onClick: () =>
          void put(now.before)
            .then(() => after?.())
            .catch((error: unknown) => toast.error(saidBy(error))),
      },
    })
    return now
  }

  /** Puts a plan or a class away out of its list, says so, and offers the way back; or brings it back. */
  async function putAway(path: string, is: boolean, says: string, after: () => void) {
    const put = (to: boolean) => api(`${path}/put-away`, { method: 'PUT', body: { putAway: to } })
    await put(is)
    if (!is) return
    toast(says, {
      action: {
        label: 'Undo',
        onClick: () =>
          void put(false)
            .then(after)
            .catch((error: unknown) => toast.error(saidBy(error))),
      },
    })
  }

  return { emptyPlan, addPlan, addClass, putOn, putAway }
}
