import type { Plan } from '../plan/schema'
import { boardsCsv } from './boards-csv'
import type { Names } from './class-lines'
import { planMarkdown } from './markdown'
import { planWebVtt } from './webvtt'

export type { Names } from './class-lines'

/** A way to write a plan as a text file: a new one is a file with a writer and a line below. */
export interface PlanFormat {
  id: string
  /** As the menu says it. */
  name: string
  /** What it is for, in a few words. */
  says: string
  ending: string
  type: string
  write(plan: Plan, names: Names): string
}

export const PLAN_FORMATS: readonly PlanFormat[] = [
  {
    id: 'json',
    name: 'Plan file',
    says: 'JSON, to read in again',
    ending: 'plan.json',
    type: 'application/json',
    write: (plan) => `${JSON.stringify(plan, null, 2)}\n`,
  },
  {
    id: 'markdown',
    name: 'Markdown',
    says: 'to read or send',
    ending: 'md',
    type: 'text/markdown',
    write: planMarkdown,
  },
  {
    id: 'webvtt',
    name: 'Calls as WebVTT',
    says: 'captions beside a recording',
    ending: 'vtt',
    type: 'text/vtt',
    write: planWebVtt,
  },
  {
    id: 'csv',
    name: 'Boards as CSV',
    says: 'for a spreadsheet',
    ending: 'csv',
    type: 'text/csv',
    write: boardsCsv,
  },
]
