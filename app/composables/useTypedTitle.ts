/**
 * A title that is kept as it is typed: whatever is drawn meanwhile leaves the field alone, a page that goes away loses nothing, and an empty
 * title is none: what stood there comes back.
 *
 * @param stands the title as it is kept
 * @param keep keeps what is typed so far; never empty
 */
export function useTypedTitle(stands: () => string | undefined, keep: (title: string) => void) {
  /** What is in the field; nothing while nobody types. */
  const typed = ref<string>()
  let stood = ''
  const clean = (text: string) => text.replace(/\s+/g, ' ').trim()

  function begin() {
    stood = stands() ?? ''
  }
  function type(event: Event) {
    typed.value = (event.target as HTMLInputElement | HTMLTextAreaElement).value
    const title = clean(typed.value)
    if (title && title !== stands()) keep(title)
  }
  function end(event: Event) {
    const field = event.target as HTMLInputElement | HTMLTextAreaElement
    if (typed.value !== undefined && !clean(field.value) && stood && stood !== stands()) keep(stood)
    typed.value = undefined
    field.value = stands() ?? ''
  }
  return { typed, begin, type, end }
}
