/** Times as instructors say them. */

/** `m:ss`, the half second rounded up; `h:mm:ss` from an hour on when `hours` is wanted. */
export function minutes(ms: number): string {
  const sec = Math.round(Math.abs(ms) / 1000)
  return `${ms < 0 && sec > 0 ? '−' : ''}${Math.floor(sec / 60)}:${String(sec % 60).padStart(2, '0')}`
}

/** A sum over many classes: `21 h 47 min`; under an hour `m:ss`. */
export function longTime(ms: number): string {
  const whole = Math.round(ms / 60_000)
  return ms < 3_600_000
    ? minutes(ms)
    : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')} min`
}

/** A short time: `40 s` under a minute, else `m:ss`. A part of a second is kept: `1.5 s`. */
export function shortTime(ms: number): string {
  return ms < 60_000 ? `${+(ms / 1000).toFixed(1)} s` : minutes(ms)
}

/** The clock after `ms` of a class that starts at `HH:MM`, as `[HH:MM, :SS]`. */
export function clockAt(start: string, ms: number): [hhmm: string, ss: string] {
  const [hour = 0, minute = 0] = start.split(':').map(Number)
  const sec = (((hour * 60 + minute) * 60 + Math.round(ms / 1000)) % 86_400) + 86_400
  const two = (n: number) => String(n).padStart(2, '0')
  return [`${two(Math.floor(sec / 3600) % 24)}:${two(Math.floor(sec / 60) % 60)}`, `:${two(sec % 60)}`]
}

/** `1 set`, `3 sets`. */
export function counted(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`
}
