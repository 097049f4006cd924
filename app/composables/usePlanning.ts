import { cutTo } from '~~/core/kernel/sound-text'
import { z } from 'zod'
import {
  listedPlanSchema,
  madeClassSchema,
  madeSchema,
  planOnClassSchema,
  savedPlanSchema,
} from '~~/shared/answers'
import { toast } from '~/domain/toast'
import type { ClassTimes } from '~~/core/curriculum/class-days'
import { fitShape } from '~~/core/curriculum/shapes'
import type { Series } from '~~/core/curriculum/series'
import { insertBlocks } from '~~/core/plan/edit'
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

  /** The plans that a lesson may be made from, the newest first. */
  async function templates(): Promise<{ id: string; title: string }[]> {
    const plans = await api('/api/plans', { answer: z.array(listedPlanSchema) })
    return plans.filter(({ putAway: away }) => !away).map(({ id, title }) => ({ id, title }))
  }

  /** A lesson of a series as a plan beside the others: its shape fitted to the club's groups, or a copy of its plan. */
  async function planOfLesson(series: Series, number: number): Promise<string> {
    const lesson = series.lessons[number - 1]
    const { shapes } = await library.load()
    const lessonOf = { series: series.id, lesson: number }
    const title = cutTo(`${series.name} ${number}: ${lesson?.title ?? ''}`, 200)
    if (lesson?.plan) {
      const { plan } = await api(`/api/plans/${lesson.plan}`, { answer: savedPlanSchema })
      const { date: _d, ...rest } = plan
      return addPlan({ ...rest, title, series: lessonOf })
    }
    const shape = shapes.find(({ id }) => id === lesson?.shape)
    if (!shape) throw new Error('The lesson is made from no shape and no plan yet.')
    const plan = await emptyPlan({})
    const { boards } = fitShape(shape, plan, lesson?.minutes)
    return addPlan({ ...insertBlocks(plan, 0, boards).plan, title, series: lessonOf })
  }

  return { emptyPlan, addPlan, addClass, putOn, putAway, templates, planOfLesson }
}
