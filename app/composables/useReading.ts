import { inOrder } from '~/domain/in-order'

/** What a page shows of the server, read once the library is there and anew when it is asked for; why it could not be read. */
export function useReading<T>(read: () => Promise<T>) {
  const library = useLibraryStore()
  const data = shallowRef<T>()
  const problem = ref('')
  const readAnew = inOrder(read, (told) => (data.value = told))
  onMounted(async () => {
    try {
      await library.load()
      await readAnew()
    } catch (error) {
      problem.value = saidBy(error)
    }
  })
  /** As `readAnew`, where what was read before may stand when it fails. */
  const readQuietly = () => void readAnew().catch(() => undefined)
  return { data, problem, readAnew, readQuietly }
}
