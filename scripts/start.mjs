// npm start: from a fresh clone to a running application with the demo club.
import { runCommand, say, setUpMachine } from './setup/machine.mjs'

say('Golden Lintel')
setUpMachine()
await runCommand('start', process.argv.slice(2))
