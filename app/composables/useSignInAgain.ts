/**
 * A session that has ended asks for the password over the page, and everything goes on where it was. Somebody else who signs in
 * instead begins on their own page.
 */
export const useSignInAgain = createSharedComposable(() => {
  const wanted = ref(false)
  const { user } = useUserSession()
  const done = createEventHook()

  /** Only where somebody was signed in: a first visit leads to the sign-in page. */
  function ask() {
    if (user.value && useRoute().path !== '/sign-in') wanted.value = true
  }

  async function signIn(email: string, password: string): Promise<void> {
    const before = user.value?.id
    await api('/api/auth/sign-in', { method: 'POST', body: { email, password } })
    await useUserSession().fetch()
    if (user.value?.id !== before) return void location.assign('/')
    wanted.value = false
    await done.trigger()
  }

  return { wanted: readonly(wanted), ask, signIn, onSignedIn: done.on }
})
