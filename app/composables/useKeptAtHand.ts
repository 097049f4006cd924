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

/** Sees to it that the floor and the register open without the server once they were open with it. */
export function useKeptAtHand() {
  onMounted(async () => {
    if (!('serviceWorker' in navigator)) return
    try {
      await navigator.serviceWorker.register('/keep-floor.js')
      const { active } = await navigator.serviceWorker.ready
      await Promise.all([...SHEETS.map((load) => load()), preloadRouteComponents('/people')])
      const files = performance.getEntriesByType('resource').map(({ name }) => name)
      active?.postMessage({ files })
      // The answers that came before the worker was there.
      await Promise.all(['/api/library', '/api/_auth/session'].map((path) => fetch(path)))
    } catch {
      // Without it the floor needs the server to open; it runs without it as before.
    }
  })
}
