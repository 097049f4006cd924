import { keepClock, stopClock } from '../http/clock'
import { closeDatabase, useDatabase } from '../http/database'
import { endAll } from '../http/listeners'
import { stopWatching, watchForUnsettled } from '../http/settler'

export default defineNitroPlugin((nitro) => {
  keepClock(useDatabase)
  watchForUnsettled()
  // Open streams would hold the server up: their clients connect again to whoever comes after it.
  process.once('SIGTERM', endAll)
  process.once('SIGINT', endAll)
  nitro.hooks.hook('close', async () => {
    endAll()
    stopWatching()
    stopClock()
    await closeDatabase()
  })
})
