import type { Dose } from './doses'
import type { Block } from './schema'

/** The block with every dose it has changed: its own, and those of its tracks. */
export function changeDoses<B extends Block | Omit<Block, 'id'>>(block: B, change: (dose: Dose) => Dose): B {
  return {
    ...block,
    ...(block.dose ? { dose: change(block.dose) } : {}),
    ...(block.tracks
      ? {
          tracks: block.tracks.map((track) => ({
            ...track,
            ...(track.dose ? { dose: change(track.dose) } : {}),
            ...(track.then ? { then: change(track.then) } : {}),
          })),
        }
      : {}),
  }
}
