import { describe, expect, it } from 'vitest'
import { saidFault, saidField } from '../../core/kernel/said-fields'
import { saidOfPlan } from '../../core/plan/said-faults'
import { block, count, plan } from './make'

describe('a fault on a screen', () => {
  it.each([
    ['$', ''],
    ['title', 'Title'],
    ['lengthMin', 'Minutes'],
    ['blocks[1].dose.runs[0].to', 'Board 2, run 1, to section'],
    ['keyPoints[2]', 'Key point 3'],
    ['faults[0].correction', 'Fault 1, correction'],
    ['repSec.full', 'Time of a rep, at full speed'],
    ['classDays[0].start', 'Class day 1, first bow'],
    ['headContact', 'Head contact'],
  ])('%s is %j', (path, said) => expect(saidField(path)).toBe(said))

  it('is the field and what is wanted', () => {
    expect(saidFault({ path: 'dose.reps', message: 'must be a whole number from 1 to 999' })).toBe(
      'Reps must be a whole number from 1 to 999',
    )
    expect(saidFault({ path: '$', message: 'must be an object' })).toBe('must be an object')
  })

  it('asks for text that is missing, by its name', () => {
    const says = (path: string, message: string) => saidFault({ path, message })
    expect(says('firstName', 'is empty: it must be text of 1 to 80 characters')).toBe('Type a first name')
    expect(says('layers[0].name', 'is missing: it must be text of 1 to 120 characters')).toBe(
      'Layer 1: type a name',
    )
  })

  it('says a sentence of its own alone', () => {
    expect(saidFault({ path: 'blocks', message: 'A plan holds 120 boards at most' })).toBe(
      'A plan holds 120 boards at most',
    )
  })

  it('names the board or group of a plan', () => {
    const made = plan([block('a', { dose: count(5) }), block('kicks', { title: 'Kicks', dose: count(5) })])
    const message = 'must be at most 3'
    expect(saidOfPlan({ path: 'blocks[1].dose.runs[0].to', message }, made)).toBe(
      'Kicks: Run 1, to section must be at most 3',
    )
    expect(saidOfPlan({ path: 'groups[0].pace', message }, made)).toBe('white: Pace must be at most 3')
    expect(saidOfPlan({ path: 'blocks[7].dose.reps', message }, made)).toBe('Board 8, reps must be at most 3')
    expect(saidOfPlan({ path: 'lengthMin', message }, made)).toBe('Minutes must be at most 3')
  })
})
