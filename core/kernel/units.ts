/**
 * Time inside the core is a whole number of milliseconds; files carry seconds with at most three decimals.
 * These are the only three places where one becomes the other or a time is scaled.
 */

/** Seconds of a plan file to whole milliseconds. Exact for up to three decimals. */
export function toMs(sec: number): number {
  return Math.round(sec * 1000)
}

/** Whole milliseconds to the seconds printed in files and results. */
export function toSec(ms: number): number {
  return ms / 1000
}

/**
 * `ms × factor`, rounded half up to the millisecond and computed exactly on the decimal digits of `factor`,
 * so that 5 ms × 1.1 is 6 (5.5 up) although 5 * 1.1 in binary floating point may fall to either side.
 *
 * @param ms whole milliseconds, 0 or more
 * @param factor a pace (0.5 to 2) or a form tempo (above 0)
 */
export function scaleMs(ms: number, factor: number): number {
  if (factor === 1) return ms
  const micro = Math.round(factor * 1e6)
  const product = ms * micro
  if (micro / 1e6 === factor && product < Number.MAX_SAFE_INTEGER - 1e6) {
    const rest = product % 1e6
    return (product - rest) / 1e6 + (rest * 2 >= 1e6 ? 1 : 0)
  }
  const { digits, scale } = decimalOf(factor)
  return Number((2n * BigInt(ms) * digits + scale) / (2n * scale))
}

/** A positive number as the fraction its shortest decimal form stands for. */
function decimalOf(value: number): { digits: bigint; scale: bigint } {
  const [mantissa = '0', exponent = '0'] = String(value).split('e')
  const [whole = '0', fraction = ''] = mantissa.split('.')
  const digits = BigInt(whole + fraction)
  const power = fraction.length - Number(exponent)
  return power >= 0
    ? { digits, scale: 10n ** BigInt(power) }
    : { digits: digits * 10n ** BigInt(-power), scale: 1n }
}
