import { cutTo } from '~~/core/kernel/sound-text'
import { toast } from '~/domain/toast'
import { changeBlock, setDose } from '~~/core/plan/edit'
import { namePart, pasteBoards, writeBoards } from '~~/core/plan/edit-many'
import { saidOfPlan } from '~~/core/plan/said-faults'
import { counted } from '~~/core/kernel/time-text'
import { readShorthand } from '~~/core/plan/doses/shorthand'

const LIKE = 'A dose reads like 3x10 each side, 4 rounds 1:00 or 5:00.'
const LIKE_THIS = 'is neither boards nor a dose: a dose reads like 3x10 each side, 4 rounds 1:00 or 5:00.'

/** Several boards marked at once, and boards carried by the clipboard, within a plan or from one to another. */
export const useMarkedStore = defineStore('marked', () => {
  const plans = usePlanStore()
  const others = computed({
    get: () => plans.marks,
    set: (ids: readonly string[]) => (plans.marks = ids),
  })

  /** The selected board and those marked with it, in the order of the plan. */
  const ids = computed(() =>
    (plans.plan?.blocks ?? [])
      .map(({ id }) => id)
      .filter((id) => id === plans.selected || others.value.includes(id)),
  )
  const isMany = computed(() => ids.value.length > 1)
  watch(
    () => plans.id,
    () => clear(),
  )

  function clear() {
    others.value = []
  }

  /** Selects one board alone. */
  function only(id: string | undefined) {
    clear()
    plans.selected = id
  }

  /** Takes a board to lead those that are marked with it; one that is not marked leads alone. */
  function lead(id: string) {
    if (!isMany.value || !ids.value.includes(id)) return only(id)
    others.value = ids.value
    plans.selected = id
  }

  /** Marks a board beside the selected one, or takes its mark away. */
  function toggle(id: string) {
    if (id === plans.selected) {
      const [next] = others.value
      others.value = others.value.filter((one) => one !== next)
      if (next) plans.selected = next
    } else if (others.value.includes(id)) others.value = others.value.filter((one) => one !== id)
    else others.value = [...others.value, id]
  }

  /** Marks everything from the selected board to this one. */
  function upTo(id: string) {
    const all = plans.plan?.blocks.map((block) => block.id) ?? []
    const [from, to] = [all.indexOf(plans.selected ?? id), all.indexOf(id)].sort((a, b) => a - b)
    others.value = all.slice(from, (to ?? 0) + 1)
  }

  /** Carries the marks one board further, up or down. */
  function extend(by: 1 | -1) {
    const all = plans.plan?.blocks.map((block) => block.id) ?? []
    const next = all[all.indexOf(plans.selected ?? '') + by]
    if (!next || !plans.selected) return
    const kept = others.value.includes(next)
      ? others.value.filter((one) => one !== plans.selected)
      : [...others.value, plans.selected]
    others.value = [...new Set(kept)]
    plans.selected = next
  }

  function all() {
    others.value = plans.plan?.blocks.map(({ id }) => id) ?? []
    plans.selected ??= others.value[0]
  }

  function setPart(name: string) {
    if (plans.plan) plans.change(namePart(plans.plan, ids.value, name))
  }

  /** The marked boards as text for the clipboard; nothing when none is selected. */
  function copied(): string | undefined {
    return plans.plan && ids.value.length ? writeBoards(plans.plan, ids.value) : undefined
  }

  /**
   * Takes text from the clipboard: boards are put in after the last of those that are marked, a dose in one line is given to all of them.
   *
   * @returns what is wrong with it, or nothing
   */
  function paste(text: string): string | undefined {
    const { plan } = plans
    if (!plan) return undefined
    let json: unknown
    try {
      json = JSON.parse(text)
    } catch {
      return pasteDose(text)
    }
    if (typeof json !== 'object' || json === null) return pasteDose(text)
    const pasted = pasteBoards(plan, plans.insertAt, json)
    if (!pasted.ok)
      return `What was copied is not boards of a plan: ${pasted.faults[0] ? saidOfPlan(pasted.faults[0], undefined) : ''}.`
    if (plans.change(pasted.plan)) plans.mark(pasted.ids)
    return undefined
  }

  function pasteDose(text: string): string | undefined {
    const { plan } = plans
    const line = text.trim()
    if (!plan || !line) return undefined
    const short = line.length > 40 ? `${cutTo(line, 40)}…` : line
    // A number alone is more likely something else that was copied than a dose.
    if (/^\d+$/.test(line) || line.length > 500) return `“${short}” ${LIKE_THIS}`
    const read = readShorthand(line)
    if (!read.ok)
      return `“${short}” is no dose: ${read.fault.message} (character ${read.fault.at + 1}). ${LIKE}`
    const to = plan.blocks.filter(({ id, mode }) => ids.value.includes(id) && mode !== 'stations')
    if (to.length === 0)
      return ids.value.length
        ? 'Stations have no dose of their own: their times are set on the bench.'
        : 'Choose a board first: a dose goes to every board that is marked.'
    plans.change(to.reduce((next, { id }) => changeBlock(next, id, (one) => setDose(one, read.dose)), plan))
    if (to.length > 1) toast(`${counted(to.length, 'board')} have the dose “${short}” now.`)
    return undefined
  }

  return { ids, isMany, others, clear, only, lead, toggle, upTo, extend, all, setPart, copied, paste }
})
