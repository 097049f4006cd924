// npm test: from a fresh clone to every test run, against real MariaDB and in real Chromium.
import { runCommand, say, setUpMachine } from './setup/machine.mjs'

say('Golden Lintel: all tests')
setUpMachine({ browser: true })
await runCommand('test', process.argv.slice(2))
