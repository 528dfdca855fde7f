import type { Visit } from '../../contract/api/visits.ts'

/** The cache of public/sw.js, which answers from it while the server is away. */
const CACHE = 'etude-reads'

/** Kept one after the other: what was acknowledged last is what stays. */
let last: Promise<void> = Promise.resolve()

/**
 * Puts an answer as the server has just acknowledged it where a reload without the server finds it. Without it the page
 * would come back as it was when it was last read, and look as if what was acknowledged were gone.
 * @param path as `request` takes it, `/visits/…`
 */
export function keepAnswer(path: string, answer: unknown): Promise<void> {
  last = last.then(() => keep(path, answer))
  return last
}

async function keep(path: string, answer: unknown): Promise<void> {
  if (!('caches' in globalThis)) return
  try {
    const cache = await caches.open(CACHE)
    const headers = { 'content-type': 'application/json', 'x-etude-kept-at': new Date().toISOString() }
    await cache.put(`/api${path}`, new Response(JSON.stringify(answer), { headers }))
  } catch {
    // A device that cannot keep it works on as long as the server is there.
  }
}

export const keepVisit = (visit: Visit): Promise<void> => keepAnswer(`/visits/${visit.id}`, visit)

/** Whether public/sw.js sees what this page reads; on the first page that a device opens it does not yet. */
export const isWatched = (): boolean =>
  typeof navigator !== 'undefined' && 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null
