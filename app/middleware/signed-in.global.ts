/** The browser's half of the gate: the server refuses the page, this keeps a signed-out tab from wandering. */
export default defineNuxtRouteMiddleware((to) => {
  const { loggedIn } = useUserSession()
  if (to.path === '/sign-in' || to.path === '/new-club' || to.path === '/wall') return
  if (!loggedIn.value) return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
})
