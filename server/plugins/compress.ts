import { gzipSync } from 'node:zlib'
import { appendResponseHeader, getRequestHeader, getResponseHeader, setResponseHeader } from 'h3'
import { useGZipCompression } from 'h3-compression'

/** Shorter answers gain nothing by it. */
const LEAST = 1400
/** Up to here an answer is compressed at once, in well under a millisecond: it does not queue for a thread behind the checking of passwords. */
const AT_ONCE = 24_000

/** Answers of the API go out compressed where the client takes it; assets are compressed when they are built. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    if (!event.path.startsWith('/api/') || !getRequestHeader(event, 'accept-encoding')?.includes('gzip'))
      return
    const { body } = response
    if (getResponseHeader(event, 'content-encoding') || body === undefined || body === null) return
    if (typeof body !== 'string' && !isPlain(body)) return
    const text = typeof body === 'string' ? body : JSON.stringify(body)
    if (text.length < LEAST) return
    if (text.length > AT_ONCE) return useGZipCompression(event, response)
    if (typeof body !== 'string' && !getResponseHeader(event, 'content-type'))
      setResponseHeader(event, 'content-type', 'application/json')
    setResponseHeader(event, 'content-encoding', 'gzip')
    appendResponseHeader(event, 'vary', 'accept-encoding')
    response.body = gzipSync(text)
  })
})

/** What is sent as JSON: no stream and no bytes. */
const isPlain = (body: unknown): boolean =>
  Array.isArray(body) ||
  (typeof body === 'object' && body !== null && Object.getPrototypeOf(body) === Object.prototype)
