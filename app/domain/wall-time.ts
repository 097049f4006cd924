/** The club's day, YYYY-MM-DD, at a moment (ms since 1970), wherever the device stands. */
export function dayOf(ms: number, zone: string | undefined): string {
  return new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeZone: zone }).format(ms)
}

/** `19:04`: a moment (ms since 1970) on the club's own clock, wherever the device stands. */
export function wallTime(ms: number, zone: string | undefined): string {
  return new Date(ms).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone })
}
