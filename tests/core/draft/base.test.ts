import { expect, it } from 'vitest'
import { readClub } from '../../../core/checks/club-file'
import { pinnedBase } from '../../../core/draft/base'
import { boardTimes } from '../../../core/draft/board-times'
import { frameOf } from '../../../core/draft/frame'
import { readRequest } from '../../../core/draft/request'
import { REGIONS } from '../../../core/curriculum/item'
import { madeClub } from './made-clubs'

it('tells what a pinned warm-up has made ready, and for how long each region has rested when it ends', () => {
  const { request, club } = madeClub({ seed: 1, groups: 2, items: 40, lengthMin: 60, history: 0 })
  const known = readClub(club)
  if (!known.ok) throw new Error('a made club is not one')
  const items = [...known.club.items.values()]
  const loose = items.find(({ prepares }) => prepares.hips)
  const other = items.find(({ prepares, demand }) => !prepares.hips && !demand.hips)
  if (!loose || !other) throw new Error('nothing prepares the hips, or everything works them')
  const board = (id: string, technique: string, sec: number) => ({
    id,
    title: id,
    phase: 'warmup' as const,
    technique,
    dose: { kind: 'fixed' as const, sec, active: true },
  })
  const asked = readRequest({
    ...request,
    transitionSec: 10,
    pinned: [board('first', loose.id, 120), board('second', other.id, 60)],
  })
  if (!asked.ok) throw new Error(JSON.stringify(asked.faults))
  const frame = frameOf(asked.request, known.club)
  const base = pinnedBase(asked.request, known.club, frame)
  expect(base.prepared.get('hips')).toBeCloseTo((loose.prepares.hips ?? 0) * 2, 9)
  expect(base.restedSec.get('hips')).toBe(70)
  const nothing = { chosen: [], shows: [], warmup: [], plainWarmupSec: 0, cooldownSec: 0, stretches: [] }
  const { warmed, worked } = boardTimes(nothing, frame, base)
  const hips = REGIONS.indexOf('hips')
  expect(warmed[hips]).toBe(base.prepared.get('hips'))
  expect(worked[hips]).toBe(frame.opening.sec + 10 + 120)
})
