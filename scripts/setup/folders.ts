import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The project's folder, and the ignored one for data, secrets and builds. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')
export const lintelDir = join(root, '.lintel')
/** The data of `npm start`; a test may put it elsewhere. */
export const runDir = join(process.env.LINTEL_HOME ?? lintelDir, 'run')
export const RUN_DATABASE = 'lintel'
