/** The characters of a dose in one line, as tokens, and a reader that takes them one after the other. */

/** Something in the line is not as it must be, at a character counted from 0. */
export class Wrong extends Error {
  constructor(
    readonly at: number,
    message: string,
  ) {
    super(message)
  }
}

export type TokenKind = 'number' | 'word' | 'text' | 'sign' | 'end'
export interface Token {
  kind: TokenKind
  text: string
  at: number
}

const TOKEN =
  /\s*(?:(\d+:\d{1,2}(?:\.\d+)?|\d+(?:\.\d+)?)|("(?:[^"\\]|\\.)*")|([x×](?=\s*\d))|([a-z]+)|([@+\-/[\],]))/iy

/** The tokens of a line, an end among them. Throws {@link Wrong} at the first character it does not know. */
export function tokensOf(line: string): Token[] {
  const tokens: Token[] = []
  TOKEN.lastIndex = 0
  for (;;) {
    const from = TOKEN.lastIndex
    const found = TOKEN.exec(line)
    if (!found) {
      const rest = line.slice(from)
      const at = from + (rest.length - rest.trimStart().length)
      if (rest.trim())
        throw new Wrong(
          at,
          rest.trimStart().startsWith('"')
            ? 'this text is not closed with "'
            : `“${line[at]}” is not understood`,
        )
      return [...tokens, { kind: 'end', text: '', at: line.length }]
    }
    const [all, number, text, times, word, sign] = found
    const what = number ?? text ?? times ?? word ?? sign ?? ''
    const kind: TokenKind = number ? 'number' : text ? 'text' : word ? 'word' : 'sign'
    tokens.push({
      kind,
      text: times ? 'x' : kind === 'text' ? what : what.toLowerCase(),
      at: from + all.length - what.length,
    })
  }
}

const SECONDS = ['s', 'sec', 'secs', 'second', 'seconds'] as const
const MINUTES = ['m', 'min', 'mins', 'minute', 'minutes'] as const
/** What may follow a time, whether with a space before it or not. */
export const TIME_UNITS: ReadonlySet<string> = new Set([...SECONDS, ...MINUTES])

/** Takes tokens one after the other; what is not as wanted is thrown as {@link Wrong}, with its place. */
export class Reader {
  private next = 0
  /** Where each field was said, for what the schema finds later. */
  readonly said = new Map<string, number>()

  constructor(private readonly tokens: readonly Token[]) {}

  get here(): Token {
    return this.tokens[this.next] ?? { kind: 'end', text: '', at: 0 }
  }
  ahead(by: number): Token | undefined {
    return this.tokens[this.next + by]
  }
  take(): Token {
    const token = this.here
    if (token.kind !== 'end') this.next++
    return token
  }
  is(text: string, by = 0): boolean {
    const token = this.ahead(by)
    return token?.kind !== 'text' && token?.text === text
  }
  takeIf(text: string): boolean {
    if (!this.is(text)) return false
    this.next++
    return true
  }
  want(kind: TokenKind, wanted: string): Token {
    if (this.here.kind !== kind) throw new Wrong(this.here.at, `write ${wanted}`)
    return this.take()
  }
  whole(wanted: string): number {
    const token = this.want('number', wanted)
    if (!/^\d+$/.test(token.text)) throw new Wrong(token.at, `write ${wanted}`)
    return Number(token.text)
  }
  /** Seconds, from `20`, `1.5`, `1:30`, `20s`, `5 min`. */
  time(wanted: string): number {
    const { text, at } = this.want('number', wanted)
    const [first = '', second] = text.split(':')
    const isMinutes = MINUTES.some((unit) => this.takeIf(unit))
    if (!isMinutes) SECONDS.some((unit) => this.takeIf(unit))
    if (second === undefined) return isMinutes ? Math.round(Number(first) * 60_000) / 1000 : Number(first)
    if (Number(second) >= 60) throw new Wrong(at, 'seconds of a minute go to 59')
    return Math.round((Number(first) * 60 + Number(second)) * 1000) / 1000
  }
  text(wanted: string): string {
    const { text, at } = this.want('text', wanted)
    try {
      return JSON.parse(text) as string
    } catch {
      throw new Wrong(at, 'this text cannot be read')
    }
  }
}
