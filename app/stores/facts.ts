import { expectedListSchema } from '~~/shared/answers'
import { layPlan } from '~~/core/plan/timeline'
import type { Plan } from '~~/core/plan/schema'
import { Ground } from '~~/core/checks/ground'
import { NO_CLUB, type ClubFacts } from '~~/core/checks'
import { expectedOf } from '~~/core/checks/club-file'
import { withCounts, type WhoIsHere } from '~~/core/people/who-is-here'
import type { Expected } from '~~/core/checks/club-facts'

/** What the checks know beside the plan: the library, the settings, and who is expected with what they have behind them. */
export const useFactsStore = defineStore('facts', () => {
  const library = useLibraryStore()
  const mayWrite = useMayWrite()
  const students = shallowRef<Expected[]>([])
  /** Who comes to the class of the plan on the frame, once its register says; else whoever is expected. */
  const here = shallowRef<WhoIsHere>()

  /** Reads who is expected anew. Whoever does not teach, and a device without the server, check without it. */
  async function load() {
    await library.load()
    if (!mayWrite.value) return
    try {
      students.value = (await api('/api/club/expected', { answer: expectedListSchema })).map(expectedOf)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
    }
  }

  const club = computed<ClubFacts>(() => {
    const { loaded } = library
    if (!loaded) return NO_CLUB
    return {
      items: library.items,
      ladder: library.ladder,
      syllabus: loaded.syllabus,
      settings: loaded.settings,
      students: here.value
        ? students.value.filter(({ id }) => id !== undefined && here.value?.ids.has(id))
        : students.value,
    }
  })
  /** The plan with as many in each group as come. */
  const counted = (plan: Plan): Plan => (here.value ? withCounts(plan, here.value.counts) : plan)

  /** The groups of the plan on the frame with who is expected in each. Stays while only boards change. */
  const plans = usePlanStore()
  const planGroups = computed(() => plans.plan?.groups)
  const ground = computed(() => {
    const plan: Plan = {
      format: 'golden-lintel/plan',
      version: 1,
      title: 'Who comes',
      lengthMin: 60,
      transitionSec: 0,
      firstSide: 'R',
      groups: planGroups.value ?? [],
      blocks: [],
    }
    return new Ground(counted(plan), layPlan(plan), club.value)
  })

  return { load, club, students, here, counted, ground }
})
