/**
 * Taps of the last moment. The device's storage takes some milliseconds to write, and a page that is left meanwhile takes the tap with it;
 * what is written here is written when the call returns. Each row is under a key of its own, so that two pages never write over one another.
 */
const PREFIX = 'golden-lintel-tap '

/** @returns whether it is written: there may be no room, or none allowed */
export function journal(row: { id: string }): boolean {
  try {
    localStorage.setItem(PREFIX + row.id, JSON.stringify(row))
    return true
  } catch {
    return false
  }
}

export function strike(ids: readonly string[]): void {
  try {
    for (const id of ids) localStorage.removeItem(PREFIX + id)
  } catch {
    // As above.
  }
}

export function journaled<Row>(): Row[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX))
      .map((key) => JSON.parse(localStorage.getItem(key) ?? 'null') as Row | null)
      .filter((row) => row !== null)
  } catch {
    return []
  }
}
