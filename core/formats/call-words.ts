import { stagesOf } from '../plan/doses'
import type { Cue } from '../plan/cues'
import { linksAt, workedAt, type Link, type Place } from '../plan/places'
import { shortTime } from '../kernel/time-text'
import type { Plan } from '../plan/schema'
import type { Names } from './class-lines'

const SIDE = { R: 'right', L: 'left' } as const

/** Where in a plan a cue is called: its board, its track where each has its own time, its dose, and the stage or entry of that. */
function whereOf(cue: Cue, plan: Plan) {
  const block = plan.blocks.find(({ id }) => id === cue.block)
  const track = cue.track === undefined ? undefined : block?.tracks?.[cue.track]
  const dose = track?.dose ?? block?.dose
  return { block, track, dose, stage: cue.stage === undefined ? undefined : stagesOf(dose)[cue.stage] }
}

/** The link that a cue calls; nothing where it calls none. */
function linkOf(cue: Cue, plan: Plan): Link | undefined {
  if (cue.link === undefined) return undefined
  const { block, track, stage } = whereOf(cue, plan)
  // On one count the links of a track are nobody's call.
  const place: Place = track ?? (block?.mode === 'together' ? block : {})
  return linksAt(place, stage)?.[cue.link - 1]
}

/** The same by its name. */
export const linkSaid = (cue: Cue, plan: Plan): string | undefined => linkOf(cue, plan)?.say

/** A link with the version of what is worked in it, where that is not the first. */
function linkInFull(cue: Cue, plan: Plan, names: Names): string | undefined {
  const { say, technique, layer = 1 } = linkOf(cue, plan) ?? {}
  return technique !== undefined && layer > 1 ? `${say} (${names.layer(technique, layer)})` : say
}

/** The version of what is worked where work begins: of a round where rounds rise, else where it is not the first. */
function versionOf(cue: Cue, plan: Plan, names: Names): string | undefined {
  const { block, track, dose, stage } = whereOf(cue, plan)
  const place = workedAt(track ?? (block?.mode === 'together' ? block : {}), stage)
  if (!place) return undefined
  const worked = stage?.dose ?? dose
  const ofRound = worked?.kind === 'rounds' ? worked.roundLayers?.[(cue.round ?? 0) - 1] : undefined
  const layer = ofRound ?? (place.layer > 1 ? place.layer : undefined)
  return layer === undefined ? undefined : names.layer(place.technique, layer)
}

/** What a cue says, in the words of an instructor; nothing for those that only tick. */
export function callWords(cue: Cue, plan: Plan, names: Names): string {
  const { block, track, dose, stage } = whereOf(cue, plan)
  const title = block?.title ?? ''
  const who = track
    ? plan.groups
        .filter(({ id }) => track.groups.includes(id))
        .map(({ name }) => name)
        .join(', ')
    : ''
  const worked = stage?.dose ?? dose
  const roles = worked && 'roleNames' in worked ? worked.roleNames : undefined
  const turn = [
    cue.side ? `${SIDE[cue.side]} side` : '',
    cue.role ? (roles?.[cue.role === 'A' ? 0 : 1] ?? `role ${cue.role}`) : '',
  ].filter(Boolean)
  const said = (...words: (string | undefined)[]) => words.filter(Boolean).join(', ')
  const about = (...words: (string | undefined)[]) => said(who, ...words, ...turn)
  switch (cue.kind) {
    case 'block':
      return title
    case 'setup':
      return about('show it', stage?.title)
    case 'begin':
      return said(
        who,
        track ? names.item(track.technique) : stage?.title,
        versionOf(cue, plan, names),
        ...turn,
        'begin',
      )
    case 'rep':
      return said(`${cue.n ?? ''}`, linkInFull(cue, plan, names))
    case 'link':
      return linkInFull(cue, plan, names) ?? ''
    case 'step': {
      const sections = worked?.kind === 'form' ? worked.sections : []
      const moves = sections.find(({ id }) => id === cue.section)?.moves
      return moves?.[(cue.move ?? 0) - 1]?.say ?? ''
    }
    case 'mark':
      return about(`${shortTime((cue.left ?? 0) * 1000)} left`)
    case 'work':
      return said(
        who,
        stage?.title,
        cue.round === undefined || stage ? undefined : `round ${cue.round}`,
        versionOf(cue, plan, names),
        ...turn,
        'go',
      )
    case 'half':
      return about('half')
    case 'ten':
      return about('ten seconds')
    case 'three':
      return about('three')
    case 'stop':
      return about('stop')
    case 'rest':
      return about('rest', stage?.title)
    case 'swap':
      return about('swap roles')
    case 'switch':
      return about('change sides')
    case 'reset':
      return about('back to the start')
    case 'bridge':
      return about('next stage', stage?.title)
    case 'handover':
      return about('your turn')
    case 'move':
      return about('move on')
    case 'transition':
      return `next: ${title}`
    case 'end':
      return 'bow out'
  }
}
