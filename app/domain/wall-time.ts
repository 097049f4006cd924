/** The club's day, YYYY-MM-DD, at a moment (ms since 1970), wherever the device stands. */
export function dayOf(ms: number, zone: string | undefined): string {
  return new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeZone: zone }).format(ms)
}

/** `19:04`: a moment (ms since 1970) on the club's own clock, wherever the device stands. */
export function wallTime(ms: number, zone: string | undefined): string {
  return new Date(ms).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone })
}

/** The moment of a clock time (`19:02:30`) on the day of another moment, on the club's own clock; nothing where it is none. */
export function wallMoment(of: number, clock: string, zone: string | undefined): number | undefined {
  const found = /^(\d{1,2}):(\d{2})(?::(\d{2}))?$/.exec(clock.trim())
  if (!found) return undefined
  const [hour, minute, second] = [Number(found[1]), Number(found[2]), Number(found[3] ?? 0)]
  if (hour > 23 || minute > 59 || second > 59) return undefined
  const there = new Date(of).toLocaleTimeString('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    timeZone: zone,
  })
  const [h = 0, m = 0, s = 0] = there.split(':').map(Number)
  return of + ((hour - h) * 3600 + (minute - m) * 60 + (second - s)) * 1000
}
