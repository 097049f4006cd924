import { getResponseHeader, getRequestHeader } from 'h3'
import { useGZipCompression } from 'h3-compression'

/** Shorter answers gain nothing by it. */
const LEAST = 1400

/** Answers of the API go out compressed where the client takes it; assets are compressed when they are built. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    if (!event.path.startsWith('/api/') || !getRequestHeader(event, 'accept-encoding')?.includes('gzip'))
      return
    if (getResponseHeader(event, 'content-encoding') || response.body === undefined || response.body === null)
      return
    const { body } = response
    const length = typeof body === 'string' ? body.length : typeof body === 'object' ? Infinity : 0
    if (length >= LEAST) await useGZipCompression(event, response)
  })
})
