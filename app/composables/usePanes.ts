type Pane = 'shelf' | 'bench'
export const USUAL_PANES = { shelf: 224, bench: 276 }

/** How wide the shelf and the bench are on this device. On a tablet they fold away, and one at a time stands beside the frame. */
export function usePanes() {
  const widths = useLocalStorage('golden-lintel-panes', { ...USUAL_PANES }, { mergeDefaults: true })
  const isTight = useMediaQuery('(max-width: 1150px)')
  /** No room for columns side by side: the class is read one column at a time. */
  const isPhone = useMediaQuery('(max-width: 700px)')
  const unfolded = ref<Pane>()
  const isOpen = computed(() => ({
    shelf: !isTight.value || unfolded.value === 'shelf',
    bench: !isTight.value || unfolded.value === 'bench',
  }))
  const fold = (pane: Pane) => (unfolded.value = unfolded.value === pane ? undefined : pane)

  /** Brings a pane beside the frame; what is in it can be come to afterwards. */
  async function unfold(pane: Pane) {
    unfolded.value = pane
    await nextTick()
  }
  return { widths, isTight, isPhone, isOpen, fold, unfold }
}
