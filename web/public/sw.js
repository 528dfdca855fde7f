/*
 * Keeps the whole application as it was built, from the first visit on, and what was last read, so that a reload while
 * the server is away does not go blank. What is read never puts out the application: each has a place of its own.
 */
const APP = 'etude-app-__BUILD__'
const FILES = JSON.parse('__BUILD_FILES__')
const READS = 'etude-reads'
/* Reads that are kept: put in by the build, from the endpoints that say so. */
const READ = /^\/api(__KEPT_READS__)$/
const MOST_READS = 400
/* As long as somebody waits for a server that says nothing, before what is kept is shown. */
const PATIENCE_MS = 3000
/* A page that is open over an update still finds its own files. */
const BUILDS_KEPT = 2

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(caches.open(APP).then((cache) => cache.addAll(['/', ...FILES])))
})
self.addEventListener('activate', (event) =>
  event.waitUntil(
    (async () => {
      const builds = (await caches.keys()).filter((name) => name.startsWith('etude-') && name !== READS)
      for (const old of builds.slice(0, -BUILDS_KEPT)) if (old !== APP) await caches.delete(old)
      await self.clients.claim()
    })(),
  ),
)

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== location.origin) return
  if (request.mode === 'navigate') event.respondWith(freshElseKept(request, '/', true))
  else if (url.pathname.startsWith('/assets/') || url.pathname === '/mark.svg')
    event.respondWith(keptElseFresh(request))
  else if (READ.test(url.pathname)) event.respondWith(freshElseKept(request, request, false))
})

/* What the page itself kept since it was asked for, because the server acknowledged a change, is newer than this answer. */
async function keepRead(key, response, askedAt) {
  const cache = await caches.open(READS)
  const there = await cache.match(key)
  if (there && Date.parse(there.headers.get('x-etude-kept-at')) > askedAt) return
  const headers = new Headers(response.headers)
  headers.set('x-etude-kept-at', new Date().toISOString())
  await cache.put(key, new Response(response.body, { status: response.status, headers }))
  const keys = await cache.keys()
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST_READS))) await cache.delete(old)
}

/* Says that it is this device's own and since when, so that the screen can say so too. */
function marked(response) {
  if (!response) return undefined
  const headers = new Headers(response.headers)
  headers.set('x-etude-kept', headers.get('x-etude-kept-at') ?? 'earlier')
  return new Response(response.body, { status: response.status, headers })
}

async function freshElseKept(request, key, isPage) {
  // Asked for here and now, so that an answer that comes late is still kept for the next time.
  const askedAt = Date.now()
  const asked = fetch(request)
  const kept = async () => marked(await caches.match(key))
  try {
    const response = (await Promise.race([asked, tooLong()])) ?? (await kept()) ?? (await asked)
    if (response.headers.has('x-etude-kept')) {
      asked.then((late) => (late.ok && !isPage ? keepRead(key, late, askedAt) : undefined)).catch(() => {})
      return response
    }
    if (response.ok) {
      if (isPage) await (await caches.open(APP)).put(key, response.clone())
      else await keepRead(key, response.clone(), askedAt)
      return response
    }
    // What is there no more is not kept either: who was forgotten is forgotten here too.
    if (response.status === 404 && !isPage) await (await caches.open(READS)).delete(key)
    // The server is there and its database is not: what was last read is better than nothing.
    if (response.status < 500) return response
    return (await kept()) ?? response
  } catch (error) {
    const own = await kept()
    if (own) return own
    throw error
  }
}

const tooLong = () => new Promise((resolve) => setTimeout(resolve, PATIENCE_MS))

async function keptElseFresh(request) {
  return (await caches.match(request)) ?? fetch(request)
}
