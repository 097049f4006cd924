import {
  acceptanceOf,
  accepts,
  checkPlan,
  fixFor,
  isGrave,
  isMendable,
  type Checked,
  type Finding,
  type Fix,
  type Severity,
} from '~~/core/checks'
import { coverFix, coverModel } from '~~/core/checks/cover'
import { layPlan } from '~~/core/plan/timeline'
import { withCounts } from '~~/core/people/who-is-here'
import type { Plan } from '~~/core/plan/schema'

/** A fix that is being looked at: what it would do, and what would be left to tell afterwards. */
export interface Preview extends Fix {
  of: Finding
  spareMs: number
  /** Findings worth mending now, and with the fix. */
  before: number
  after: number
}

/** Shorter than the eye takes to get from the board to the tray. */
const CHECK_AFTER_MS = 120

function withOwnHeads(fixed: Plan, plan: Plan): Plan {
  const heads = new Map(plan.groups.map(({ id, headcount }) => [id, headcount]))
  return withCounts(fixed, heads)
}

const worthMending = (findings: readonly Finding[]) => findings.filter(isGrave).length

/** The checks of the plan on the frame: what they find, how it is mended, what was accepted. */
export const useChecksStore = defineStore('checks', () => {
  const plans = usePlanStore()
  const facts = useFactsStore()
  const solver = useSolver()
  const preview = shallowRef<Preview>()
  const problem = ref('')
  /** Boards of the finding that is pointed at, lit in the frame. */
  const lit = shallowRef<readonly string[]>([])

  /**
   * What the checks find. They are run once the keys have rested for a moment, so that none is kept waiting for them; whoever
   * needs them at once asks for `fresh`.
   */
  const checked = shallowRef<Checked>()
  let checkedPlan: Plan | undefined
  let checkedClub: unknown
  function fresh(): Checked | undefined {
    const { plan, timeline } = plans
    if (plan !== checkedPlan || facts.club !== checkedClub) {
      checkedPlan = plan
      checkedClub = facts.club
      checked.value = plan && timeline ? checkPlan(facts.counted(plan), timeline, facts.club) : undefined
    }
    return checked.value
  }
  watch([() => plans.plan, () => facts.club], useDebounceFn(fresh, CHECK_AFTER_MS), { immediate: true })
  const findings = computed(() => checked.value?.findings ?? [])
  const accepted = computed(() => checked.value?.accepted ?? [])
  const toFix = computed(() => worthMending(findings.value))
  /** The numbers of the findings about a board, as the tray has them. */
  const numbersOf = computed(() => {
    const numbers = new Map<string, { n: number; severity: Severity }[]>()
    findings.value.forEach(({ blocks, severity }, f) => {
      // A finding about many boards is marked where it begins; one about few, on each.
      for (const id of blocks.length > 3 ? blocks.slice(0, 1) : blocks)
        numbers.set(id, [...(numbers.get(id) ?? []), { n: f + 1, severity }])
    })
    return numbers
  })

  watch(
    () => plans.plan,
    () => (preview.value = undefined),
  )
  // The frame shows what is being looked at.
  watch(preview, (looked) => plans.look('fix', looked?.plan), { flush: 'sync' })
  // Something else is on it by now.
  watch(
    () => plans.looked?.by,
    (by) => {
      if (by !== 'fix') preview.value = undefined
    },
  )

  /** Works out the fix of a finding and shows it; nothing is changed yet. */
  async function look(finding: Finding): Promise<void> {
    const { plan } = plans
    const now = fresh()
    if (!now || !plan) return
    problem.value = ''
    if (plans.looked?.by === 'draft') return plans.sayNotNow()
    const found = fixFor(finding, now.ground)
    if (!found) {
      problem.value =
        'There is no fix for this one that fits this plan: change the board yourself, or accept it.'
      return
    }
    const made = 'plan' in found ? found : await solved(found.cover)
    // Who comes tonight is reckoned with, and is no part of the plan.
    const fix = made && { ...made, plan: withOwnHeads(made.plan, plan) }
    // The plan may have moved on while the solver was at it.
    if (!fix || plans.plan !== plan) return
    const timeline = layPlan(fix.plan)
    preview.value = {
      ...fix,
      of: finding,
      spareMs: timeline.spareMs,
      before: toFix.value,
      after: worthMending(checkPlan(facts.counted(fix.plan), timeline, facts.club).findings),
    }
  }

  async function solved(problemToSolve: Parameters<typeof coverModel>[0]): Promise<Fix | undefined> {
    const nothing = 'Nothing in the library prepares it: add an exercise that does.'
    if (problemToSolve.gaps.length === 0) {
      problem.value = nothing
      return undefined
    }
    try {
      const fix = coverFix(problemToSolve, await solver.solve(coverModel(problemToSolve)))
      if (!fix) problem.value = nothing
      return fix
    } catch (error) {
      problem.value = `The solver gave no answer: ${error instanceof Error ? error.message : String(error)}`
      return undefined
    }
  }

  /** Takes the fix that is shown, as one step of undo; the sentence of what changed. */
  function take(): string | undefined {
    const { value: looked } = preview
    if (!looked) return undefined
    const boards = new Set(plans.plan?.blocks.map(({ id }) => id))
    const added = looked.plan.blocks.find(({ id }) => !boards.has(id))
    preview.value = undefined
    const select =
      added?.id ?? looked.of.blocks.find((id) => looked.plan.blocks.some((block) => block.id === id))
    return plans.change(looked.plan, select ? { select } : {}) ? looked.says : undefined
  }

  const leave = () => (preview.value = undefined)

  /** Accepts a finding, with a reason that is kept with the plan. */
  function accept(finding: Finding, reason: string) {
    const { plan } = plans
    if (!plan || !reason.trim()) return
    const entry = acceptanceOf(finding, reason.trim())
    plans.change({ ...plan, acknowledged: [...(plan.acknowledged ?? []), entry] })
  }

  /** Takes an acceptance back. */
  function reopen(finding: Finding) {
    const { plan } = plans
    if (!plan?.acknowledged) return
    const left = plan.acknowledged.filter((entry) => !accepts(entry, finding))
    const { acknowledged: _, ...rest } = plan
    plans.change(left.length ? { ...rest, acknowledged: left } : rest)
  }

  /**
   * The worst finding that has a fix is looked at; once looked at, it is taken. The overhang comes last: the other fixes change
   * the time.
   */
  async function mendWorst(): Promise<string | undefined> {
    if (preview.value) return take()
    if (plans.looked) {
      plans.sayNotNow()
      return undefined
    }
    const grave = (fresh()?.findings ?? []).filter(isGrave)
    const open = grave.filter(isMendable)
    const isOverhang = ({ code }: Finding) => code === 'time.over'
    for (const finding of [...open.filter((one) => !isOverhang(one)), ...open.filter(isOverhang)]) {
      await look(finding)
      if (preview.value) return undefined
    }
    problem.value = grave.length
      ? 'None of what is left has a ready fix: open a finding to see its figures.'
      : 'Nothing is left to fix.'
    return undefined
  }

  return {
    fresh,
    findings,
    accepted,
    toFix,
    numbersOf,
    lit,
    preview,
    problem,
    solving: solver.busy,
    look,
    take,
    leave,
    accept,
    reopen,
    mendWorst,
    stop: solver.stop,
  }
})
