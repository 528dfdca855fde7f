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

async function keepRead(key, response) {
  const cache = await caches.open(READS)
  await cache.put(key, response)
  const keys = await cache.keys()
  for (const old of keys.slice(0, Math.max(0, keys.length - MOST_READS))) await cache.delete(old)
}

/* Says that it is this device's own, so that the screen can say so too. */
function marked(response) {
  if (!response) return undefined
  const headers = new Headers(response.headers)
  headers.set('x-etude-kept', '1')
  return new Response(response.body, { status: response.status, headers })
}

async function freshElseKept(request, key, isPage) {
  try {
    const response = await fetch(request)
    if (response.ok) {
      if (isPage) await (await caches.open(APP)).put(key, response.clone())
      else await keepRead(key, response.clone())
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
  return (await caches.match(request)) ?? fetch(request)
}
