import { classesWithUnsent } from '~/domain/device-store'

const AGAIN_MS = 30_000

/** Sends what was tapped on this device and not yet sent, from whichever page: the one it was tapped on may never be opened again. */
export function useWhatWaits(): void {
  const { loggedIn } = useUserSession()
  async function send() {
    if (!loggedIn.value || !navigator.onLine || (await classesWithUnsent()).length === 0) return
    // The classes are the floor's: no other page loads them to find that nothing waits.
    const { useClassStore } = await import('~/stores/class')
    await useClassStore().sendEverything()
  }
  onNuxtReady(() => {
    watch(loggedIn, () => void send(), { immediate: true })
    useEventListener(window, 'online', () => void send())
    useIntervalFn(() => void send(), AGAIN_MS)
  })
}
