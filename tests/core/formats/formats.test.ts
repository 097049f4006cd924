import ICAL from 'ical.js'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import { PLAN_FORMATS, type Names } from '../../../core/formats'
import { boardsCsv, BOARD_COLUMNS } from '../../../core/formats/boards-csv'
import { planCalendar } from '../../../core/formats/plan-calendar'
import { classLines } from '../../../core/formats/class-lines'
import { planMarkdown } from '../../../core/formats/markdown'
import { planWebVtt } from '../../../core/formats/webvtt'
import { cuesOf } from '../../../core/plan/cues'
import { readShorthand } from '../../../core/plan/doses/shorthand'
import { rotationsOf } from '../../../core/plan/modes/rotation'
import { block, blockOf, count, fixed, plan, twoGroups } from '../make'

const names: Names = { item: (id) => id.toUpperCase(), layer: (_, n) => `layer ${n}` }
const made = plan(
  [
    block('line', {
      title: 'Line up',
      phase: 'opening',
      dose: fixed(60),
      notes: 'Rings off.\nWater to hand.',
    }),
    block('kicks', {
      title: 'Kicks | on *one* count',
      mode: 'oneCount',
      dose: count(10, { sets: 2, sides: 2, setupSec: 20, restSec: 10 }),
      tracks: [
        { groups: ['white'], technique: 'front', layer: 2 },
        { groups: ['green'], technique: 'round', title: 'low' },
      ],
    }),
    block('pads', {
      title: 'Pads',
      technique: 'palm',
      dose: { kind: 'rounds', rounds: 2, workSec: 60, restSec: 30, roles: 2 },
    }),
    block('stations', {
      title: 'Stations',
      mode: 'stations',
      stations: [{ title: 'Rope', technique: 'rope' }, { title: 'Bag' }, { title: 'Mat' }],
      teams: 2,
      workSec: 40,
      moveSec: 10,
      laps: 1,
      setupSec: 30,
    }),
  ],
  { groups: twoGroups, title: 'Grips & <hips>', date: '2026-11-25', start: '18:30', lengthMin: 30 },
)

describe('the lines of a class', () => {
  it('say when, how long and what, and who does what', () => {
    expect(
      classLines(made, names).map(({ clock, length, title, dose, parts }) => [
        clock,
        length,
        title,
        dose,
        parts.length,
      ]),
    ).toEqual([
      ['18:30', '1:00', 'Line up', '', 0],
      ['18:31', '1:25', 'Kicks | on *one* count', '2 × 10 each side, on the count', 2],
      ['18:32', '5:30', 'Pads', '2 × 1:00 both roles, 30 s between', 1],
      ['18:38', '2:50', 'Stations', '3 stations, 2 teams, 40 s each', 3],
    ])
  })
})

describe('the rotation table', () => {
  it('team t is at station (t + r) mod S', () => {
    expect(rotationsOf(blockOf(made, 'stations'))).toEqual([
      { round: 1, lap: 1, at: 30_000, stations: [0, 1] },
      { round: 2, lap: 1, at: 80_000, stations: [1, 2] },
      { round: 3, lap: 1, at: 130_000, stations: [2, 0] },
    ])
  })

  it('every team comes to every station once a lap, never two to one (all shapes)', () => {
    for (let S = 1; S <= 6; S++)
      for (let teams = 1; teams <= S; teams++)
        for (const laps of [1, 2]) {
          const stations = Array.from({ length: S }, (_, s) => ({ title: `${s}` }))
          const one = plan([block('s', { mode: 'stations', stations, teams, laps, workSec: 30 })])
          const table = rotationsOf(blockOf(one, 's'))
          for (const { stations: at } of table) expect(new Set(at).size).toBe(teams)
          for (let t = 0; t < teams; t++) {
            const visits = table.map(({ stations: at }) => at[t])
            for (let s = 0; s < S; s++) expect(visits.filter((v) => v === s)).toHaveLength(laps)
          }
        }
  })

  it('begins each rotation where the timeline has its work', () => {
    const placed = layPlan(made).blocks.find(({ block: b }) => b.id === 'stations')
    const work = placed?.calls.flatMap(({ at, spans }) =>
      spans.filter((s) => s.kind === 'station').map((s) => at + s.at),
    )
    expect(rotationsOf(blockOf(made, 'stations')).map(({ at }) => at)).toEqual(work)
  })
})

