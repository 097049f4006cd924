import { createHash } from 'node:crypto'
import { setResponseHeaders } from 'h3'

/**
 * What a browser is told about every answer: nothing is guessed, framed or sent elsewhere, and only this application's own scripts
 * run. The two scripts that stand in the page itself (its settings and the map of its modules) are named by their digest.
 */
const ALWAYS = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), microphone=(), payment=(), usb=()',
}

const INLINE = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g

function policyFor(html: string): string {
  const digests = [...html.matchAll(INLINE)]
    .filter(([, script]) => script)
    .map(([, script = '']) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`)
  return [
    "default-src 'none'",
    // The solver is WebAssembly.
    `script-src 'self' 'wasm-unsafe-eval' ${digests.join(' ')}`.trim(),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "media-src 'self' blob:",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    setResponseHeaders(event, ALWAYS)
    // Whatever the API answers is of somebody: no cache between keeps it.
    if (event.path.startsWith('/api/')) setResponseHeaders(event, { 'cache-control': 'no-store' })
  })
  nitro.hooks.hook('render:response', (response) => {
    if (!response.headers || typeof response.body !== 'string') return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = policyFor(response.body)
    response.headers['cache-control'] = 'no-store'
  })
})
