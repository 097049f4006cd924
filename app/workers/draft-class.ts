import load from 'highs'
import wasm from 'highs/runtime?url'
import type { ClubFacts } from '~~/core/checks'
import { draftClass, type Draft } from '~~/core/draft/draft'
import type { ThreadWish } from '~~/core/draft/model'
import type { DraftRequest } from '~~/core/draft/request'

/** Drafts a class off the page's thread. Ending the worker stops it; the best so far has been told by then. */
export interface DraftAsked {
  request: DraftRequest
  club: ClubFacts
  /** Threads that are wanted, and those that are not to be. */
  wish?: ThreadWish
}
export type DraftTold = { best: Draft } | { done: Draft | undefined } | { wrong: string }

/** Better drafts and bounds come many at once: no more of them are told than can be looked at. */
const TELL_EVERY_SEC = 0.5

const tell = (told: DraftTold) => self.postMessage(told)
const now = () => performance.now() / 1000

self.onmessage = async ({ data: { request, club, wish } }: MessageEvent<DraftAsked>) => {
  try {
    const highs = await load({ locateFile: () => wasm })
    let told = -Infinity
    const onBetter = (best: Draft) => {
      if (now() - told < TELL_EVERY_SEC) return
      tell({ best })
      told = now()
    }
    tell({ done: draftClass(highs, request, club, { now, onBetter, ...(wish ? { wish } : {}) }) })
  } catch (error) {
    tell({ wrong: error instanceof Error ? error.message : String(error) })
  }
}
