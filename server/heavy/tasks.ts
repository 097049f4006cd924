import { planRounds } from '../../core/partners/rounds'
import { settlementOf } from './settlement'

/** Long sums that run beside the event loop, by name: each takes and gives what can be sent to a thread. A new one is a line here. */
export const TASKS = {
  settlement: settlementOf,
  rounds: planRounds,
} as const

export type TaskName = keyof typeof TASKS
export type InputOf<T extends TaskName> = Parameters<(typeof TASKS)[T]>
export type OutputOf<T extends TaskName> = ReturnType<(typeof TASKS)[T]>
