/** So many rows go at once: a piece is there within a moment on bad Wi-Fi, and what is lost of it is little. */
const PIECE = 250

/** How an import goes off, and how it is watched and stopped. */
interface Sending<Row> {
  /** `/api/imports/ID`: the pieces go to its `rows`. */
  to: string
  rows: readonly Row[]
  /** What a piece is as a body. */
  body: (piece: Row[]) => object
  isStopped: () => boolean
  sent: (rows: number) => void
}

/**
 * Sends the rows of an import in pieces; stopped, those that are there already are taken back.
 *
 * @returns whether all of them are there, to be taken over
 */
export async function sendInPieces<Row>({ to, rows, body, isStopped, sent }: Sending<Row>): Promise<boolean> {
  for (let from = 0; from < rows.length; from += PIECE) {
    sent(from)
    await api(`${to}/rows`, { method: 'POST', body: body(rows.slice(from, from + PIECE)) })
    if (!isStopped()) continue
    await api(to, { method: 'DELETE' })
    return false
  }
  sent(rows.length)
  return true
}
