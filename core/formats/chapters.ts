import type { Run } from '../floor/run'
import type { Plan } from '../plan/schema'
import { stagesOf } from '../plan/doses'
import { workedAt } from '../plan/places'
import type { PlacedBlock } from '../plan/timeline'
import type { Names } from './class-lines'
import { escaped, stamp } from './webvtt'

/** Where in a recording of a class what was: WebVTT chapters of a class as it was really run. */

export const CHAPTERS_BY = ['board', 'rank', 'rung'] as const
export type ChaptersBy = (typeof CHAPTERS_BY)[number]

interface Chapter {
  /** Ms of the plan. */
  from: number
  to: number
  title: string
}

const wholeBoard = ({ block, at, ms }: PlacedBlock): Chapter => ({
  from: at,
  to: at + ms,
  title: block.title,
})

/** What each rank did, where ranks do different things; a board that all share is one. */
function byRank(placed: PlacedBlock, plan: Plan, names: Names): Chapter[] {
  const { block, at, lanes } = placed
  const found = new Map<string, { chapter: Chapter; who: string[] }>()
  lanes.forEach((lane, g) => {
    for (const one of lane) {
      const worked = workedAt(one)
      if (!worked || one.spans.every(({ cls }) => cls !== 'work')) continue
      const what = `${names.item(worked.technique)}, ${names.layer(worked.technique, worked.layer)}`
      const key = `${one.at} ${one.ms} ${what}`
      const known = found.get(key)
      const who = plan.groups[g]?.name ?? ''
      if (known) known.who.push(who)
      else {
        const from = at + one.at
        found.set(key, { chapter: { from, to: from + one.ms, title: what }, who: [who] })
      }
    }
  })
  if (found.size < 2) return [wholeBoard(placed)]
  return [...found.values()].map(({ chapter, who }) => ({
    ...chapter,
    title: `${block.title}: ${who.join(', ')}: ${chapter.title}`,
  }))
}

/** The rungs of ladders and the exercises of routines; any other board whole. */
function byRung(placed: PlacedBlock): Chapter[] {
  const { block, at, calls } = placed
  const rungs = calls.flatMap((call): Chapter[] => {
    const own = call.track === undefined ? undefined : block.tracks?.[call.track]?.dose
    const stages = stagesOf(own ?? block.dose)
    const chapters = new Map<string, Chapter>()
    for (const { stage, lap, at: from, ms, kind } of call.spans) {
      const title = stage === undefined ? undefined : stages[stage]?.title
      if (title === undefined || kind === 'bridge' || ms === 0) continue
      const key = `${stage} ${lap}`
      const start = at + call.at + from
      const known = chapters.get(key)
      if (known) known.to = start + ms
      else
        chapters.set(key, {
          from: start,
          to: start + ms,
          title: `${block.title}: ${title}${lap === undefined ? '' : `, lap ${lap}`}`,
        })
    }
    return [...chapters.values()]
  })
  return rungs.length ? rungs : [wholeBoard(placed)]
}

/** A stretch of the plan as it was lived through: from its first moment to its last, in wall time. */
function onTheWall({ from, to, title }: Chapter, { legs }: Run): Chapter | undefined {
  const parts = legs.flatMap((leg) => {
    const [start, stop] = [Math.max(from, leg.planFrom), Math.min(to, leg.planTo)]
    const speed = (leg.to - leg.from) / (leg.planTo - leg.planFrom)
    const onWall = (time: number) => leg.from + (time - leg.planFrom) * speed
    return stop > start ? [[onWall(start), onWall(stop)] as const] : []
  })
  const first = parts[0]
  const last = parts.at(-1)
  return first && last ? { from: first[0], to: last[1], title } : undefined
}

/**
 * Chapters of a class that was run. What was not run has none; a pause belongs to the chapter it came in.
 *
 * @param begins when the recording begins, ms since 1970; what was over by then is left out
 */
export function runChapters(run: Run, names: Names, by: ChaptersBy, begins: number): string {
  const { plan } = run
  const chapters = run.timeline.blocks.flatMap((placed) =>
    by === 'board' ? [wholeBoard(placed)] : by === 'rank' ? byRank(placed, plan, names) : byRung(placed),
  )
  const cues = chapters
    .flatMap((chapter) => onTheWall(chapter, run) ?? [])
    .map(({ from, to, title }) => ({ from: Math.max(0, from - begins), to: to - begins, title }))
    .filter(({ from, to }) => to > from)
    .sort((a, b) => a.from - b.from || a.to - b.to)
    .map(({ from, to, title }, n) =>
      [String(n + 1), `${stamp(from)} --> ${stamp(to)}`, escaped(title)].join('\n'),
    )
  return ['WEBVTT', '', `NOTE ${escaped(plan.title)}`, '', cues.join('\n\n'), ''].join('\n')
}
