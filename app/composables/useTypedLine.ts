/**
 * Something that is written in one line and typed there: Enter or leaving the field takes it, Escape puts back what stood, and what is wrong stands
 * under the field until another line is kept.
 *
 * @param written the line as it is kept
 * @param take takes another line than the one that is kept; what is wrong with it, if anything
 */
export function useTypedLine(written: () => string, take: (line: string) => string | undefined) {
  const typed = ref(written())
  const wrong = ref('')
  function back() {
    typed.value = written()
    wrong.value = ''
  }
  watch(written, back)
  function taken() {
    const line = typed.value.trim()
    wrong.value = line === written() ? '' : (take(line) ?? '')
    if (!wrong.value) typed.value = written()
  }
  /** With nothing to put back the key is the frame's. */
  function leave(event: KeyboardEvent) {
    if (typed.value === written() && !wrong.value) return
    event.stopPropagation()
    back()
  }
  return { typed, wrong, taken, leave }
}
