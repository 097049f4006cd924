import { requireKey } from '../../http/bearer'
import { readBodyAs } from '../../http/body'
import { useDatabase } from '../../http/database'
import { answering } from '../../http/route'
import { settleSoon } from '../../http/settler'
import { serverNow } from '../../http/test-clock'
import { readerOf, takeTaps, tapsBody } from '../../services/readers'
import { settleClass } from '../../services/settle'

/** What a reader at the door heard. It comes with the reader's own key (`Authorization: Bearer …`), which opens nothing else. */
export default answering(async (event) => {
  const body = await readBodyAs(event, tapsBody)
  const key = requireKey(event, 'A reader')
  const db = useDatabase()
  const reader = await readerOf(db, key)
  const { taps, classes } = await takeTaps(db, reader, body, serverNow(event))
  for (const { id, isFinished } of classes)
    if (isFinished) await settleClass(db, reader.clubId, id, { wait: true })
    else settleSoon(reader.clubId, id)
  return { taps }
})
