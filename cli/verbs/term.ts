import { planTerm, readTerm } from '../../core/term/term'
import { held, readJson } from '../input'

export const run = ([file = '']: string[]) => planTerm(held(readTerm(readJson(file))).term)
