/** Whether who is signed in may change the curriculum: the head and the instructors. */
export function useMayWrite() {
  const { user } = useUserSession()
  return computed(() => user.value?.role === 'head' || user.value?.role === 'instructor')
}
