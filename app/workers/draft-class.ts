import load from 'highs'
import wasm from 'highs/runtime?url'
import type { ClubFacts } from '~~/core/checks'
import type { Draft } from '~~/core/draft/draft'
import type { DraftRequest } from '~~/core/draft/request'
import { solveAll } from '~~/core/draft/solve'

/** Drafts a class off the page's thread. Ending the worker stops it; the best so far has been told by then. */
export interface DraftAsked {
  request: DraftRequest
  club: ClubFacts
}
export type DraftTold = { best: Draft } | { done: Draft | undefined } | { wrong: string }

/** Better drafts and bounds come many at once: no more of them are told than can be looked at. */
const TELL_EVERY_SEC = 0.5

const tell = (told: DraftTold) => self.postMessage(told)
const now = () => performance.now() / 1000

self.onmessage = async ({ data: { request, club } }: MessageEvent<DraftAsked>) => {
  try {
    const highs = await load({ locateFile: () => wasm })
    let told = -Infinity
    const done = solveAll(highs, request, club, now, (draftOf) => {
      if (now() - told < TELL_EVERY_SEC) return
      const best = draftOf()
      if (!best) return
      tell({ best })
      told = now()
    })
    tell({ done })
  } catch (error) {
    tell({ wrong: error instanceof Error ? error.message : String(error) })
  }
}
