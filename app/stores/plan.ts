import { parsePlan } from '~~/core/plan/parse'
import { layPlan } from '~~/core/plan/timeline'
import type { Block, Plan } from '~~/core/plan/schema'
import type { Fault } from '~~/core/kernel/faults'
import * as edit from '~~/core/plan/edit'
import { duplicateBlocks, moveBlocks, removeBlocks } from '~~/core/plan/edit-many'
import { mergePlans } from '~~/core/plan/merge-plans'
import type { SavedPlan, SaveOutcome } from '~~/server/services/plans'

export type SaveState = 'kept' | 'changed' | 'saving' | 'unreachable' | 'stale' | 'refused'

interface Step {
  plan: Plan
  selected: string | undefined
}

const UNDO_STEPS = 200
const SAVE_AFTER_MS = 700
const RETRY_AFTER_MS = 4000

/**
 * The plan on the frame: every change goes through `change`, which keeps the step before it, and is saved by itself a
 * moment later. A save over a version that someone else has left behind is refused; the plan then asks.
 */
export const usePlanStore = defineStore('plan', () => {
  const id = ref('')
  const version = ref(0)
  const plan = shallowRef<Plan>()
  const selected = ref<string>()
  const saveState = ref<SaveState>('kept')
  const theirs = shallowRef<SavedPlan>()
  const faults = shallowRef<Fault[]>([])
  /** Whose changes were brought in last. */
  const broughtIn = ref('')
  const undoSteps = shallowRef<Step[]>([])
  const redoSteps = shallowRef<Step[]>([])
  let lastTouch = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | undefined

  const timeline = computed(() => (plan.value ? layPlan(plan.value) : undefined))
  /** A change that is only looked at: the frame shows it, nothing is kept. */
  const preview = shallowRef<Plan>()
  const shown = computed(() => preview.value ?? plan.value)
  const shownTimeline = computed(() => (preview.value ? layPlan(preview.value) : timeline.value))
  const selectedBlock = computed(() => plan.value?.blocks.find((block) => block.id === selected.value))
  const selectedIndex = computed(
    () => plan.value?.blocks.findIndex((block) => block.id === selected.value) ?? -1,
  )
  /** Where something new is put: after the selected board, or at the end. */
  const insertAt = computed(() =>
    selectedIndex.value >= 0 ? selectedIndex.value + 1 : (plan.value?.blocks.length ?? 0),
  )

  async function open(planId: string) {
    await flush()
    const saved = await api<SavedPlan>(`/api/plans/${planId}`)
    id.value = planId
    show(saved)
    undoSteps.value = []
    redoSteps.value = []
    selected.value = undefined
    preview.value = undefined
  }

  function show(saved: SavedPlan) {
    plan.value = saved.plan
    version.value = saved.version
    saveState.value = 'kept'
    theirs.value = undefined
    faults.value = []
    lastTouch = ''
  }

  const here = (): Step[] => (plan.value ? [{ plan: plan.value, selected: selected.value }] : [])

  /** Boards that were checked among these groups; a board that is still the same object need not be checked again. */
  let sound = new WeakSet<Block>()
  let soundGroups: Plan['groups'] | undefined
  function faultsIn(next: Plan): Fault[] {
    if (soundGroups !== next.groups) sound = new WeakSet()
    soundGroups = next.groups
    const before = plan.value
    const sameFrame =
      before?.blocks.length === next.blocks.length && before.acknowledged === next.acknowledged
    const changed = next.blocks.filter((block) => !sound.has(block))
    const sameIds = sameFrame && changed.every(({ id }) => before.blocks.some((block) => block.id === id))
    const part = sameIds ? { ...next, blocks: changed, acknowledged: undefined } : next
    let parsed = parsePlan(JSON.parse(JSON.stringify(part)))
    // Only the whole plan names the places of its faults.
    if (!parsed.ok && part !== next) parsed = parsePlan(JSON.parse(JSON.stringify(next)))
    if (!parsed.ok) return parsed.faults
    for (const block of changed) sound.add(block)
    return []
  }

  /**
   * Makes a change. Changes that follow one another with the same `touch` (typing in one field) are one step of undo.
   * A change the plan file would not hold is told and not made.
   */
  function change(next: Plan, options: { touch?: string; select?: string } = {}): boolean {
    if (!plan.value || next === plan.value) return false
    const wrong = faultsIn(next)
    faults.value = wrong
    if (wrong.length) return false
    if (!options.touch || options.touch !== lastTouch)
      undoSteps.value = [...undoSteps.value, ...here()].slice(-UNDO_STEPS)
    lastTouch = options.touch ?? ''
    redoSteps.value = []
    plan.value = next
    if (options.select !== undefined) selected.value = options.select
    saveSoon()
    return true
  }

  function step(from: typeof undoSteps, to: typeof redoSteps) {
    const last = from.value.at(-1)
    if (!last) return
    to.value = [...to.value, ...here()]
    from.value = from.value.slice(0, -1)
    plan.value = last.plan
    selected.value = last.selected
    faults.value = []
    lastTouch = ''
    saveSoon()
  }
  const undo = () => step(undoSteps, redoSteps)
  const redo = () => step(redoSteps, undoSteps)

  function changeBlock(blockId: string, to: (block: Block) => Block, touch?: string): boolean {
    return plan.value ? change(edit.changeBlock(plan.value, blockId, to), { touch }) : false
  }

  function add(block: Omit<Block, 'id'>, index = insertAt.value) {
    if (!plan.value) return
    const added = edit.insertBlock(plan.value, index, block)
    change(added.plan, { select: added.id })
  }

  /** Puts several boards in as one step of undo; the first of them is selected. */
  function addAll(blocks: readonly Omit<Block, 'id'>[], index = insertAt.value) {
    if (!plan.value || blocks.length === 0) return
    const added = edit.insertBlocks(plan.value, index, blocks)
    change(added.plan, { select: added.ids[0] })
  }

  /** Takes boards out; what then stands in their place is selected. */
  function remove(ids: readonly string[]) {
    if (!plan.value) return
    const index = plan.value.blocks.findIndex((block) => ids.includes(block.id))
    const left = removeBlocks(plan.value, ids)
    change(left, { select: left.blocks[Math.min(index, left.blocks.length - 1)]?.id })
  }

  /** Moves boards to stand together at a place of the order without them. */
  function move(ids: readonly string[], index: number) {
    const lead = selected.value && ids.includes(selected.value) ? selected.value : ids[0]
    if (plan.value) change(moveBlocks(plan.value, ids, index), { select: lead })
  }

  /** Moves boards one place up or down. */
  function shift(ids: readonly string[], by: 1 | -1) {
    const at = plan.value?.blocks.findIndex(({ id: one }) => ids.includes(one)) ?? -1
    if (at >= 0) move(ids, Math.max(0, at + by))
  }

  function duplicate(ids: readonly string[]) {
    if (!plan.value) return
    const copy = duplicateBlocks(plan.value, ids)
    change(copy.plan, { select: copy.ids[0] })
  }

  function saveSoon(after = SAVE_AFTER_MS) {
    if (saveState.value === 'stale') return
    saveState.value = 'changed'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  async function save() {
    clearTimeout(timer)
    await saving
    if (!plan.value || !id.value || saveState.value === 'kept' || saveState.value === 'stale') return
    saving = send(id.value, plan.value)
    await saving
    saving = undefined
  }

  async function send(planId: string, sent: Plan) {
    saveState.value = 'saving'
    try {
      const saved = await api<SaveOutcome>(`/api/plans/${planId}`, {
        method: 'PUT',
        body: { base: version.value, plan: sent },
      })
      if (!saved.saved || planId !== id.value) return
      version.value = saved.version
      if (saved.merged) bringIn(sent, saved.merged)
      else if (plan.value === sent) saveState.value = 'kept'
      else saveSoon()
    } catch (error) {
      onRefused(error)
    }
  }

  /** Someone else's changes to other boards, put together with mine on the server; what I changed since stays. */
  function bringIn(sent: Plan, merged: { plan: Plan; with: string }) {
    const now = plan.value
    const outcome = !now || now === sent ? { merged: merged.plan } : mergePlans(sent, now, merged.plan)
    broughtIn.value = merged.with
    if ('merged' in outcome) {
      undoSteps.value = [...undoSteps.value, ...here()].slice(-UNDO_STEPS)
      plan.value = outcome.merged
    }
    if (now === sent) saveState.value = 'kept'
    else saveSoon()
  }

  /** Shows the plan as someone else has kept it, as a step of undo; not while something of mine is unkept. */
  async function takeIn(): Promise<boolean> {
    const planId = id.value
    const saved = await api<SavedPlan>(`/api/plans/${planId}`)
    if (planId !== id.value || saveState.value !== 'kept' || saved.version <= version.value) return false
    undoSteps.value = [...undoSteps.value, ...here()].slice(-UNDO_STEPS)
    show(saved)
    return true
  }

  function onRefused(error: unknown) {
    if (!(error instanceof ApiProblem)) throw error
    const outcome = error.body as SaveOutcome | undefined
    if (error.status === 409 && outcome && !outcome.saved) {
      theirs.value = { ...outcome.theirs, savedAt: new Date(outcome.theirs.savedAt) }
      saveState.value = 'stale'
    } else if (error.status === 0 || error.status >= 500) {
      saveSoon(RETRY_AFTER_MS)
      saveState.value = 'unreachable'
    } else {
      faults.value = error.faults
      saveState.value = 'refused'
    }
  }

  /** What is not saved yet is sent now; used before leaving. */
  async function flush() {
    if (['changed', 'saving', 'unreachable'].includes(saveState.value)) await save()
  }

  /** Of two versions, this one: theirs stays in the plan's history. */
  async function keepMine() {
    if (!theirs.value) return
    version.value = theirs.value.version
    theirs.value = undefined
    saveState.value = 'changed'
    await save()
  }

  /** Of two versions, the other one: mine is a step of undo away, and set aside on the server. */
  function takeTheirs() {
    if (!theirs.value) return
    undoSteps.value = [...undoSteps.value, ...here()].slice(-UNDO_STEPS)
    show(theirs.value)
  }

  return {
    id,
    version,
    plan,
    selected,
    saveState,
    theirs,
    faults,
    broughtIn,
    timeline,
    preview,
    shown,
    shownTimeline,
    selectedBlock,
    selectedIndex,
    insertAt,
    canUndo: computed(() => undoSteps.value.length > 0),
    canRedo: computed(() => redoSteps.value.length > 0),
    open,
    change,
    changeBlock,
    add,
    addAll,
    remove,
    move,
    shift,
    duplicate,
    undo,
    redo,
    save,
    flush,
    keepMine,
    takeIn,
    takeTheirs,
  }
})
