import { describe, expect, it } from 'vitest'
import { spokenOf } from '../../../core/formats/voice'
import { cuesOf } from '../../../core/plan/cues'
import { layPlan } from '../../../core/plan/timeline'
import type { Plan } from '../../../core/plan/schema'
import { block, count, plan } from '../make'

const names = { item: (id: string | undefined) => id ?? '', layer: () => '' }
const WORDS = ['ichi', 'ni', 'san']
/** Everything that is said while a plan is called, one after the other. */
const spoken = (held: Plan, reps: number, shout: 'every' | 'last' | 'none' = 'none') =>
  cuesOf(layPlan(held))
    .filter(({ kind }) => kind === 'rep' || kind === 'link')
    .map((cue) => spokenOf(cue, held, names, { words: WORDS, shout }, reps))

describe('a count that is spoken', () => {
  it('goes by the words of the club, and beyond them by figures: never from the first again', () => {
    expect(spoken(plan([block('k', { technique: 'kick', dose: count(5) })]), 5)).toEqual([
      'ichi',
      'ni',
      'san',
      '4',
      '5',
    ])
  })
  it('says the side where it changes from rep to rep', () => {
    const swinging = plan([block('k', { technique: 'kick', dose: count(2, { alternate: true }) })])
    expect(spoken(swinging, 2)).toEqual(['ichi, right', 'ni, left'])
    const sided = plan([block('k', { technique: 'kick', dose: count(1, { sides: 2 }) })])
    expect(spoken(sided, 1)).toEqual(['ichi', 'ichi'])
  })
  it('calls links by their names where the board says so, once each, and nothing where it is silent', () => {
    const links = [{ say: 'step' }, { say: 'kick' }]
    const of = (voice?: object) =>
      plan([
        block('k', {
          technique: 'kick',
          links,
          dose: count(1, { tempoSec: 4 }),
          ...(voice ? { voice } : {}),
        }),
      ])
    expect(spoken(of({ count: 'links' }), 1)).toEqual(['step', 'kick'])
    expect(spoken(of(), 1)).toEqual(['ichi', ''])
    expect(spoken(of({ count: 'off' }), 1)).toEqual(['', ''])
  })
  it('has the class answer on the last rep, or on each', () => {
    const of = (shout: string) =>
      plan([block('k', { technique: 'kick', dose: count(2), voice: { shout, reply: 'hai' } })])
    expect(spoken(of('last'), 2)).toEqual(['ichi', 'ni, hai'])
    expect(spoken(of('every'), 2)).toEqual(['ichi, hai', 'ni, hai'])
    expect(spoken(of('none'), 2, 'every')).toEqual(['ichi', 'ni'])
  })
})
