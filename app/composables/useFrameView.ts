import type { ShallowRef } from 'vue'
import { PART_PX, type FrameGeometry } from '~/domain/frame-geometry'

/** Drawn ahead of the edges, so that nothing is seen to come up while scrolling. */
const AHEAD_PX = 360
const SETTLE_MS = 120
/** So much of the view lies ahead of a board that the keys have come to. */
const AHEAD_SHARE = 0.75
/** Less of a board than this is not worth looking at. */
const SLIVER_PX = 10
const TALLEST_PX = 1200

/** Which boards are in view: those that need their insides drawn, and those that are listed above and below. */
export function useFrameView(
  scroller: Readonly<ShallowRef<HTMLElement | null>>,
  headsPx: number,
  geometry: Ref<FrameGeometry>,
) {
  const view = useViewStore()
  const { y: top } = useScroll(scroller)
  const { height: size } = useElementSize(scroller)
  /** Until it has been measured, as much as a tall screen shows. */
  const bottom = computed(() => top.value + (size.value ? size.value - headsPx : TALLEST_PX))

  const boardsFrom = (y: number) => geometry.value.boards.findIndex((board) => board.y + board.h > y)
  const boardsTo = (y: number) => geometry.value.boards.findLastIndex((board) => board.y < y)
  /** What is in view is drawn at once; what lies ahead of it, when the scrolling pauses. */
  const settled = refDebounced(top, SETTLE_MS)
  const nearFrom = computed(() => boardsFrom(Math.min(top.value, settled.value - AHEAD_PX)))
  const nearTo = computed(() =>
    boardsTo(Math.max(bottom.value, settled.value + bottom.value - top.value + AHEAD_PX)),
  )
  const above = computed(() => Math.max(0, boardsFrom(top.value + SLIVER_PX)))
  const below = computed(() => boardsTo(bottom.value - SLIVER_PX) + 1)

  watchEffect(() => {
    const { msAt } = geometry.value
    view.shown = { from: msAt(top.value), to: msAt(bottom.value) }
  })
  watch(
    () => view.wanted,
    (ms) => {
      if (ms === undefined) return
      top.value = Math.max(0, geometry.value.yAt(ms) - (bottom.value - top.value) / 2)
      view.wanted = undefined
    },
    { flush: 'post' },
  )
  onScopeDispose(() => (view.shown = undefined))

  /**
   * Brings a board into view by what is known of it, without making the browser measure. Walked to by keys it comes with most of the view
   * ahead of it, so that the next ones move nothing; pointed at, no further than it must.
   */
  function bring(id: string, isPointedAt: boolean) {
    const board = geometry.value.boards.find(({ block }) => block.id === id)
    if (!board) return
    const from = board.y - (board.heading === undefined ? 0 : PART_PX)
    const to = board.y + board.h + SLIVER_PX
    const seen = bottom.value - top.value
    const ahead = isPointedAt ? 0 : seen * AHEAD_SHARE
    if (from < top.value) top.value = Math.max(0, Math.min(from, to + ahead - seen))
    else if (to > bottom.value) top.value = Math.min(from, Math.max(to - seen, from - seen + ahead))
  }

  return {
    bring,
    /** Whether the board at an index is in view, or nearly. */
    isNear: (index: number) => index >= nearFrom.value && index <= nearTo.value,
    near: computed(() =>
      nearFrom.value < 0 ? [] : geometry.value.boards.slice(nearFrom.value, nearTo.value + 1),
    ),
    /** Boards out of view: those below first, and above where there are none. */
    unseen: computed(() => {
      const { boards } = geometry.value
      return below.value < boards.length
        ? { name: 'Below', boards: boards.slice(below.value) }
        : above.value > 0
          ? { name: 'Above', boards: boards.slice(0, above.value) }
          : { name: 'All in view', boards: [] }
    }),
  }
}
