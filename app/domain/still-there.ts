/** Whether somebody is still at a form, or nowhere: who has gone on to another field is not called back to it. */
export function isStillAt(form: Element | null | undefined): boolean {
  const { activeElement } = document
  return !activeElement || activeElement === document.body || (form?.contains(activeElement) ?? false)
}
