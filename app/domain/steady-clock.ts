/**
 * The time a class goes by: ms since 1970 from a monotonic base, so that it neither drifts nor jumps when the machine's clock is set; the
 * server's clock goes before the device's, as near as an exchange can tell.
 */

/** An answer that took longer tells nothing of the time. */
const MOST_WAY_MS = 3000
/** What rounding and a busy page make of a moment. */
const SLACK_MS = 4
/** Two clocks of one machine are read one after the other: less than this is no jump. */
const STILL_MS = 20
/** A difference that shrinks by less than this changes no order of taps that are this long ago, or longer. */
const LITTLE_MS = 1000
const QUIET_MS = 5000

export class SteadyClock {
  /** The machine's clock at the zero of the monotonic one. */
  private origin: number
  /** By how much the device's clock is behind the server's, ms. */
  off = 0
  private isCompared = false
  private stampedAt = -Infinity

  /**
   * @param wall the machine's clock, ms since 1970: it may be set
   * @param steady a clock that never is, from whatever zero; it may stand still while the machine sleeps
   * @param known how far the device was off when it last compared, for a page that opens out of the server's reach
   */
  constructor(
    private readonly wall: () => number,
    private readonly steady: () => number,
    known = 0,
  ) {
    this.origin = wall() - steady()
    this.off = known
  }

  /** The device's own clock, as it is written into events. */
  device(): number {
    return Math.round(this.origin + this.steady())
  }

  /** The device's own clock for something that is done now. */
  stamp(): number {
    this.stampedAt = this.device()
    return this.stampedAt
  }

  /** The server's time, as well as it is known. */
  read(): number {
    return this.device() + this.off
  }

  /**
   * Compares with the server's clock, from an answer and when it was asked for, by `device`. The time stays as it is while the exchange does
   * not prove it wrong: two taps must not change places because an answer was slow. For the same reason it is not set back a little on the
   * heels of a tap: what was tapped before would come after what is tapped next.
   *
   * @returns whether the time was set
   */
  compare(serverNow: number, askedAt: number): boolean {
    const here = this.device()
    const way = here - askedAt
    if (way < 0 || way > MOST_WAY_MS) return false
    const difference = serverNow - (here - way / 2)
    this.isCompared = true
    if (Math.abs(difference - this.off) <= way / 2 + SLACK_MS) return false
    const back = this.off - difference
    if (back > 0 && back < LITTLE_MS && here - this.stampedAt < QUIET_MS) return false
    this.off = Math.round(difference)
    return true
  }

  /**
   * The page is back. Where the machine's clock ran on and the steady one did not, it slept: that time has passed. A clock that was set back
   * is not believed. Which of a sleep and a clock that was set on it was, the server knows: compare afterwards.
   *
   * @returns whether the two clocks had come apart
   */
  back(): boolean {
    const apart = this.wall() - this.steady() - this.origin
    if (Math.abs(apart) < STILL_MS) return false
    if (apart > 0) this.origin += apart
    return true
  }

  /** How far the device is off, as it may be told to the server: nothing before the clocks were compared. */
  knownOff(): number | undefined {
    return this.isCompared ? this.off : undefined
  }
}
