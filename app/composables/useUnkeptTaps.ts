/** Asks before a page is left that alone knows of taps: the server has not got them, and the device has no storage. */
export function useUnkeptTaps(): void {
  const store = useClassStore()
  useEventListener(window, 'beforeunload', (event) => {
    if (store.hasUnkept) event.preventDefault()
  })
}
