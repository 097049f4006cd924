import { dueLists, readLedger } from '../../core/balance/due'
import { held, readJson } from '../input'

export const run = ([file = '']: string[]) => dueLists(held(readLedger(readJson(file))).ledger)