describe('Markdown', () => {
  const text = planMarkdown(made, names)

  it('has one row per board, with what would mean something in Markdown escaped', () => {
    expect(text).toContain('# Grips & \\<hips\\>')
    expect(text).toContain(
      '| 18:31 | 1:25 | DR | Kicks \\| on \\*one\\* count | 2 × 10 each side, on the count |',
    )
  })

  it('says who does what, the notes, and the rotations', () => {
    expect(text).toContain('- **white:** FRONT, layer 2')
    expect(text).toContain('- **green:** low: ROUND, layer 1')
    expect(text).toContain('Rings off.\nWater to hand.')
    expect(text).toContain('| 2, at 1:20 | 2 | 3 |')
  })
})

describe('CSV of boards', () => {
  const rows = Papa.parse<Record<string, string>>(boardsCsv(made, names), {
    header: true,
    skipEmptyLines: true,
  }).data

  it('has one row per board, and one per track where groups differ', () => {
    expect(Object.keys(rows[0] ?? {})).toEqual([...BOARD_COLUMNS])
    expect(rows.map(({ title, groups, item, layer }) => [title, groups, item, layer])).toEqual([
      ['Line up', 'white, green', '', ''],
      ['Kicks | on *one* count', 'white', 'FRONT', '2'],
      ['Kicks | on *one* count', 'green', 'ROUND', '1'],
      ['Pads', 'white, green', 'PALM', '1'],
      ['Stations', 'white, green', '', ''],
    ])
    expect(rows[0]?.notes).toBe('Rings off.\nWater to hand.')
  })

  it('its times add up, and its doses read again', () => {
    expect(rows.map(({ start_sec, length_sec }) => [Number(start_sec), Number(length_sec)])).toEqual([
      [0, 60],
      [70, 85],
      [70, 85],
      [165, 330],
      [505, 170],
    ])
    const read = readShorthand(rows[1]?.dose ?? '')
    expect(read.ok && read.dose).toEqual(blockOf(made, 'kicks').dose)
  })

  it('a title that begins like a formula does not become one', () => {
    const trick = plan([block('a', { title: '=1+1', dose: fixed(10) })])
    expect(boardsCsv(trick, names)).toContain(`"'=1+1"`)
  })
})

describe('versions in WebVTT', () => {
  const rep = (more: object) => ({ kind: 'count', reps: 2, tempoSec: 4, setupSec: 0, ...more })
  const said = (...blocks: object[]) =>
    [...planWebVtt(plan(blocks as never), names).matchAll(/-->.*\n((?:.+\n?)+)/g)].flatMap(([, text = '']) =>
      text.trim().split('\n'),
    )
  it('are told where the work begins, of a board, a rung and a round, and of each link', () => {
    const lines = said(
      block('a', { technique: 'kick', layer: 2, dose: rep({}) }),
      block('b', {
        technique: 'kick',
        links: [{ say: 'step' }, { say: 'turn', technique: 'spin', layer: 3 }],
        dose: rep({}),
      }),
      block('c', {
        technique: 'kick',
        dose: {
          kind: 'ladder',
          setupSec: 0,
          stages: [
            { title: 'still', dose: rep({}) },
            { title: 'moving', layer: 4, dose: rep({}) },
          ],
        },
      }),
      block('d', { technique: 'kick', layer: 5, dose: { kind: 'rounds', rounds: 1, workSec: 20 } }),
    )
    for (const line of ['layer 2, begin', 'turn (layer 3)', 'moving, layer 4, begin', 'round 1, layer 5, go'])
      expect(lines).toContain(line)
    expect(lines).toContain('still, begin')
    expect(lines).not.toContain('still, layer 1, begin')
  })
})

