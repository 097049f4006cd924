import type { z } from 'zod'

/** Keys of one kind that are open: read, made and ended in the settings, each act followed by a fresh reading. */
export function useOpenKeys<S extends z.ZodType>(path: string, answer: S) {
  const rows = shallowRef<z.infer<S>>()
  const problem = ref('')
  async function attempt(task: () => Promise<unknown>) {
    problem.value = ''
    try {
      await task()
      rows.value = await api(path, { answer })
    } catch (error) {
      problem.value = saidBy(error)
    }
  }
  onMounted(() => attempt(() => Promise.resolve()))
  const end = (id: string) => attempt(() => api(`${path}/${id}`, { method: 'DELETE' }))
  return { rows, problem, attempt, end }
}
