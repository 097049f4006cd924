import type { Phase } from '../plan/phases'
import type { Plan } from '../plan/schema'
import { techniquesOf } from '../plan/techniques'
import { counted, minutes } from '../kernel/time-text'
import { inOneLine } from './line-ends'

/** What a class amounted to, to be read out or sent: what was worked, what was left out, what is to be known. Nobody is named. */
export interface RecapOf {
  plan: Plan
  day: string
  ranMs: number
  here: number
  /** Ids of the boards that were run, if only for a while. */
  ran: ReadonlySet<string>
  notices: readonly { says: string; group?: string | null }[]
  itemName(id: string): string
  groupName(id: string): string
}

/** Nobody misses these. */
const QUIET: readonly Phase[] = ['water', 'opening', 'closing', 'talk']

export function recapText({ plan, day, ranMs, here, ran, notices, itemName, groupName }: RecapOf): string {
  const worked = { ...plan, blocks: plan.blocks.filter(({ id }) => ran.has(id)) }
  const items = [...new Set(techniquesOf(worked).map(({ id }) => itemName(id)))]
  const cut = plan.blocks
    .filter(({ id, phase }) => !ran.has(id) && !QUIET.includes(phase))
    .map(({ title }) => title)
  return [
    `${inOneLine(plan.title)}, ${day}`,
    `${counted(here, 'student')}, ${minutes(ranMs)} on the floor.`,
    ...(plan.theme ? [`Theme: ${inOneLine(plan.theme)}`] : []),
    ...(items.length ? ['', 'We worked on:', ...items.map((name) => `- ${inOneLine(name)}`)] : []),
    ...(cut.length ? ['', `Left for next time: ${cut.map(inOneLine).join(', ')}.`] : []),
    ...(notices.length
      ? [
          '',
          'To remember:',
          ...notices.map(
            ({ says, group }) => `- ${inOneLine(says)}${group ? ` (${inOneLine(groupName(group))})` : ''}`,
          ),
        ]
      : []),
    '',
  ].join('\n')
}
