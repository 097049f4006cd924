import { dropDraft, keepDraft, type Draft } from './device-store'

const AFTER_MS = 300

/** What the device is to hold of a document: its unsaved change, or nothing of it any more. */
export type ToKeep = { keep: Omit<Draft, 'at'> } | { drop: string } | undefined

/** Keeps a document's unsaved change on the device, a moment after each change, until the server has it. */
export class DraftKeeper {
  private timer: ReturnType<typeof setTimeout> | undefined

  /** @param read what is to be kept now */
  constructor(private readonly read: () => ToKeep) {}

  soon(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.now(), AFTER_MS)
  }

  /** The server has it: nothing is held any more. A device that cannot forget holds up nothing. */
  async forget(path: string): Promise<void> {
    clearTimeout(this.timer)
    await dropDraft(path).catch(() => undefined)
  }

  async now(): Promise<void> {
    clearTimeout(this.timer)
    const what = this.read()
    if (!what) return
    if ('drop' in what) return dropDraft(what.drop)
    // Plain copies: the storage takes no proxies, and nothing in them changes afterwards.
    const { base, value, ...rest } = what.keep
    await keepDraft({ ...rest, base: plain(base), value: plain(value), at: Date.now() })
  }
}

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))
