// npm run dev | shots | paint | db | demo | bench: the developers' commands, each with the machine set up first.
import { fail, runCommand, setUpMachine } from './setup/machine.mjs'

const COMMANDS = ['dev', 'shots', 'paint', 'db', 'demo', 'bench']
const [name = '', ...args] = process.argv.slice(2)
if (!COMMANDS.includes(name)) fail(`Say one of: ${COMMANDS.join(', ')}.`)
setUpMachine({ browser: name === 'shots' || name === 'paint' })
await runCommand(name, args)
