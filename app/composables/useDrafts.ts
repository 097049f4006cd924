import { allDrafts, dropDraft, useDeviceAs } from '~/domain/device-store'

const EVERY_MS = 30_000

/**
 * Sends what could not be saved when its page was left, once it can be. What clashes or is refused stays on the device, and is shown
 * when its page is opened again.
 */
export function useDrafts(): void {
  const { user } = useUserSession()
  const plans = usePlanStore()
  const route = useRoute()
  watch(
    () => user.value?.id,
    (id) => useDeviceAs(id),
    { immediate: true },
  )

  async function sendAll() {
    if (!user.value || document.hidden) return
    for (const { path, field, version, value } of await allDrafts()) {
      // What is open is sent by its own page.
      if (
        field === undefined ||
        path.endsWith(`/${plans.id}`) ||
        route.path.endsWith(path.split('/').at(-1) ?? '')
      )
        continue
      try {
        await api(path, { method: 'PUT', body: { base: version, [field]: value as object } })
        await dropDraft(path)
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error
      }
    }
  }
  useIntervalFn(() => void sendAll(), EVERY_MS)
  useEventListener(window, 'online', () => void sendAll())
}
