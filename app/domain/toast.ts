import { ref } from 'vue'
import type { ExternalToast } from 'vue-sonner'

/**
 * What is told at the edge of the screen. The toaster is no part of what a page needs to open: it comes once the page is there, or with
 * the first thing that is told, and what is told meanwhile waits for it.
 */
export const isToasterWanted = ref(false)

let arrived: () => void
const toaster = new Promise<void>((resolve) => (arrived = resolve))
/** The toaster is on the page and hears. */
export const toasterIsThere = () => arrived()

async function tell(kind: 'message' | 'error', says: string, more?: ExternalToast): Promise<void> {
  isToasterWanted.value = true
  await toaster
  const { toast: shown } = await import('vue-sonner')
  shown[kind](says, more)
}

/** Tells something that was done, or with `error` that it could not be. */
export const toast = Object.assign((says: string, more?: ExternalToast) => void tell('message', says, more), {
  error: (says: string, more?: ExternalToast) => void tell('error', says, more),
})
