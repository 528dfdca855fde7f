/* Keeps the application and what was last read, so that a reload while the server is away does not go blank. */
const CACHE = 'etude-1'
/* Reads that are kept: put in by the build, from the endpoints that say so. */
const READ = /^\/api(__KEPT_READS__)$/
const MOST_ENTRIES = 400

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== location.origin) return
  if (request.mode === 'navigate') event.respondWith(freshElseKept(request, '/'))
  else if (url.pathname.startsWith('/assets/') || url.pathname === '/mark.svg')
    event.respondWith(keptElseFresh(request))
  else if (READ.test(url.pathname)) event.respondWith(freshElseKept(request, request))
})

async function keep(key, response) {
  const cache = await caches.open(CACHE)
  await cache.put(key, response)
  const keys = await cache.keys()
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST_ENTRIES))) await cache.delete(old)
}

/* Says that it is this device's own, so that the screen can say so too. */
function marked(response) {
  if (!response) return undefined
  const headers = new Headers(response.headers)
  headers.set('x-etude-kept', '1')
  return new Response(response.body, { status: response.status, headers })
}

async function freshElseKept(request, key) {
  try {
    const response = await fetch(request)
    if (response.ok) {
      await keep(key, response.clone())
      return response
    }
    // The server is there and its database is not: what was last read is better than nothing.
    if (response.status < 500) return response
    return marked(await caches.match(key)) ?? response
  } catch (error) {
    const kept = marked(await caches.match(key))
    if (kept) return kept
    throw error
  }
}

async function keptElseFresh(request) {
  const kept = await caches.match(request)
  if (kept) return kept
  const response = await fetch(request)
  if (response.ok) await keep(request, response.clone())
  return response
}
