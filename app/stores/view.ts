/** The part of the class that the frame shows, in ms from its start, and a time it is asked to bring to the middle. */
export const useViewStore = defineStore('view', () => {
  const shown = shallowRef<{ from: number; to: number }>()
  const wanted = ref<number>()
  return { shown, wanted }
})
