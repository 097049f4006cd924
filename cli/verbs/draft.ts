import loadHighs from 'highs'
import { readClub } from '../../core/checks/club-file'
import { draftClass } from '../../core/draft/draft'
import { readRequest } from '../../core/draft/request'
import { held, readJson, refuse } from '../input'

export async function run([requestFile = '', clubFile = '']: string[]) {
  const { request } = held(readRequest(readJson(requestFile)))
  const { club } = held(readClub(readJson(clubFile)))
  const highs = await loadHighs()
  const began = performance.now()
  const draft = draftClass(highs, request, club, { now: () => performance.now() / 1000 })
  if (!draft) return refuse('lengthMin', 'no class of this length can be made under these choices')
  return { ...draft, seconds: Math.round(performance.now() - began) / 1000 }
}
