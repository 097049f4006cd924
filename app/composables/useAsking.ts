/**
 * Something that is asked about in a dialog and then done, or done at once: busy meanwhile, the dialog shut once it is done, and what went
 * wrong said in it.
 */
export function useAsking<Question extends string>(done: () => void) {
  const asks = ref<Question>()
  const problem = ref('')
  /** Another class is at that time: asked a second time, this one is meant to be beside it. */
  const isBeside = ref(false)
  const busy = ref(false)

  function ask(what: Question) {
    problem.value = ''
    isBeside.value = false
    asks.value = what
  }
  const leave = () => (asks.value = undefined)

  /** @returns whether it was done */
  async function doing(task: () => Promise<unknown>): Promise<boolean> {
    busy.value = true
    problem.value = ''
    try {
      await task()
      leave()
      done()
      return true
    } catch (error) {
      problem.value = saidBy(error)
      isBeside.value = error instanceof ApiProblem && error.code === 'at-that-time'
      return false
    } finally {
      busy.value = false
    }
  }
  return { asks, problem: readonly(problem), isBeside, busy: readonly(busy), ask, leave, doing }
}