describe('WebVTT', () => {
  const text = planWebVtt(made, names)
  const cues = [...text.matchAll(/^(\d\d):(\d\d):(\d\d)\.(\d{3}) --> (\d\d):(\d\d):(\d\d)\.(\d{3})$/gm)].map(
    (found) => {
      const [h1 = 0, m1 = 0, s1 = 0, f1 = 0, h2 = 0, m2 = 0, s2 = 0, f2 = 0] = found.slice(1).map(Number)
      return [((h1 * 60 + m1) * 60 + s1) * 1000 + f1, ((h2 * 60 + m2) * 60 + s2) * 1000 + f2]
    },
  )

  it('begins as the format asks, and no cue is empty or turned about', () => {
    expect(text.startsWith('WEBVTT\n\n')).toBe(true)
    for (const [from = 0, to = 0] of cues) expect(to).toBeGreaterThan(from)
    expect(text).toContain('NOTE Grips &amp; &lt;hips&gt;')
  })

  it('has a cue at every moment at which something is called, to the millisecond', () => {
    const moments = [...new Set(cuesOf(layPlan(made)).map(({ at }) => Math.round(at * 1000)))]
    expect(cues.map(([from]) => from)).toEqual(moments)
  })

  it('says what an instructor would', () => {
    expect(text).toContain('right side, begin')
    expect(text).toContain('change sides, left side')
    expect(text).toContain('swap roles, role B')
    expect(text).toContain('round 2, role A, go')
    expect(text).toContain('next: Pads')
    expect(text.trimEnd().endsWith('bow out')).toBe(true)
  })
})

describe('iCalendar', () => {
  const dated = {
    uid: 'plan-1@golden-lintel',
    startsAt: Date.UTC(2026, 10, 25, 18, 30),
    now: Date.UTC(2026, 10, 20),
    club: 'Ropewalk',
    place: 'The long hall',
  }
  const component = new ICAL.Component(ICAL.parse(planCalendar(made, names, dated)) as string)
  const event = new ICAL.Event(component.getFirstSubcomponent('vevent')!)

  it('is the class, from its first bow for its length, and keeps its id', () => {
    expect(event.uid).toBe('plan-1@golden-lintel')
    expect(event.startDate.toJSDate().getTime()).toBe(dated.startsAt)
    expect(event.endDate.toJSDate().getTime() - dated.startsAt).toBe(30 * 60_000)
    expect(event.summary).toBe('Grips & <hips>')
    expect(event.location).toBe('Ropewalk, The long hall')
    expect(event.description).toContain('18:31 Kicks | on *one* count (1:25)')
  })
})

describe('the plan file', () => {
  it('reads again as the same plan', () => {
    const json = PLAN_FORMATS.find(({ id }) => id === 'json')?.write(made, names) ?? ''
    const read = parsePlan(JSON.parse(json))
    expect(read.ok && read.plan).toEqual(made)
  })

  it('every format has a name, an ending and something to write', () => {
    expect(new Set(PLAN_FORMATS.map(({ ending }) => ending)).size).toBe(PLAN_FORMATS.length)
    for (const { write } of PLAN_FORMATS) {
      expect(write(made, names).length).toBeGreaterThan(100)
      expect(write(plan([]), names)).toContain('')
    }
  })
})

describe('a text in a file', () => {
  const nasty = 'Kick\r\nATTENDEE:mailto:x@y\rNOTE\n\n00:00.000 --> 00:09.000\u2028# Heading\n- item\n1. one'
  const made = plan([block('a', { title: nasty, notes: nasty, dose: fixed(30) })], {
    title: nasty,
    theme: nasty,
    notes: nasty,
    date: '2026-11-25',
    start: '18:30',
  })
  const dated = { uid: 'u', startsAt: 0, now: 0, club: nasty, place: nasty }

  it('adds no line of its own to a calendar', () => {
    const unfolded = planCalendar(made, names, dated).replace(/\r\n /g, '')
    const fields = unfolded.split(/\r\n|\r|\n/).map((line) => line.split(/[:;]/)[0])
    expect(fields).not.toContain('ATTENDEE')
    expect(fields.filter((field) => field === 'SUMMARY')).toHaveLength(1)
    expect(unfolded.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
  })

  it('adds no cue and no line to a track', () => {
    const text = planWebVtt(made, names)
    expect(text).not.toMatch(/[\r\u2028]/)
    const times = text.split('\n').filter((line) => line.includes('-->'))
    expect(times.every((line) => /^\d\d:\d\d:\d\d\.\d{3} --> /.test(line))).toBe(true)
    expect(text.split('\n').filter((line) => line.startsWith('NOTE'))).toHaveLength(1)
  })

  it('begins no heading and no list in a document', () => {
    const text = planMarkdown(made, names)
    expect(text).not.toMatch(/[\r\u2028]/)
    expect(text.split('\n').filter((line) => /^# /.test(line))).toHaveLength(1)
    expect(text).not.toMatch(/^(- item|1\. one|# Heading)$/m)
  })
})
