import { worthOf } from '../../../core/balance/worth'
import type { ClubFacts } from '../../../core/checks'
import { arrange } from '../../../core/draft/arrange'
import { deal } from '../../../core/draft/deal'
import { bodySec, type WorkLength } from '../../../core/draft/beats'
import { writeDraft } from '../../../core/draft/boards'
import { pinnedBase } from '../../../core/draft/base'
import { draftGroups } from '../../../core/draft/candidates'
import { frameOf } from '../../../core/draft/frame'
import type { Choice } from '../../../core/draft/model'
import type { DraftRequest } from '../../../core/draft/request'
import { chanceOf } from '../../../core/kernel/chance'
import type { Plan } from '../../../core/plan/schema'

/**
 * A class as one makes it without looking ahead: five minutes of warm-up, then boards of three minutes until each stretch is full, each group
 * at what is most due of what it has not had yet. It does not ask what a check would say.
 */
export function greedyDraft(request: DraftRequest, club: ClubFacts): { plan: Plan; value: number } {
  const LENGTH: WorkLength = 180
  const groups = draftGroups(request, club, new Set())
  const frame = frameOf(request, club)
  const gap = frame.transitionSec
  const boardSec = bodySec(LENGTH) + 15 + gap
  const left = groups.map(({ candidates }) => [...candidates].sort((a, b) => b.weight - a.weight))
  const choice: Choice = {
    chosen: [],
    stretches: [],
    shows: [],
    warmup: [],
    plainWarmupSec: 300,
    cooldownSec: frame.cooldown.leastSec,
  }
  const ends = frame.opening.sec + 300 + frame.cooldown.leastSec + frame.closing.sec + 4 * gap
  const each = (frame.totalSec - ends - frame.waters * (frame.waterSec + gap)) / (frame.waters + 1)
  for (let s = 0; s <= frame.waters; s++) {
    const boards = Math.max(0, Math.floor(each / boardSec))
    choice.stretches.push({
      known: Array.from({ length: boards }, () => LENGTH),
      shown: [],
      freeSec: 0,
      pinned: [],
    })
    for (let b = 0; b < boards; b++)
      for (const mine of left) {
        const candidate = mine.shift()
        if (candidate) choice.chosen.push({ candidate, lengths: [LENGTH] })
      }
  }
  const boards = arrange(
    deal(choice, groups),
    choice,
    frame,
    pinnedBase(request, club, frame),
    groups,
    club,
    chanceOf(1),
  )
  const { plan } = writeDraft(request, club, frame, groups, choice, boards)
  return { plan, value: worthOf(plan, club, new Set(request.theme)).value }
}
