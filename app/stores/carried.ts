import type { Board } from '~~/core/curriculum/boards'
import { paintedAs } from '~~/core/curriculum/boards'
import { paintItem } from '~~/core/plan/painted'

/** What is carried from the shelf to the frame: the boards it would be, and the item, where it is one. */
export interface Carried {
  boards: readonly Board[]
  item?: string
  name: string
}

/** Where it would come down: between two boards, or onto one group of a board. */
export type Place = { index: number } | { block: string; group: string }

/** Dragging from the shelf onto the frame. */
export const useCarriedStore = defineStore('carried', () => {
  const plans = usePlanStore()
  const library = useLibraryStore()
  const carried = shallowRef<Carried>()
  const place = shallowRef<Place>()
  /** What the pointer or the focus is at on the shelf: shown as it would be, before it is placed. */
  const pointed = shallowRef<Carried>()

  function point(what: Carried) {
    pointed.value = what
  }
  /** Leaves what is pointed at, unless something else is by now. */
  function leave(name: string) {
    if (pointed.value?.name === name) pointed.value = undefined
  }

  function lift(what: Carried) {
    carried.value = what
  }
  function letGo() {
    carried.value = undefined
    place.value = undefined
  }

  /** Puts an item on one group of a board; the others keep what they have. */
  function paint(block: string, group: string, item: string) {
    const { plan } = plans
    if (!plan) return
    const known = library.items.get(item)
    const painted = known ? { ...paintedAs(known), made: library.itemMade(item) } : { technique: item }
    plans.changeBlock(block, (one) => paintItem(one, plan, group, painted))
    plans.selected = block
  }

  function drop() {
    const [what, where] = [carried.value, place.value]
    letGo()
    if (!what || !where) return
    if ('index' in where) plans.addAll(what.boards, where.index)
    else if (what.item) paint(where.block, where.group, what.item)
  }

  return { carried, place, pointed, point, leave, lift, letGo, drop, paint }
})
