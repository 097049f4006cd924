import type { ShallowRef } from 'vue'
import { clockAt } from '~~/core/kernel/time-text'
import type { FrameGeometry } from '~/domain/frame-geometry'

/** This near to an edge something carried goes between two boards, else onto one group of the board. */
const NEAR_PX = 9

/** Where something carried from the shelf would come down on the frame, and where a key would put something new. */
export function useCarriedPlace(box: Readonly<ShallowRef<HTMLElement | null>>, geometry: Ref<FrameGeometry>) {
  const store = usePlanStore()
  const carry = useCarriedStore()

  function over(event: DragEvent) {
    const bounds = box.value?.getBoundingClientRect()
    const groups = store.plan?.groups ?? []
    if (!carry.carried || !bounds) return
    event.preventDefault()
    const y = event.clientY - bounds.top
    const { boards } = geometry.value
    const at = boards.findIndex((board) => y < board.y + board.h)
    const board = boards[at]
    const isNear = board && (y < board.y + NEAR_PX || y > board.y + board.h - NEAR_PX)
    const canPaint = board && board.block.phase !== 'water' && board.block.mode !== 'stations'
    if (canPaint && !isNear && carry.carried.item) {
      const column = Math.floor(((event.clientX - bounds.left) / bounds.width) * groups.length)
      const group = groups[Math.max(0, Math.min(groups.length - 1, column))]
      if (group) carry.place = { block: board.block.id, group: group.id }
    } else carry.place = { index: board ? at + Number(y > board.y + board.h / 2) : boards.length }
  }

  const insertion = computed(() => {
    const { place } = carry
    if (place && !('index' in place)) return undefined
    const before = geometry.value.boards[(place ? place.index : store.insertAt) - 1]
    const ms = before ? before.at + before.ms + (store.timeline?.transitionMs ?? 0) : 0
    return {
      carried: place !== undefined,
      y: before ? before.y + before.h + 1 : 0,
      clock: clockAt(store.plan?.start ?? '00:00', ms)[0],
    }
  })

  const painted = computed(() => {
    const { place } = carry
    if (!place || 'index' in place) return undefined
    const board = geometry.value.boards.find(({ block }) => block.id === place.block)
    const groups = store.plan?.groups ?? []
    const g = groups.findIndex(({ id }) => id === place.group)
    return board && { y: board.y, h: board.h, g, name: groups[g]?.name ?? '' }
  })

  return { over, insertion, painted }
}
