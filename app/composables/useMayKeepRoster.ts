/** Whether who is signed in adds and edits students: the head, the instructors and the desk. */
export function useMayKeepRoster() {
  const { user } = useUserSession()
  return computed(() => ['head', 'instructor', 'desk'].includes(user.value?.role ?? ''))
}
