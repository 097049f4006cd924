import { describe, expect, it } from 'vitest'
import { SteadyClock } from '~/domain/steady-clock'

/** A machine whose clocks are in our hands, and a server that is right. */
function machine(known?: number) {
  let wall = 1_700_000_000_000
  let steady = 5000
  let server = 1_700_000_000_000
  const clock = new SteadyClock(
    () => wall,
    () => steady,
    known,
  )
  return {
    clock,
    /** Time passes. */
    pass(ms: number) {
      wall += ms
      steady += ms
      server += ms
    },
    sleep(ms: number) {
      wall += ms
      server += ms
    },
    set: (ms: number) => (wall += ms),
    drift: (ms: number) => (steady += ms),
    get server() {
      return server
    },
    /** Asks the server; the answer is `there` ms on the way there and `back` ms on the way back. */
    ask(there = 5, back = 5) {
      const askedAt = clock.device()
      this.pass(there)
      const told = server
      this.pass(back)
      return clock.compare(told, askedAt)
    },
    get wrongBy() {
      return Math.abs(clock.read() - server)
    },
  }
}
const HOUR = 3_600_000

describe('the time a class goes by', () => {
  it('is true after an hour', () => {
    const m = machine()
    m.pass(HOUR)
    expect(m.wrongBy).toBeLessThan(1)
  })
  it('does not jump when the machine’s clock is set, forward or back, while the page is there', () => {
    const m = machine()
    m.pass(1000)
    m.set(-HOUR)
    expect(m.wrongBy).toBeLessThan(1)
    m.set(3 * HOUR)
    m.pass(1000)
    expect(m.wrongBy).toBeLessThan(1)
  })
  it('knows of a sleep of five minutes when the page is back', () => {
    const m = machine()
    m.sleep(300_000)
    expect(m.clock.back()).toBe(true)
    expect(m.wrongBy).toBeLessThan(20)
    expect(m.clock.back()).toBe(false)
  })
  it('does not believe a clock that was set back; one that was set on, the server puts right', () => {
    const back = machine()
    back.set(-HOUR)
    back.clock.back()
    expect(back.wrongBy).toBeLessThan(20)
    const on = machine()
    on.set(HOUR)
    on.clock.back()
    on.ask()
    expect(on.wrongBy).toBeLessThan(20)
  })
  it('follows the server where the device’s clock is off, by however little', () => {
    for (const off of [-90_000, -700, 40, 900, 7_200_000]) {
      const m = machine()
      m.set(off)
      const fresh = new SteadyClock(
        () => m.server + off,
        () => 0,
      )
      const askedAt = fresh.device()
      fresh.compare(m.server + 2, askedAt - 4)
      expect(Math.abs(fresh.read() - m.server)).toBeLessThan(20)
    }
  })
  it('a page that is opened anew out of the server’s reach goes on by what was known', () => {
    const m = machine()
    m.drift(0)
    m.clock.off = -5000
    expect(
      new SteadyClock(
        () => 10_000,
        () => 0,
        m.clock.off,
      ).read(),
    ).toBe(5000)
  })
  it('stays as it is while no exchange proves it wrong: a slow answer moves no tap', () => {
    const m = machine()
    m.ask()
    for (const [there, back] of [
      [900, 10],
      [10, 900],
      [1200, 1300],
    ] as const)
      expect(m.ask(there, back)).toBe(false)
    expect(m.wrongBy).toBeLessThan(20)
  })
  it('an answer that took too long tells nothing', () => {
    const m = machine()
    m.clock.off = 400
    expect(m.ask(2000, 2000)).toBe(false)
    expect(m.clock.off).toBe(400)
  })
  it('tells the server how far it is off only once it knows', () => {
    const m = machine()
    expect(m.clock.knownOff()).toBeUndefined()
    m.ask()
    expect(m.clock.knownOff()).toBe(0)
  })
  it('is not set back a little on the heels of a tap, which the next would overtake; it is a while after it', () => {
    const m = machine(400)
    expect(m.clock.read() - m.server).toBe(400)
    const first = m.clock.stamp() + m.clock.off
    m.pass(30)
    expect(m.ask()).toBe(false)
    expect(m.clock.stamp() + m.clock.off).toBeGreaterThan(first)
    m.pass(6000)
    expect(m.ask()).toBe(true)
    expect(m.wrongBy).toBeLessThan(5)
  })
  it('is set on at once, and set back at once where it was far off', () => {
    const behind = machine(-400)
    behind.clock.stamp()
    expect(behind.ask()).toBe(true)
    const far = machine(HOUR)
    far.clock.stamp()
    expect(far.ask()).toBe(true)
    expect(Math.max(behind.wrongBy, far.wrongBy)).toBeLessThan(5)
  })
})
