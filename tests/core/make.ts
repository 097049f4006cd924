import { parsePlan } from '../../core/plan/parse'
import type { Block, Plan } from '../../core/plan/schema'

/** Short ways to write a plan in a test; everything goes through `parsePlan`, so a test's plan is a real one. */

type Json = Record<string, unknown>

export const group = (id: string, more: Json = {}): Json => ({
  id,
  name: id,
  ranks: [id],
  headcount: 6,
  ...more,
})

export const twoGroups = [group('white'), group('green')]

/** A block in a phase where fixed time is talk. */
export const block = (id: string, more: Json = {}): Json => ({
  id,
  title: id,
  phase: 'drill',
  ...more,
})

export const fixed = (sec: number, more: Json = {}): Json => ({ kind: 'fixed', sec, ...more })
export const count = (reps: number, more: Json = {}): Json => ({ kind: 'count', reps, tempoSec: 1, ...more })

export function document(blocks: Json[], more: Json = {}): Json {
  return {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'A class',
    lengthMin: 60,
    groups: [group('white')],
    blocks,
    ...more,
  }
}

export function plan(blocks: Json[], more: Json = {}): Plan {
  const parsed = parsePlan(document(blocks, more))
  if (!parsed.ok) throw new Error(parsed.faults.map(({ path, message }) => `${path}: ${message}`).join('\n'))
  return parsed.plan
}

/** A plan of one block with this dose, worked with the item `kick`. */
export function drill(dose: Json, more: Json = {}): Plan {
  return plan([block('b', { dose, technique: 'kick' })], more)
}

export function blockOf(made: Plan, id: string): Block {
  const found = made.blocks.find((candidate) => candidate.id === id)
  if (!found) throw new Error(`no block ${id}`)
  return found
}

/** The faults of a document as `path: message` lines. */
export function faultsOf(json: unknown): string[] {
  const parsed = parsePlan(json)
  return parsed.ok ? [] : parsed.faults.map(({ path, message }) => `${path}: ${message}`)
}

export const pathsOf = (json: unknown): string[] => faultsOf(json).map((line) => line.split(': ')[0] ?? '')
