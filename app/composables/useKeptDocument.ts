import type { Fault } from '~~/core/kernel/faults'
import { mergeDocuments } from '~~/core/kernel/merge-documents'
import type { SavedVersion } from '~~/shared/answers'
import type { Stored } from '~/domain/edited-document'
import { useEditedDocument } from './useEditedDocument'

interface Kept<T> {
  /** Where it is kept and under which name it is sent. */
  path: string
  field?: string
  /** Checks a draft: the document, or what is wrong with it. */
  read(draft: T): { ok: true; value: T } | { ok: false; faults: Fault[] }
  /** Sends it; the version that stands then. */
  send(value: T, base: number): Promise<SavedVersion>
  /** Reads it anew from the server. */
  fresh(): Promise<Stored<T>>
  /** Told of what stands on the server now. */
  kept?(value: T, version: number): void
  /** The part of the curriculum or the settings whose changes tell that somebody else saved it. */
  changedBy?: string
}

/**
 * A document of the curriculum or the settings that is edited in place in a form: a change that does not hold stays as typed and
 * its fields are named. Otherwise as every edited document.
 */
export function useKeptDocument<T extends object>(stored: Stored<T>, way: Kept<T>) {
  const edited = useEditedDocument<T>()
  edited.begin(
    {
      ...way,
      keepsFaulty: true,
      merge: mergeDocuments,
      theirsIn({ body }) {
        const { theirs, version } = (body ?? {}) as { theirs?: T; version?: number }
        return theirs && version !== undefined ? { value: theirs, version } : undefined
      },
    },
    stored,
  )
  void edited.lookOnDevice()
  if (way.changedBy)
    onChange('library', way.changedBy, (change) => {
      // One's own saves are known; what another device of one's own saved is met with the next save.
      if (change === 'back' || !change.mine) void edited.takeIn().catch(() => {})
    })
  onScopeDispose(() => void edited.leave())
  const draft = computed(() => edited.value.value ?? stored.value)
  return { ...edited, draft }
}
export type KeptDocument<T extends object> = ReturnType<typeof useKeptDocument<T>>
