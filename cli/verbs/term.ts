import loadHighs from 'highs'
import { PATIENT, planTerm, readTerm } from '../../core/term/term'
import { held, readJson } from '../input'

export async function run([file = '']: string[]) {
  const { term } = held(readTerm(readJson(file)))
  return planTerm(await loadHighs(), term, { ...PATIENT, now: () => performance.now() / 1000 })
}
