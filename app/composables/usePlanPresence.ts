import { toast } from 'vue-sonner'

interface Present {
  others: string[]
  version: number
}

const EVERY_MS = 5000

/** Who else is at the plan on the frame; what they keep is brought in while nothing of one's own is waiting to be kept. */
export function usePlanPresence() {
  const store = usePlanStore()
  const others = ref<string[]>([])

  async function ask() {
    const { id } = store
    if (!id || document.hidden) return
    try {
      const present = await api<Present>(`/api/plans/${id}/presence`, { method: 'POST', body: {} })
      if (id !== store.id) return
      others.value = present.others
      if (present.version > store.version && store.saveState === 'kept' && (await store.takeIn()))
        toast(`${present.others[0] ?? 'Someone'} changed the plan; it is shown as it is now.`)
    } catch (error) {
      // Without the server nobody is known to be there.
      if (!(error instanceof ApiProblem)) throw error
      others.value = []
    }
  }

  useIntervalFn(() => void ask(), EVERY_MS, { immediateCallback: true })
  watch(
    () => store.id,
    () => void ask(),
  )
  return others
}
