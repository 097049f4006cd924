import { planKeptSchema, savedPlanSchema, planRefusedSchema } from '~~/shared/answers'
import { parsePlan } from '~~/core/plan/parse'
import { layPlan } from '~~/core/plan/timeline'
import type { Block, Plan } from '~~/core/plan/schema'
import type { Fault } from '~~/core/kernel/faults'
import * as edit from '~~/core/plan/edit'
import { duplicateBlocks, moveBlocks, removeBlocks } from '~~/core/plan/edit-many'
import { mergePlans } from '~~/core/plan/merge-plans'
import type { SavedPlan } from '~~/shared/answers'
import { useEditedDocument } from '~/composables/useEditedDocument'
import type { DocumentKind } from '~/domain/edited-document'
import { toast } from '~/domain/toast'

const SAVE_AFTER_MS = 700

/** Who may put something else than the plan on the frame: the fix of a finding, a draft, or an edge that is being pulled. */
export type Looker = 'fix' | 'draft' | 'edge'
/** Why nothing of the plan is changed while something else is looked at. */
const NOT_NOW: Record<Looker, string> = {
  fix: 'A fix is being looked at: F takes it, Esc leaves it. The plan is not changed meanwhile.',
  edge: 'An edge is being pulled: let it go first.',
  draft: 'A draft is on the frame: use it, or close it with Esc. The plan under it is not changed meanwhile.',
}

/**
 * The plan on the frame: every change goes through `change`, which keeps the step before it, and is saved by itself a moment later. How
 * it is saved, undone and put together with a colleague's is the way of every edited document.
 */
