import loadHighs from 'highs'
import { afterAll, bench, describe } from 'vitest'
import { readClub } from '../../core/checks/club-file'
import { readRequest } from '../../core/draft/request'
import { solveAll } from '../../core/draft/solve'
import { greedyDraft } from '../core/draft/greedy'
import { madeClub, type MadeClub } from '../core/draft/made-clubs'

/**
 * Targets: 75 minutes, 4 groups, 90 items within 10 s, at most 2 % short of the bound, the first usable draft within 2 s; 120 minutes, 8
 * groups, 120 items at most 5 %. Beside each, in the same run, a class made without looking ahead (it does not ask what the checks say).
 */
const SIZES: MadeClub[] = [
  { seed: 1, groups: 1, items: 40, lengthMin: 20 },
  { seed: 2, groups: 2, items: 60, lengthMin: 60 },
  { seed: 3, groups: 4, items: 90, lengthMin: 75 },
  { seed: 8, groups: 8, items: 120, lengthMin: 120 },
]
const highs = await loadHighs()
const seconds = () => performance.now() / 1000
const ONCE = { iterations: 1, warmupIterations: 0, time: 0, warmupTime: 0 }
const told: Record<string, Record<string, number>> = {}

for (const size of SIZES) {
  const name = `${size.lengthMin} min, ${size.groups} groups, ${size.items} items`
  const { club, request } = madeClub(size)
  const [known, asked] = [readClub(club), readRequest(request)]
  if (!known.ok || !asked.ok) throw new Error('a made club is not one')
  describe(`a draft, ${name}`, () => {
    bench(
      'the draft',
      () => {
        const began = seconds()
        let first = 0
        const draft = solveAll(highs, asked.request, known.club, seconds, (draftOf) => {
          if (!first && draftOf()) first = seconds() - began
        })
        told[name] = {
          ...told[name],
          seconds: +(seconds() - began).toFixed(2),
          'first after': +first.toFixed(2),
          value: draft?.value ?? 0,
          'gap %': +((draft?.gap ?? 1) * 100).toFixed(2),
        }
      },
      ONCE,
    )
    bench(
      'greedy',
      () => {
        told[name] = { ...told[name], greedy: greedyDraft(asked.request, known.club).value }
      },
      ONCE,
    )
  })
}
afterAll(() => {
  for (const [name, figures] of Object.entries(told))
    process.stdout.write(`${name}: ${JSON.stringify(figures)}\n`)
})
