import { readRefitState, refit } from '../../core/floor/refit'
import { held, readJson } from '../input'

export const run = ([file = '']: string[]) => refit(held(readRefitState(readJson(file))).state)