export const usePlanStore = defineStore('plan', () => {
  const id = ref('')
  const selected = ref<string>()
  const edited = useEditedDocument<Plan, string | undefined>()
  const { value: plan, version, state: saveState, faults, broughtIn } = edited
  /** Somebody else's plan that clashes with mine, as they saved it. */
  const theirs = shallowRef<SavedPlan>()

  /** The class that goes by it, or went; nothing for a plan on its own. */
  const held = shallowRef<SavedPlan['held']>(null)

  const timeline = computed(() => (plan.value ? layPlan(plan.value) : undefined))
  /** What is only looked at, and whose it is: the frame has one owner, and nothing of it is kept. */
  const looked = shallowRef<{ by: Looker; plan: Plan }>()
  const preview = computed(() => looked.value?.plan)
  const shown = computed(() => preview.value ?? plan.value)
  const shownTimeline = computed(() => (preview.value ? layPlan(preview.value) : timeline.value))
  const selectedBlock = computed(() => plan.value?.blocks.find((block) => block.id === selected.value))
  const selectedIndex = computed(
    () => plan.value?.blocks.findIndex((block) => block.id === selected.value) ?? -1,
  )
  /** Boards that are marked beside the selected one. */
  const marks = shallowRef<readonly string[]>([])
  /** Where something new is put: after the last of the boards that are marked, or at the end. */
  const insertAt = computed(() => {
    const blocks = plan.value?.blocks ?? []
    const last = blocks.findLastIndex(({ id: one }) => one === selected.value || marks.value.includes(one))
    return last >= 0 ? last + 1 : blocks.length
  })

  /** Puts something on the frame in the place of the plan, or takes it off again; only its owner does. */
  function look(by: Looker, at: Plan | undefined) {
    if (at) looked.value = { by, plan: at }
    else if (looked.value?.by === by) looked.value = undefined
    const { blocks = [] } = shown.value ?? {}
    if (selected.value && !blocks.some((block) => block.id === selected.value)) selected.value = blocks[0]?.id
  }
  /** Says why the plan is not changed just now. */
  function sayNotNow() {
    if (looked.value) toast(NOT_NOW[looked.value.by], { id: 'not-now' })
  }
  /** Undo and redo are of the plan: under a draft they would go unseen. */
  const seen = (act: () => void) => () => (looked.value?.by === 'draft' ? sayNotNow() : act())

  async function open(planId: string) {
    await edited.leave()
    const saved = await fetchPlan(planId)
    id.value = planId
    // The first board is selected as the plan is shown, not after: a board tapped by then stays selected.
    selected.value = saved.plan.blocks[0]?.id
    marks.value = []
    looked.value = undefined
    held.value = saved.held
    await edited.open(kindOf(planId), { value: saved.plan, version: saved.version })
    if (selected.value && !selectedBlock.value) selected.value = plan.value?.blocks[0]?.id
  }

  async function fetchPlan(planId: string): Promise<SavedPlan> {
    const saved = await api(`/api/plans/${planId}`, { answer: savedPlanSchema })
    return saved
  }

  /** Reads anew which class goes by the plan, and the plan where its times became the class's. */
  async function readHeld(): Promise<void> {
    held.value = (await fetchPlan(id.value)).held
    await edited.takeIn()
  }

  function kindOf(planId: string): DocumentKind<Plan, string | undefined> {
    const path = `/api/plans/${planId}`
    return {
      path,
      field: 'plan',
      keepsFaulty: false,
      saveAfterMs: SAVE_AFTER_MS,
      read: (next) => {
        const wrong = faultsIn(next)
        return wrong.length ? { ok: false, faults: wrong } : { ok: true, value: next }
      },
      async send(sent, base) {
        const saved = await api(path, { answer: planKeptSchema, method: 'PUT', body: { base, plan: sent } })
        const { merged } = saved
        return { version: saved.version, merged: merged && { value: merged.plan, with: merged.with } }
      },
      async fresh() {
        const saved = await fetchPlan(planId)
        theirs.value = saved
        return { value: saved.plan, version: saved.version }
      },
      theirsIn({ body }) {
        const refused = planRefusedSchema.safeParse(body)
        if (!refused.success) return undefined
        theirs.value = refused.data.theirs
        return { value: refused.data.theirs.plan, version: refused.data.theirs.version }
      },
      merge: mergePlans,
      place: { now: () => selected.value, restore: (place) => (selected.value = place) },
    }
  }

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
    // What lies under a draft is not seen: nobody means to change it.
    if (looked.value?.by === 'draft') {
      sayNotNow()
      return false
    }
    const made = edited.change(next, options.touch)
    if (made && options.select !== undefined) selected.value = options.select
    return made
  }

  function changeBlock(blockId: string, to: (block: Block) => Block, touch?: string): boolean {
    return plan.value ? change(edit.changeBlock(plan.value, blockId, to), { touch }) : false
  }

  function add(block: Omit<Block, 'id'>, index = insertAt.value) {
    if (!plan.value) return
    const added = edit.insertBlock(plan.value, index, block)
    if (change(added.plan)) mark([added.id])
  }

  /** Marks these boards alone, the last of them selected: what comes next goes after it. */
  function mark(ids: readonly string[]) {
    selected.value = ids.at(-1)
    marks.value = ids.slice(0, -1)
  }

  /** Puts several boards in as one step of undo; they are marked. */
  function addAll(blocks: readonly Omit<Block, 'id'>[], index = insertAt.value) {
    if (!plan.value || blocks.length === 0) return
    const added = edit.insertBlocks(plan.value, index, blocks)
    if (change(added.plan)) mark(added.ids)
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
    if (change(copy.plan)) mark(copy.ids)
  }

  /** The plan of a colleague that mine clashes with; nothing while there is none. */
  const clashing = computed((): SavedPlan | undefined => {
    const stored = edited.theirs.value
    if (!stored || theirs.value?.version === stored.version) return stored && theirs.value
    const { value, version: saved } = stored
    return {
      id: id.value,
      version: saved,
      plan: value,
      savedBy: edited.clashWith.value,
      savedAt: new Date(),
      putAway: false,
      held: held.value,
    }
  })

  return {
    id,
    version,
    plan,
    selected,
    saveState,
    theirs: clashing,
    faults,
    broughtIn,
    held,
    readHeld,
    timeline,
    looked,
    preview,
    look,
    sayNotNow,
    shown,
    shownTimeline,
    selectedBlock,
    selectedIndex,
    insertAt,
    marks,
    mark,
    notUndone: edited.notUndone,
    restoredFrom: edited.restoredFrom,
    canUndo: edited.canUndo,
    canRedo: edited.canRedo,
    open,
    change,
    changeBlock,
    add,
    addAll,
    remove,
    move,
    shift,
    duplicate,
    undo: seen(edited.undo),
    redo: seen(edited.redo),
    save: edited.save,
    leave: edited.leave,
    keepMine: edited.keepMine,
    takeIn: edited.takeIn,
    takeTheirs: edited.takeTheirs,
  }
})
