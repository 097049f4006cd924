/** What opens only on a press is loaded beforehand: it must open with the server out of reach too. */
const SHEETS = [
  () => import('~/components/floor/FloorPartners.vue'),
  () => import('~/components/floor/FloorWatch.vue'),
  () => import('~/components/floor/FitWays.vue'),
  () => import('~/components/floor/HeadKnock.vue'),
  () => import('~/components/floor/OwnLayers.vue'),
  () => import('~/components/floor/FloorSound.vue'),
  () => import('~/components/people/DrillFigures.vue'),
]

/** For whom it was done already since the application was opened: what is personal goes with a sign-out. */
let doneFor: string | undefined

/** Sees to it that the floor and the register open without the server once they were open with it. */
export function useKeptAtHand() {
  const { user } = useUserSession()
  onMounted(async () => {
    if (doneFor === user.value?.id || !('serviceWorker' in navigator)) return
    doneFor = user.value?.id
    try {
      await navigator.serviceWorker.register('/keep-floor.js')
      const { active } = await navigator.serviceWorker.ready
      await Promise.all([
        ...SHEETS.map((load) => load()),
        ...['/floor', '/people'].map((path) => preloadRouteComponents(path)),
      ])
      const files = performance.getEntriesByType('resource').map(({ name }) => name)
      active?.postMessage({ files })
      // The answers that came before the worker was there.
      // Read to their ends: an answer that is not holds its connection, and the stream and the taps of every page wait for one.
      for (const path of ['/api/library', '/api/_auth/session']) await (await fetch(path)).arrayBuffer()
    } catch {
      doneFor = undefined
      // Without it the floor needs the server to open; it runs without it as before.
    }
  })
}
