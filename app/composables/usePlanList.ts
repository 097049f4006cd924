import { listedPlanSchema, PLANS_PAGE, type ListedPlan } from '~~/shared/answers'
import { z } from 'zod'

/** How long the keys rest before all plans are looked through, not only those that are here. */
const TYPED_MS = 300

/**
 * The club's plans, page by page, the newest first. What is looked for is looked for among all of them: what is found beyond the pages that are
 * here joins them.
 *
 * @param find what is looked for, as it is typed
 */
export function usePlanList(find: Ref<string>) {
  const paged = shallowRef<ListedPlan[]>()
  const found = shallowRef<ListedPlan[]>([])
  const isAll = ref(true)
  const problem = ref('')

  const ask = (query: Record<string, string>) =>
    api(`/api/plans?${new URLSearchParams(query)}`, { answer: z.array(listedPlanSchema) })

  /** The first page anew. */
  async function read() {
    const page = await ask({})
    isAll.value = page.length < PLANS_PAGE
    paged.value = page
  }
  async function readEarlier() {
    const last = paged.value?.at(-1)
    if (!last) return
    try {
      problem.value = ''
      const page = await ask({ after: last.id })
      isAll.value = page.length < PLANS_PAGE
      paged.value = [...(paged.value ?? []), ...page]
    } catch (error) {
      problem.value = saidBy(error)
    }
  }
  const lookFor = useDebounceFn(async (words: string) => {
    if (isAll.value || words.length < 2) return
    try {
      const page = await ask({ find: words })
      if (find.value.trim() === words) found.value = page
    } catch {
      // What is here is looked through all the same.
    }
  }, TYPED_MS)
  watch(find, (words) => {
    found.value = []
    void lookFor(words.trim())
  })

  const plans = computed(() => {
    if (!paged.value) return undefined
    const here = new Set(paged.value.map(({ id }) => id))
    return [...paged.value, ...found.value.filter(({ id }) => !here.has(id))]
  })
  return { plans, isAll: readonly(isAll), problem, read, readEarlier }
}
