import fc from 'fast-check'
import { readBoardLine, takeThen, writeBoardLine } from '../../../core/plan/doses/shorthand-board'
import { describe, expect, it } from 'vitest'
import { doseSchema, type Dose } from '../../../core/plan/doses'
import { readShorthand, writeShorthand } from '../../../core/plan/doses/shorthand'

const dose = (raw: unknown): Dose => doseSchema.parse(raw)
const read = (line: string) => {
  const result = readShorthand(line)
  if (!result.ok) throw new Error(`${result.fault.at}: ${result.fault.message}`)
  return result.dose
}

describe('a dose in one line', () => {
  it.each<[string, object]>([
    ['10', { kind: 'count', reps: 10 }],
    [
      '3x10 each side @1.5 rest 20',
      { kind: 'count', sets: 3, reps: 10, sides: 2, tempoSec: 1.5, restSec: 20 },
    ],
    ['3 x 10 EACH SIDE @ 2', { kind: 'count', sets: 3, reps: 10, sides: 2, tempoSec: 2 }],
    ['3×10 reps rest 20s', { kind: 'count', sets: 3, reps: 10, restSec: 20 }],
    ['3 × 10 @1.5s setup 1 min', { kind: 'count', sets: 3, reps: 10, tempoSec: 1.5, setupSec: 60 }],
    ['1 rep', { kind: 'count', reps: 1 }],
    ['12 reps own cap 2 minutes', { kind: 'own', reps: 12, capSec: 120 }],
    ['5 min', { kind: 'fixed', sec: 300 }],
    ['1.5min work', { kind: 'fixed', sec: 90, active: true }],
    ['45sec', { kind: 'fixed', sec: 45 }],
    ['4 rounds 2 min off 30 s', { kind: 'rounds', rounds: 4, workSec: 120, restSec: 30 }],
    ['20 side to side', { kind: 'count', reps: 20, alternate: true }],
    [
      '2x6 both roles as "throws"/"receives" swap 10 setup 1:00',
      {
        kind: 'count',
        sets: 2,
        reps: 6,
        roles: 2,
        roleNames: ['throws', 'receives'],
        swapSec: 10,
        setupSec: 60,
      },
    ],
    ['3x12 own each side cap 3:30', { kind: 'own', sets: 3, reps: 12, sides: 2, capSec: 210 }],
    ['4 rounds 1:00 off 0:30', { kind: 'rounds', rounds: 4, workSec: 60, restSec: 30 }],
    [
      '1 round 45 off 0 focus "feet", "hands"',
      { kind: 'rounds', rounds: 1, workSec: 45, restSec: 0, focus: ['feet', 'hands'] },
    ],
    ['2 holds 0:50 each side', { kind: 'hold', sets: 2, holdSec: 50, sides: 2 }],
    [
      'form 20+18.5+22 run 1-3 x2 @1.5 run 2 reset 8',
      {
        kind: 'form',
        sections: [20, 18.5, 22].map((sec, n) => ({ id: `section-${n + 1}`, sec })),
        runs: [
          { from: 1, to: 3, times: 2, tempo: 1.5 },
          { from: 2, to: 2 },
        ],
        resetSec: 8,
      },
    ],
    [
      'form 20+18',
      {
        kind: 'form',
        sections: [
          { id: 'section-1', sec: 20 },
          { id: 'section-2', sec: 18 },
        ],
        runs: [{ from: 1, to: 2 }],
      },
    ],
    ['5:00', { kind: 'fixed', sec: 300 }],
    ['90 s', { kind: 'fixed', sec: 90 }],
    ['4:00 work', { kind: 'fixed', sec: 240, active: true }],
    ['60 talk', { kind: 'fixed', sec: 60, active: false }],
    [
      'ladder "Held" [6 both roles] "Free" layer 3 [2 rounds 0:45] bridge 20',
      {
        kind: 'ladder',
        stages: [
          { title: 'Held', dose: { kind: 'count', reps: 6, roles: 2 } },
          { title: 'Free', layer: 3, dose: { kind: 'rounds', rounds: 2, workSec: 45 } },
        ],
        bridgeSec: 20,
      },
    ],
    ['10 by my word', { kind: 'count', reps: 10, by: 'word' }],
    ['8 own both roles side to side swap 4', { kind: 'own', reps: 8, roles: 2, alternate: true, swapSec: 4 }],
    [
      'routine "Jacks" item "jacks" [20] "Circles" [0:20] laps 2 gap 3 lap rest 30',
      {
        kind: 'routine',
        entries: [
          { title: 'Jacks', technique: 'jacks', dose: { kind: 'count', reps: 20 } },
          { title: 'Circles', dose: { kind: 'fixed', sec: 20 } },
        ],
        laps: 2,
        gapSec: 3,
        lapRestSec: 30,
      },
    ],
    [
      'ladder "Answer" item "kick" layer 2 answered by "check" layer 3 other side made of "step" x2, "turn" no side [6 both roles]',
      {
        kind: 'ladder',
        stages: [
          {
            title: 'Answer',
            technique: 'kick',
            layer: 2,
            receives: { technique: 'check', layer: 3, side: 'other' },
            parts: [
              { technique: 'step', times: 2 },
              { technique: 'turn', side: 'none' },
            ],
            dose: { kind: 'count', reps: 6, roles: 2 },
          },
        ],
      },
    ],
  ])('%s', (line, meant) => {
    expect(read(line)).toEqual(dose(meant))
    expect(read(writeShorthand(read(line)))).toEqual(dose(meant))
  })

  it('is written as shortly as it can be', () => {
    expect(writeShorthand(read('3 x 10  each side  @1.5 rest 0:20 switch 5'))).toBe('3x10 each side rest 20')
    expect(writeShorthand(read('1 x 10 setup 90'))).toBe('10 setup 1:30')
    expect(writeShorthand(read('2 rounds 60 off 30'))).toBe('2 rounds 1:00')
    expect(writeShorthand(read('45 s'))).toBe('45 s')
  })

  it.each([
    ['', 0, 'a dose begins with a number, such as 3x10, 4 rounds or 5:00'],
    ['kicks', 0, 'a dose begins with a number, such as 3x10, 4 rounds or 5:00'],
    ['3x', 2, 'write how many reps'],
    ['3x10 each', 5, '“each” does not belong to this dose'],
    ['3x10 rest', 9, 'write a time after “rest”'],
    ['3x10 rest 20 rest 30', 13, '“rest” is said twice'],
    ['3x10 off 20', 5, '“off” does not belong to this dose'],
    ['4 rounds', 8, 'write how long each of them lasts'],
    ['4 rounds 1:75', 9, 'seconds of a minute go to 59'],
    ['3.5x10', 0, 'write how many'],
    ['3x10 §', 5, '“§” is not understood'],
    ['2 rounds 30 focus "feet', 18, 'this text is not closed with "'],
    ['6 both roles as "a"', 19, 'write “/” and the name of the second role in quotes'],
    ['ladder', 6, 'write the name of the first stage in quotes'],
    ['ladder "a" 3x10', 11, 'write “[” and the dose of the stage'],
    ['ladder "a" [ladder "b" [5]]', 12, 'a stage holds any dose but a ladder or a routine'],
    ['ladder "a" [5', 13, 'write “]”'],
    ['5000x10', 0, 'sets must be a whole number from 1 to 999'],
    ['10 @0', 4, 'tempoSec must be seconds above 0, with at most three decimals'],
    ['form 20 run 1-', 14, 'write the number of the last section'],
  ])('%j is wrong at character %i: %s', (line, at, message) => {
    expect(readShorthand(line)).toEqual({ ok: false, fault: { at, message } })
  })

  const seconds = fc.integer({ min: 0, max: 600_000 }).map((ms) => ms / 1000)
  const above = fc.integer({ min: 1, max: 600_000 }).map((ms) => ms / 1000)
  const many = fc.integer({ min: 1, max: 999 })
  const side = fc.constantFrom(1, 2)
  const words = fc.string({ minLength: 1, maxLength: 30 }).filter((text) => text.trim() !== '')
  const names = fc.tuple(words, words)
  const plain = fc.oneof(
    fc.record({
      kind: fc.constant('count'),
      sets: many,
      reps: many,
      tempoSec: above,
      restSec: seconds,
      sides: side,
      roles: side,
      switchSec: seconds,
      swapSec: seconds,
      alternate: fc.boolean(),
      setupSec: seconds,
    }),
    fc.record({ kind: fc.constant('count'), reps: many, roles: fc.constant(2), roleNames: names }),
    fc.record({
      kind: fc.constant('own'),
      sets: many,
      reps: many,
      tempoSec: above,
      restSec: seconds,
      sides: side,
      switchSec: seconds,
      capSec: above,
      setupSec: seconds,
    }),
    fc.record({
      kind: fc.constant('rounds'),
      rounds: many,
      workSec: above,
      restSec: seconds,
      sides: side,
      roles: side,
      switchSec: seconds,
      swapSec: seconds,
      tempoSec: above,
      focus: fc.array(words, { maxLength: 3 }),
      setupSec: seconds,
    }),
    fc.record({ kind: fc.constant('rounds'), rounds: many, workSec: above }),
    fc.record({
      kind: fc.constant('hold'),
      sets: many,
      holdSec: above,
      restSec: seconds,
      sides: side,
      switchSec: seconds,
      setupSec: seconds,
    }),
    fc.record({ kind: fc.constant('fixed'), sec: seconds, active: fc.boolean() }),
    fc.record({ kind: fc.constant('fixed'), sec: seconds }),
    fc
      .tuple(
        fc.array(above, { minLength: 1, maxLength: 5 }),
        fc.array(fc.tuple(many, fc.constantFrom(0.5, 1, 1.5)), { minLength: 1, maxLength: 3 }),
        seconds,
      )
      .map(([sections, runs, resetSec]) => ({
        kind: 'form',
        sections: sections.map((sec, n) => ({ id: `section-${n + 1}`, sec })),
        runs: runs.map(([times, tempo]) => ({ from: 1, to: sections.length, times, tempo })),
        resetSec,
      })),
  )
  const ladder = fc.record({
    kind: fc.constant('ladder'),
    stages: fc.array(fc.record({ title: words, layer: fc.integer({ min: 1, max: 99 }), dose: plain }), {
      minLength: 1,
      maxLength: 4,
    }),
    bridgeSec: seconds,
    setupSec: seconds,
  })

  it('every dose there can be comes back from its line as it was', () => {
    fc.assert(
      fc.property(fc.oneof(plain, ladder), (raw) => {
        const meant = dose(raw)
        expect(read(writeShorthand(meant))).toEqual(meant)
      }),
      { numRuns: 400 },
    )
  })

  it('no line whatever makes it fail: it is a dose or a fault within the line', () => {
    const piece = fc.constantFrom(
      '3',
      'x',
      '10',
      'rounds',
      '1:00',
      '@',
      'rest',
      'each side',
      '"a"',
      '[',
      ']',
      'ladder',
      'form',
      '+',
      'run',
      '-',
      ' ',
    )
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(piece).map((parts) => parts.join(' ')),
        ),
        (line) => {
          const result = readShorthand(line)
          if (result.ok) expect(doseSchema.safeParse(result.dose).success).toBe(true)
          else expect(result.fault.at).toBeLessThanOrEqual(line.length)
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('a board in one line', () => {
  it.each([
    ['3x10 each side left first', { firstSide: 'L' }],
    ['10 begins at my word right first', { start: 'word', firstSide: 'R' }],
    ['5:00', {}],
  ])('%s', (line, ways) => {
    const got = readBoardLine(line)
    expect(got).toMatchObject({ ok: true, ways })
    if (got.ok) expect(readBoardLine(writeBoardLine(got.dose, got.ways))).toEqual(got)
  })

  it('says what a group does by itself after its turn', () => {
    expect(takeThen('3x6 then 6 each')).toEqual({ turn: '3x6', then: read('6') })
    expect(takeThen('4 rounds 1:00 off 0:20 Then 2x10 each side')).toEqual({
      turn: '4 rounds 1:00 off 0:20',
      then: read('2x10 each side'),
    })
    for (const line of ['3x6', 'then 6', '3x6 then', '3x6 then kick', 'ladder "Hold then go" [6] "Free" [4]'])
      expect(takeThen(line)).toBeUndefined()
  })

  it('keeps the place of what is wrong in the dose', () => {
    expect(readBoardLine('3x left first')).toMatchObject({ ok: false, fault: { at: 2 } })
  })
})
