import { mayAsk, mayRun, type Route } from '~~/shared/access'

/** Whether who is signed in may ask for a route: a page shows what the server would not refuse. */
export function useMay(route: Route) {
  const { user } = useUserSession()
  return computed(() => user.value !== null && mayAsk(user.value.role, route))
}

/** Whether who is signed in may act on the floor; the desk keeps the register only. */
export function useMayRun() {
  const { user } = useUserSession()
  return computed(() => user.value !== null && mayRun(user.value.role))
}

/** Whether who is signed in may change what is taught: the head and the instructors. */
export const useMayWrite = () => useMay('PUT /api/items/:id')
