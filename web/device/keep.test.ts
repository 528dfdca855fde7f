import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { runInNewContext } from 'node:vm'
import { afterEach, expect, test, vi } from 'vitest'
import { keepAnswer } from './keep.ts'

const PATH = '/visits/1'

/** What a browser keeps answers in; each write takes as long as the test says. */
function cacheOf(waits: Promise<void>[] = []) {
  const there = new Map<string, Response>()
  const keyOf = (key: string | { url: string }): string => (typeof key === 'string' ? key : new URL(key.url).pathname)
  const cache = {
    put: async (key: string | { url: string }, response: Response): Promise<void> => {
      await waits.shift()
      there.set(keyOf(key), response)
    },
    match: async (key: string | { url: string }) => there.get(keyOf(key))?.clone(),
    keys: async () => [...there.keys()],
    delete: async (key: string | { url: string }) => there.delete(keyOf(key)),
  }
  return { there, caches: { open: async () => cache, match: cache.match, keys: async () => [] } }
}

afterEach(() => vi.unstubAllGlobals())

test('answers are kept in the order in which they came, however long each takes', async () => {
  let slow: () => void = () => {}
  const { there, caches } = cacheOf([new Promise((done) => (slow = done))])
  vi.stubGlobal('caches', caches)
  const first = keepAnswer(PATH, { scored: 11 })
  const second = keepAnswer(PATH, { scored: 12 })
  slow()
  await Promise.all([first, second])
  expect(await there.get(`/api${PATH}`)!.clone().json()).toEqual({ scored: 12 })
})

test('an answer that was asked for before the page kept a newer one does not take its place', async () => {
  const { there, caches } = cacheOf()
  const heard = new Map<string, (event: object) => void>()
  let answer: (response: Response) => void = () => {}
  // The worker as it is built, with a build of nothing.
  const source = readFileSync(join(import.meta.dirname, '../public/sw.js'), 'utf8')
    .replace('__BUILD_FILES__', '[]')
    .replace('__KEPT_READS__', '\\/visits\\/[^\\/]+')
  runInNewContext(source, {
    self: {
      addEventListener: (kind: string, hear: (event: object) => void) => heard.set(kind, hear),
      skipWaiting() {},
    },
    caches,
    fetch: () => new Promise<Response>((done) => (answer = done)),
    location: { origin: 'http://salon' },
    URL,
    Headers,
    Response,
    get Date() {
      return Date
    },
    setTimeout,
  })
  const ask = (): Promise<Response> => {
    let answered: Promise<Response> | null = null
    heard.get('fetch')!({
      request: { url: `http://salon/api${PATH}`, method: 'GET', mode: 'cors' },
      respondWith: (promise: Promise<Response>) => {
        answered = promise
      },
    })
    return answered!
  }
  const before = ask()
  vi.stubGlobal('caches', caches)
  // Kept a little later than it was asked.
  vi.useFakeTimers({ now: Date.now() + 1000, toFake: ['Date'] })
  await keepAnswer(PATH, { scored: 12 })
  vi.useRealTimers()
  answer(Response.json({ scored: 0 }))
  expect(await (await before).json()).toEqual({ scored: 0 })
  expect(await there.get(`/api${PATH}`)!.clone().json()).toEqual({ scored: 12 })
  vi.useFakeTimers({ now: Date.now() + 5000, toFake: ['Date'] })
  const after = ask()
  answer(Response.json({ scored: 13 }))
  await after
  vi.useRealTimers()
  expect(await there.get(`/api${PATH}`)!.clone().json()).toEqual({ scored: 13 })
  // Who was forgotten is forgotten here too.
  const gone = ask()
  answer(new Response('{}', { status: 404 }))
  expect((await gone).status).toBe(404)
  expect(there.has(`/api${PATH}`)).toBe(false)
})
