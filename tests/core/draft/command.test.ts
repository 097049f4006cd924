import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { madeClub } from './made-clubs'

const root = fileURLToPath(new URL('../../..', import.meta.url))
let folder = ''
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'lintel-draft-'))))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

function lintel(verb: string, ...files: [name: string, contents: unknown][]) {
  const paths = files.map(([name, contents]) => {
    writeFileSync(join(folder, name), JSON.stringify(contents))
    return join(folder, name)
  })
  return spawnSync(process.execPath, ['scripts/lintel.mjs', verb, ...paths], {
    cwd: root,
    encoding: 'utf8',
  })
}

it('drafts from two files, within the time it is given, and balance and check agree with it', () => {
  const { club, request } = madeClub({ seed: 9, groups: 2, items: 40, lengthMin: 30 })
  const { stdout, status } = lintel(
    'draft',
    ['request.json', { ...request, title: 'Thursday' }],
    ['club.json', club],
  )
  expect(status).toBe(0)
  const draft = JSON.parse(stdout)
  expect(Object.keys(draft)).toEqual(['plan', 'value', 'bound', 'gap', 'served', 'why', 'seconds'])
  expect(draft.plan).toMatchObject({
    format: 'golden-lintel/plan',
    title: 'Thursday',
    date: request.date,
    lengthMin: 30,
  })
  const balance = lintel('balance', ['plan.json', draft.plan], ['club.json', club], ['request.json', request])
  expect(JSON.parse(balance.stdout).value).toBe(draft.value)
  const checked = lintel('check', ['plan.json', draft.plan], ['club.json', club])
  const grave = JSON.parse(checked.stdout).findings.filter(
    ({ severity }: { severity: string }) => severity !== 'hint',
  )
  expect(grave).toEqual([])
})

it('refuses a bad request with one line per fault, and prints nothing else', () => {
  const { club, request } = madeClub({ seed: 9, groups: 2, items: 20, lengthMin: 30 })
  const bad = {
    ...request,
    lengthMin: 3,
    most: { kicks: 2 },
    surplus: true,
    groups: [...request.groups, request.groups[0]],
  }
  const { stdout, stderr, status } = lintel('draft', ['request.json', bad], ['club.json', club])
  expect([stdout, status]).toEqual(['', 2])
  expect(
    stderr
      .trim()
      .split('\n')
      .map((line) => line.split(':')[0])
      .sort(),
  ).toEqual(['lengthMin', 'most.kicks', 'surplus'])
  const pinned = [
    { id: 'a', title: 'A', phase: 'drill', technique: 'guard-step', dose: { kind: 'count', reps: 5 } },
  ]
  const both = lintel(
    'draft',
    ['request.json', { ...request, pinned, banned: ['guard-step'] }],
    ['club.json', club],
  )
  expect(both.stderr).toMatch(/^banned\[0\]: /)
  const longer = [{ ...pinned[0], dose: { kind: 'fixed', sec: 3000 } }]
  const tooLong = lintel('draft', ['request.json', { ...request, pinned: longer }], ['club.json', club])
  expect([tooLong.status, tooLong.stderr]).toEqual([
    2,
    expect.stringMatching(/^lengthMin: no class of this length/),
  ])
})
