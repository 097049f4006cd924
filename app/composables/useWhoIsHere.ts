import { readRegister } from '~~/core/people/register'
import { whoIsHere } from '~~/core/people/who-is-here'
import { classViewSchema } from '~~/shared/answers'

/**
 * On Compose: who comes to the class of the plan, by its register as it is taken elsewhere at this moment. From the first tap on, the checks
 * and the heads go by it.
 */
export function useWhoIsHere() {
  const plans = usePlanStore()
  const facts = useFactsStore()
  const held = computed(() => (plans.held?.state === 'finished' ? undefined : plans.held?.id))

  async function read() {
    const { value: id } = held
    const groups = plans.plan?.groups
    if (!id || !groups) return void (facts.here = undefined)
    try {
      const { marks, roster, state } = await api(`/api/classes/${id}`, { answer: classViewSchema })
      if (held.value !== id) return
      const students = roster.map(({ id: student, groupId, rankId }) => ({
        id: student,
        group: groupId,
        rank: rankId,
      }))
      facts.here = whoIsHere(plans.plan?.groups ?? groups, readRegister(marks), students, state !== 'planned')
    } catch (error) {
      // Out of reach: what was known stands.
      if (!(error instanceof ApiProblem)) throw error
    }
  }
  const readSoon = useDebounceFn(read, 120, { maxWait: 500 })
  watch([held, () => plans.plan?.groups.map(({ id }) => id).join()], () => void readSoon(), {
    immediate: true,
  })
  onChange('class', undefined, (change) => {
    if (change === 'back' || change.root === held.value) void readSoon()
  })
  onBeforeUnmount(() => (facts.here = undefined))
}
