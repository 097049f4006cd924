import { shortDose, stagesOf } from '../plan/doses'
import { besideWords } from '../plan/place-words'
import type { Phase } from '../plan/phases'
import type { Block, Plan } from '../plan/schema'
import { clockAt, counted, minutes, shortTime } from '../kernel/time-text'
import { layPlan } from '../plan/timeline'

/** How a file names what a plan only holds ids of. */
export interface Names {
  item(id: string): string
  /** The name of a layer of an item. */
  layer(id: string, layer: number): string
}

/** One thing that some of the groups do within a board. */
export interface LinePart {
  /** Groups by name; empty: everyone. */
  who: string[]
  what: string
  dose: string
}

/** A board as a line of a card: when, how long, what, and who does what in it. */
export interface ClassLine {
  block: Block
  /** Ms from the start, and on the clock. */
  at: number
  clock: string
  ms: number
  length: string
  phase: Phase
  title: string
  dose: string
  parts: LinePart[]
}

/** The boards of a plan as lines, in their order. */
export function classLines(plan: Plan, names: Names): ClassLine[] {
  return layPlan(plan).blocks.map(({ block, at, ms }) => ({
    block,
    at,
    clock: plan.start ? clockAt(plan.start, at)[0] : minutes(at),
    ms,
    length: minutes(ms),
    phase: block.phase,
    title: block.title,
    dose: [doseLine(block), ...waysOf(block)].filter(Boolean).join(', '),
    parts: partsOf(block, plan, names),
  }))
}

/** How it goes on the floor where that is not as usual. */
function waysOf(block: Block): string[] {
  return [
    block.firstSide ? `${block.firstSide === 'L' ? 'left' : 'right'} first` : '',
    block.start === 'word' ? 'begins at my word' : '',
  ].filter(Boolean)
}

function doseLine(block: Block): string {
  const { mode, dose, stations = [], teams = 1, workSec = 0, holding } = block
  switch (mode) {
    case 'together':
    case 'oneCount':
      return dose ? shortDose(dose) : ''
    case 'layers':
      return 'each on their own layer'
    case 'turns':
      return holding ? `each taught in turn; who waits: ${holding.title}` : 'each taught in turn'
    case 'stations':
      return `${counted(stations.length, 'station')}, ${counted(teams, 'team')}, ${shortTime(workSec * 1000)} each`
  }
}

function partsOf(block: Block, plan: Plan, names: Names): LinePart[] {
  const { tracks, stations, dose } = block
  if (block.mode === 'stations')
    return (stations ?? []).map(({ title, technique, layer }, s) => ({
      who: [],
      what: `${s + 1}. ${title}${technique ? `: ${names.item(technique)}, ${names.layer(technique, layer)}` : ''}`,
      dose: '',
    }))
  if (tracks)
    return tracks.map((track) => ({
      who: plan.groups.filter(({ id }) => track.groups.includes(id)).map(({ name }) => name),
      what: `${track.title ? `${track.title}: ` : ''}${names.item(track.technique)}, ${names.layer(track.technique, track.layer)}${besideWords(
        track,
        names,
      )
        .map((words) => `; ${words}`)
        .join('')}`,
      dose: track.dose ? shortDose(track.dose) : '',
    }))
  const stages = stagesOf(dose).map((stage, s) => ({
    who: [],
    what: [`${s + 1}. ${stage.title}`, ...besideWords(stage, names, block.technique)].join('; '),
    dose: shortDose(stage.dose),
  }))
  const beside = besideWords(block, names).join('; ')
  if (stages.length) return beside ? [{ who: [], what: beside, dose: '' }, ...stages] : stages
  const said = block.technique && names.item(block.technique)
  const named = said && !block.title.toLowerCase().includes(said.toLowerCase())
  const what = [named ? `${said}, ${names.layer(block.technique ?? '', block.layer)}` : '', beside]
    .filter(Boolean)
    .join('; ')
  return what ? [{ who: [], what, dose: '' }] : []
}
