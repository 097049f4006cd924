import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { root } from '../setup/folders'
import { benchRecords } from '../bench/records'

/** npm run bench: the speed of the core. npm run bench -- records: of the records, at three years of a large club. */
export async function main(args: string[]): Promise<void> {
  if (args[0] === 'records') return benchRecords()
  const bench = spawn(join(root, 'node_modules', '.bin', 'vitest'), ['bench', '--run', ...args], {
    cwd: root,
    stdio: 'inherit',
  })
  bench.once('exit', (code) => process.exit(code ?? 1))
}
