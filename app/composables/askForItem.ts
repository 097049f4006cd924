import { toast } from '~/domain/toast'

/** A board without an item cannot be cut by group: says so, and leads to where one is given. */
export function askForItem({ title }: { title: string }): void {
  toast(`“${title}” has no item yet. Give it one, then each group can have its own.`)
  document.querySelector<HTMLElement>('[data-item-pick] input')?.focus()
}
