import { namePart, pasteBoards, writeBoards } from '~~/core/plan/edit-many'
import { readShorthand } from '~~/core/plan/doses/shorthand'

/** Several boards marked at once, and boards carried by the clipboard, within a plan or from one to another. */
export const useMarkedStore = defineStore('marked', () => {
  const plans = usePlanStore()
  const others = ref<readonly string[]>([])

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
   * Takes text from the clipboard: boards are put in after the selected one, a dose in one line is given to it.
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
    const pasted = pasteBoards(plan, plans.insertAt, json)
    if (!pasted.ok)
      return `What was copied is not boards: ${pasted.faults[0]?.path} ${pasted.faults[0]?.message}.`
    plans.change(pasted.plan, pasted.ids[0] ? { select: pasted.ids[0] } : {})
    others.value = pasted.ids.slice(1)
    return undefined
  }

  function pasteDose(text: string): string | undefined {
    const block = plans.selectedBlock
    const line = text.trim()
    if (!block?.dose || !line || line.length > 500) return 'What was copied is neither boards nor a dose.'
    const read = readShorthand(line)
    if (!read.ok)
      return `“${line.slice(0, 40)}” is no dose: ${read.fault.message} (character ${read.fault.at + 1}).`
    plans.changeBlock(block.id, (one) => ({ ...one, dose: read.dose }))
    return undefined
  }

  return { ids, isMany, others, clear, only, toggle, upTo, extend, all, setPart, copied, paste }
})
