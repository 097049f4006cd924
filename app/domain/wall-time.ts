/** `19:04`: a moment (ms since 1970) on the club's own clock, wherever the device stands. */
export function wallTime(ms: number, zone: string | undefined): string {
  return new Date(ms).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone })
}
