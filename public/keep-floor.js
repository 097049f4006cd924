/*
 * Keeps the floor at hand: a class that was opened before opens and runs with the server out of reach, through reloads. The application's
 * own files come from the device where it has them; pages and the few answers the floor needs come from the server while it answers, else
 * as they were last. Classes and what waits to be sent are kept by the page itself.
 */
const FILES = 'golden-lintel-files'
/** Goes when somebody signs out. */
const PERSONAL = 'golden-lintel-personal'
/** Pages that open without the server; one shell serves them all. */
const PAGES = ['/floor', '/people']
const ANSWERS = ['/api/library', '/api/_auth/session']
const SHELL = '/floor'
/** So many files of earlier builds are kept before the oldest go. */
const MOST_FILES = 600
const PATIENCE_MS = 4000

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('fetch', (event) => {
  const { request } = event
  const { origin, pathname, search } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  if (isFile(pathname)) event.respondWith(fromDevice(request))
  else if (request.mode === 'navigate' && PAGES.includes(pathname)) event.respondWith(page(request))
  else if (ANSWERS.includes(pathname) && !search) event.respondWith(answer(request))
})

/** What the page loaded before this worker was there; and the shell, for whoever came by a link has never asked for a page of it. */
self.addEventListener('message', (event) => {
  const { files } = event.data ?? {}
  if (Array.isArray(files)) event.waitUntil(keepAll(files))
})

async function keepAll(files) {
  const cache = await caches.open(FILES)
  for (const url of files)
    if (isFile(new URL(url).pathname) && !(await cache.match(url))) await cache.add(url).catch(() => {})
  await fetch(SHELL)
    .then((fresh) => keepShell(cache, fresh))
    .catch(() => {})
}

/** A page that leads to the sign-in is not the shell. */
async function keepShell(cache, fresh) {
  if (fresh.ok && !fresh.redirected) await cache.put(SHELL, fresh)
  else await fresh.body?.cancel()
}

const isFile = (path) =>
  (path.startsWith('/_nuxt/') && !path.startsWith('/_nuxt/builds/')) || path === '/mark.svg'

async function fromDevice(request) {
  const cache = await caches.open(FILES)
  const known = await cache.match(request)
  if (known) return known
  const fresh = await fetch(request)
  if (fresh.ok) {
    await cache.put(request, fresh.clone())
    const keys = await cache.keys()
    for (const old of keys.slice(0, Math.max(0, keys.length - MOST_FILES))) await cache.delete(old)
  }
  return fresh
}

async function page(request) {
  const cache = await caches.open(FILES)
  try {
    const fresh = await inTime(fetch(request))
    await keepShell(cache, fresh.clone())
    if (fresh.status < 500) return fresh
  } catch {
    // Out of reach.
  }
  return (await cache.match(SHELL)) ?? Response.error()
}

async function answer(request) {
  const cache = await caches.open(PERSONAL)
  try {
    const fresh = await inTime(fetch(request))
    if (fresh.ok) await cache.put(request.url, fresh.clone())
    if (fresh.status < 500) return fresh
  } catch {
    // Out of reach.
  }
  return (await cache.match(request.url)) ?? Response.error()
}

const inTime = (fetching) =>
  Promise.race([
    fetching,
    new Promise((_, reject) => setTimeout(() => reject(new Error('too long')), PATIENCE_MS)),
  ])
