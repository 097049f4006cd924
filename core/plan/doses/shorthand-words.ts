import type { DoseName } from './index'

/** What may follow the head of a dose: the words, the field they set, and what comes after them. */
export interface Modifier {
  words: string
  field: string
  takes: 'time' | 'whole' | 'both' | 'yes' | 'texts' | 'names' | 'no' | 'word' | 'R' | 'L' | 'set' | 'about'
}
const modifier = (words: string, field: string, takes: Modifier['takes'] = 'time'): Modifier => ({
  words,
  field,
  takes,
})
const SIDES = modifier('each side', 'sides', 'both')
const RIGHT = modifier('right only', 'side', 'R')
const LEFT = modifier('left only', 'side', 'L')
const ROLES = modifier('both roles', 'roles', 'both')
const TEMPO = modifier('@', 'tempoSec')
const REST = modifier('rest', 'restSec')
const SWITCH = modifier('switch', 'switchSec')
const SWAP = modifier('swap', 'swapSec')
const NAMES = modifier('as', 'roleNames', 'names')
const SETUP = modifier('setup', 'setupSec')
const BY_SETS = modifier('by sets', 'sidesBy', 'set')
const BY_WORD = modifier('by my word', 'by', 'word')
const ALTERNATE = modifier('side to side', 'alternate', 'yes')

/** In the order in which they are written. A new dose adds its line here and its head below. */
export const MODIFIERS: Record<DoseName, Modifier[]> = {
  count: [
    SIDES,
    BY_SETS,
    RIGHT,
    LEFT,
    ROLES,
    modifier('turn about', 'exchange', 'about'),
    NAMES,
    ALTERNATE,
    TEMPO,
    REST,
    SWITCH,
    SWAP,
    BY_WORD,
    SETUP,
  ],
  own: [
    SIDES,
    BY_SETS,
    RIGHT,
    LEFT,
    ROLES,
    NAMES,
    ALTERNATE,
    TEMPO,
    REST,
    modifier('cap', 'capSec'),
    SWITCH,
    SWAP,
    BY_WORD,
    SETUP,
  ],
  rounds: [
    modifier('off', 'restSec'),
    SIDES,
    BY_SETS,
    RIGHT,
    LEFT,
    ROLES,
    NAMES,
    TEMPO,
    modifier('focus', 'focus', 'texts'),
    SWITCH,
    SWAP,
    BY_WORD,
    SETUP,
  ],
  hold: [SIDES, BY_SETS, RIGHT, LEFT, REST, SWITCH, BY_WORD, SETUP],
  form: [modifier('reset', 'resetSec'), BY_WORD, SETUP],
  fixed: [modifier('work', 'active', 'yes'), modifier('talk', 'active', 'no')],
  ladder: [modifier('bridge', 'bridgeSec'), SETUP],
  routine: [
    modifier('laps', 'laps', 'whole'),
    modifier('gap', 'gapSec'),
    modifier('lap rest', 'lapRestSec'),
    SETUP,
  ],
}
