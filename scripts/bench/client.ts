import http from 'node:http'
import { HEAD } from './large-club'

interface Answer {
  status: number
  ms: number
  bytes: number
  text: string
  cookie: string
}

/** Somebody signed in to the large club, who says how long each answer took. */
export class Client {
  private readonly agent = new http.Agent({ keepAlive: true, maxSockets: 200 })
  private cookie = ''
  constructor(private readonly url: string) {}

  ask(method: string, path: string, body?: object): Promise<Answer> {
    const from = performance.now()
    return new Promise((resolve, reject) => {
      const request = http.request(
        new URL(path, this.url),
        {
          method,
          agent: this.agent,
          headers: { 'content-type': 'application/json', ...(this.cookie ? { cookie: this.cookie } : {}) },
        },
        (response) => {
          const pieces: Buffer[] = []
          response.on('data', (piece: Buffer) => pieces.push(piece))
          response.on('end', () => {
            const bytes = Buffer.concat(pieces)
            const cookie = (response.headers['set-cookie'] ?? []).map((line) => line.split(';')[0]).join('; ')
            const { statusCode: status = 0 } = response
            resolve({
              status,
              ms: performance.now() - from,
              bytes: bytes.length,
              text: bytes.toString(),
              cookie,
            })
          })
        },
      )
      request.on('error', reject)
      request.end(body === undefined ? undefined : JSON.stringify(body))
    })
  }

  async signIn(): Promise<this> {
    const answer = await this.ask('POST', '/api/auth/sign-in', HEAD)
    if (answer.status !== 200) throw new Error(`the sign-in failed: ${answer.text}`)
    this.cookie = answer.cookie
    return this
  }

  async json<T>(method: string, path: string, body?: object): Promise<T> {
    const answer = await this.ask(method, path, body)
    if (answer.status !== 200)
      throw new Error(`${method} ${path}: ${answer.status} ${answer.text.slice(0, 200)}`)
    return JSON.parse(answer.text) as T
  }
}
