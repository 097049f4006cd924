import { inTurn } from '~/domain/in-turn'
import { toast } from '~/domain/toast'

/** A line that could not be kept, and why. */
export interface Unkept<L> {
  id: string
  line: L
  name: string
  why: string
}

/**
 * Lines that are typed one after the other: each goes off as it is entered, so that the next can be typed whatever the network does, and they
 * are kept in that order. One that could not be kept is told, and goes off again under its id: nobody is added twice.
 * It is never put back among what is being typed unasked.
 */
export function useSentLines<L>(way: {
  nameOf: (line: L) => string
  keep: (id: string, line: L) => Promise<void>
}) {
  /** Those that are on their way, in their order. */
  const going = shallowRef<{ id: string; name: string }[]>([])
  const unkept = shallowRef<Unkept<L>[]>([])
  const next = inTurn()
  let isGone = false
  onScopeDispose(() => (isGone = true))

  function send(line: L, id: string = crypto.randomUUID()): void {
    going.value = [...going.value, { id, name: way.nameOf(line) }]
    void next(() => way.keep(id, line))
      .catch((error: unknown) => tell(id, line, saidBy(error)))
      .finally(() => (going.value = going.value.filter((one) => one.id !== id)))
  }

  function tell(id: string, line: L, why: string): void {
    const one = { id, line, name: way.nameOf(line), why }
    if (isGone)
      toast.error(`${one.name} is not kept: ${why}`, {
        duration: 30_000,
        action: { label: 'Try again', onClick: () => send(line, id) },
      })
    else unkept.value = [...unkept.value, one]
  }

  function leave({ id }: Unkept<L>): void {
    unkept.value = unkept.value.filter((other) => other.id !== id)
  }

  function again(one: Unkept<L>): void {
    leave(one)
    send(one.line, one.id)
  }

  return { send, again, leave, going, unkept }
}
