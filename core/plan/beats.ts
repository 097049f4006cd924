/**
 * When each of some things begins that share a time by their beats: `round(ms · (beats before) / (all beats))`, halves up.
 *
 * @param ms the whole time
 * @returns ms from its start, in the order given
 */
export function beatTimes(all: readonly { beats: number }[], ms: number): number[] {
  const sum = all.reduce((beats, one) => beats + one.beats, 0)
  let before = 0
  return all.map(({ beats }) => {
    const at = Math.floor((2 * ms * before + sum) / (2 * sum))
    before += beats
    return at
  })
}
