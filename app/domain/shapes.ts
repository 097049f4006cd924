import type { Block } from '~~/core'
import { newBlock } from '~~/core/plan/edit'

/** Boards an instructor reaches for without an item: the frame of any class. */
export const SHAPES: { name: string; about: string; block: Omit<Block, 'id'> }[] = [
  {
    name: 'Line up and bow',
    about: 'space, kit, a word on the day',
    block: newBlock('opening', 'Line up and bow'),
  },
  {
    name: 'Warm-up bursts',
    about: '5 × 40 s, 10 s between',
    block: {
      ...newBlock('warmup', 'Warm-up bursts'),
      dose: {
        kind: 'rounds',
        rounds: 5,
        workSec: 40,
        restSec: 10,
        sides: 1,
        roles: 1,
        setupSec: 15,
        focus: ['jog', 'knees', 'side-steps', 'squats', 'sprint'],
      },
    },
  },
  { name: 'Water', about: 'a minute', block: newBlock('water', 'Water') },
  { name: 'A word', about: 'a minute and a half of talk', block: newBlock('talk', 'A word') },
  { name: 'A game', about: 'four minutes', block: newBlock('game', 'A game') },
  {
    name: 'Cool-down holds',
    about: '2 × 50 s each side',
    block: {
      ...newBlock('cooldown', 'Cool-down, slow breath'),
      dose: { kind: 'hold', sets: 2, holdSec: 50, restSec: 10, sides: 2, switchSec: 5, setupSec: 20 },
    },
  },
  {
    name: 'Recap and bow out',
    about: 'two sentences, homework',
    block: newBlock('closing', 'Recap, homework, bow out'),
  },
]
