import type { Visit } from '../../contract/api.ts'

/** The cache of public/sw.js, which answers from it while the server is away. */
const CACHE = 'etude-1'

/**
 * Puts a visit as the server has just acknowledged it where a reload without the server finds it. Without it the page
 * would come back as it was when it was last read, and look as if acknowledged scores were gone.
 */
export async function keepVisit(visit: Visit): Promise<void> {
  if (!('caches' in globalThis)) return
  const cache = await caches.open(CACHE)
  await cache.put(
    `/api/visits/${visit.id}`,
    new Response(JSON.stringify(visit), { headers: { 'content-type': 'application/json' } }),
  )
}
