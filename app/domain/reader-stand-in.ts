import { inTurn } from './in-turn'
import type { TapOutcome } from '~~/core/people/door-taps'

/** A reader as it would hang on the wall: it keeps what it hears until it is sent, also while the network is gone. */

export interface HeldTap {
  id: string
  tag: string
  at: number
}
export interface SentTap extends HeldTap {
  outcome: TapOutcome
}

/** Sends a batch; the outcomes in its order. @throws when it cannot be sent */
export type SendTaps = (taps: HeldTap[], sentAt: number) => Promise<TapOutcome[]>

const MOST_AT_ONCE = 200

export class StandIn {
  readonly waiting: HeldTap[] = []
  isOffline = false
  private readonly next = inTurn()

  constructor(
    private readonly send: SendTaps,
    private readonly told: (sent: SentTap[]) => void,
    private readonly now: () => number,
  ) {}

  /** A tag was held to it. @param at when, where it is told late */
  hear(tag: string, at = this.now()): Promise<void> {
    this.waiting.push({ id: crypto.randomUUID(), tag, at })
    return this.flush()
  }

  /** Sends what waits, one batch after the other; what cannot be sent waits on. */
  flush(): Promise<void> {
    return this.next(() => this.sendAll())
  }

  private async sendAll(): Promise<void> {
    while (this.waiting.length && !this.isOffline) {
      const batch = this.waiting.slice(0, MOST_AT_ONCE)
      const outcomes = await this.send(batch, this.now())
      this.waiting.splice(0, batch.length)
      this.told(batch.map((tap, n) => ({ ...tap, outcome: outcomes[n] ?? 'unknown' })))
    }
  }
}
