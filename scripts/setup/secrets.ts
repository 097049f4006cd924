import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { z } from 'zod'

/** Made once for a data folder and kept there, readable by its owner only. */
const secretsSchema = z.object({
  databaseRoot: z.string().min(20),
  databaseUser: z.string().min(20),
  session: z.string().min(32),
})
export type Secrets = z.infer<typeof secretsSchema>

const secret = () => randomBytes(24).toString('base64url')

export function secretsIn(file: string): Secrets {
  if (existsSync(file)) {
    const kept = secretsSchema.safeParse(JSON.parse(readFileSync(file, 'utf8')))
    if (kept.success) return kept.data
  }
  const made: Secrets = { databaseRoot: secret(), databaseUser: secret(), session: secret() }
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, JSON.stringify(made, null, 2), { mode: 0o600 })
  return made
}
