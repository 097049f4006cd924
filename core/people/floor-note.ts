import type { Region } from '../curriculum/item'

/** What a floor note asks the floor to look out for. */
export interface NoteTouches {
  regions: Region[]
  /** No falls, no throws. */
  falls: boolean
  /** No contact, no sparring. */
  contact: boolean
}

/** The words by which instructors write of a region. */
const WORDS: Partial<Record<Region, RegExp>> = {
  neck: /\bneck|\bwhiplash/,
  shoulders: /\bshoulder|\bcollar ?bone|\brotator|\belbow/,
  wrists: /\bwrist|\bhand\b|\bfinger|\bthumb|\bforearm/,
  trunk: /\btrunk|\bback\b|\bspine|\brib|\bstomach|\bhernia|\bcore\b/,
  hips: /\bhip|\bgroin|\bhamstring|\bthigh/,
  knees: /\bknee|\bmeniscus|\bligament/,
  ankles: /\bankle|\bachilles|\bfoot\b|\bfeet\b|\btoe|\bheel|\bshin|\bcalf/,
  balance: /\bbalance|\bdizzy|\bvertigo/,
  pulse: /\basthma|\binhaler|\bheart|\bbreath/,
}

/**
 * Reads a note as it is written for the floor ("left wrist, no falls until March"). It only finds words: it judges nothing, and
 * what it does not know it leaves to the instructor who reads the note.
 */
export function regionsInNote(note: string): NoteTouches {
  const text = note.toLowerCase()
  return {
    regions: (Object.keys(WORDS) as Region[]).filter((region) => WORDS[region]?.test(text)),
    falls:
      /\bno (hard )?(falls?|falling|throws?|being thrown|breakfalls?)\b/.test(text) ||
      /\bconcussion/.test(text),
    contact: /\bno (hard )?(contact|sparring|partner)/.test(text),
  }
}
