import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { readClub } from '../../../core/checks/club-file'
import { regionsInNote } from '../../../core/people/floor-note'
import { block, count, document } from '../make'
import { item, ladder } from './club'

const file = (more: object = {}) => ({ format: 'golden-lintel/club', version: 1, ladder, ...more })
const paths = (json: unknown) => {
  const read = readClub(json)
  return read.ok ? [] : read.faults.map(({ path }) => path)
}

describe('the club file', () => {
  it('holds what the checks know, and takes the usual settings where it says none', () => {
    const read = readClub(
      file({
        items: [item('fall')],
        students: [
          { name: 'A', rank: 'white', note: 'left knee', practised: [{ item: 'fall', last: '2026-11-20' }] },
        ],
      }),
    )
    expect(read).toMatchObject({
      ok: true,
      club: { settings: { limits: { water: 20 } }, students: [{ age: null, note: 'left knee' }] },
    })
    expect(read.ok && read.club.students[0]?.practised.get('fall')).toEqual({
      layer: 1,
      days: 1,
      last: '2026-11-20',
    })
  })

  it('names every fault with its path', () => {
    expect(paths({ format: 'x', version: 2 })).toEqual(['format', 'version'])
    expect(paths(file({ items: [item('a'), item('a')] }))).toEqual(['items[1].id'])
    expect(paths(file({ syllabus: [{ rank: 'pink', item: 'none' }] }))).toEqual([
      'syllabus[0].rank',
      'syllabus[0].item',
    ])
    expect(paths(file({ students: [{ name: 'A', rank: 'white', age: 2 }] }))).toEqual(['students[0].age'])
    expect(paths(file({ settings: { name: 'C', zone: 'Nowhere' } }))).toEqual(['settings.zone'])
  })
})

describe('lintel check', () => {
  const folder = mkdtempSync(join(tmpdir(), 'lintel-check-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const put = (name: string, json: unknown) => {
    const path = join(folder, name)
    writeFileSync(path, JSON.stringify(json))
    return path
  }
  const lintel = (...args: string[]) =>
    spawnSync(process.execPath, ['scripts/lintel.mjs', ...args], {
      cwd: fileURLToPath(new URL('../../..', import.meta.url)),
      encoding: 'utf8',
    })

  it('prints what an instructor should be told, the worst first, and what was accepted', () => {
    const plan = put(
      'plan.json',
      document([block('t', { technique: 'throw', dose: count(400) })], {
        lengthMin: 5,
        acknowledged: [{ code: 'time.closing', reason: 'a short demonstration' }],
      }),
    )
    const club = put(
      'club.json',
      file({ items: [item('throw', { category: 'throws' }), item('fall', { category: 'falls' })] }),
    )
    const { status, stdout, stderr } = lintel('check', plan, club)
    expect({ status, stderr: stderr.replace(/npm warn.*\n/g, '') }).toEqual({ status: 0, stderr: '' })
    const told = JSON.parse(stdout) as {
      findings: { code: string; mendable: boolean }[]
      accepted: unknown[]
    }
    expect(told.findings[0]).toMatchObject({ code: 'falls.order', severity: 'stop', mendable: true })
    expect(told.findings.map(({ code }) => code)).toContain('time.over')
    expect(told.accepted).toMatchObject([{ code: 'time.closing', reason: 'a short demonstration' }])
  })

  it('refuses a bad club with the path of each fault and prints nothing', () => {
    const plan = put('plan.json', document([]))
    const { status, stdout, stderr } = lintel(
      'check',
      plan,
      put('bad.json', file({ students: [{ rank: 'white' }] })),
    )
    expect(status).toBe(2)
    expect(stdout).toBe('')
    expect(stderr).toContain('students[0].name: ')
  })
})

describe('a floor note', () => {
  it.each([
    ['left wrist, no falls until March', { regions: ['wrists'], falls: true, contact: false }],
    ['Sore knee: half depth', { regions: ['knees'], falls: false, contact: false }],
    ['lower back; no hard contact', { regions: ['trunk'], falls: false, contact: true }],
    ['after a concussion', { regions: [], falls: true, contact: false }],
    ['asthma, inhaler by the door', { regions: ['pulse'], falls: false, contact: false }],
    ['hearing aid', { regions: [], falls: false, contact: false }],
  ])('“%s”', (note, touches) => {
    expect(regionsInNote(note)).toEqual(touches)
  })

  it('hears of places that go by other names', () => {
    expect(regionsInNote('hamstring and shin splints, both shoulders').regions).toEqual([
      'shoulders',
      'hips',
      'ankles',
    ])
  })
})
