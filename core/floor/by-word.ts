import { linksInOrder, type CalledNow } from './called'
import { slotOf } from './more-reps'

/**
 * What goes by the instructor's word. A set on the count goes on rep by rep, or link by link where its reps have links; a form whose moves are
 * known move by move. Of anything else the word is its end: its clock runs, and past its length until the word comes.
 */

/** One press of the word: a rep, a link of it or a move, and the stretch of the span that it stands for. */
export interface Press {
  /** Ms into the span. */
  at: number
  ms: number
}

/** How many presses each rep takes. */
const linksOf = (called: CalledNow): number => Math.max(1, linksInOrder(called).length)

/** Whether the span goes on press by press: nothing moves between them. */
export const isPressed = ({ span }: CalledNow): boolean =>
  span.word && (span.kind === 'reps' || (span.kind === 'run' && span.steps !== undefined))

/** Whether the span lasts until the word, with its clock running. */
export const lastsUntilTold = (called: CalledNow): boolean => called.span.word && !isPressed(called)

/** How many presses the span has. */
export const pressesOf = (called: CalledNow): number =>
  called.span.kind === 'run' ? (called.span.steps?.length ?? 0) : called.span.count * linksOf(called)

/** Rep and link of a press, or its move: each from 1 in the order in which they are called. */
export function pressOf(called: CalledNow, press: number): { rep: number; link: number } {
  if (called.span.kind === 'run') return { rep: press, link: 1 }
  const links = linksOf(called)
  const rep = Math.ceil(press / links)
  return { rep, link: press - (rep - 1) * links }
}

/** Which press calls the first link of a rep. */
export const firstPressOf = (called: CalledNow, rep: number): number =>
  called.span.kind === 'run' ? rep : (rep - 1) * linksOf(called) + 1

/** @param press from 1; beyond the last rep the last is done again, and where sides alternate the last of that side */
export function pressAt(called: CalledNow, press: number): Press {
  const { span } = called
  const { rep, link } = pressOf(called, press)
  if (span.kind === 'run') {
    const { steps = [] } = span
    const at = press === 1 ? 0 : (steps[press - 1]?.at ?? 0)
    return { at, ms: (steps[press]?.at ?? span.ms) - at }
  }
  const order = linksInOrder(called)
  const from = (slotOf(rep, span) - 1) * span.repMs
  const at = order[link - 1]?.at ?? 0
  return { at: from + at, ms: (order[link]?.at ?? span.repMs) - at }
}
