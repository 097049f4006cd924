import { pairStudents } from '../../core/partners/pairing'
import { readRoster } from '../../core/partners/roster-file'
import { held, readJson } from '../input'

export const run = ([file = '']: string[]) => pairStudents(held(readRoster(readJson(file))).roster)
