import { randomUUID } from 'node:crypto'
import { connect, createServer, type Server, type Socket } from 'node:net'
import { setImmediate } from 'node:timers/promises'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { makeDatabase, serverOn, type TestServer } from '../../test/harness/server.ts'

/* A PostgreSQL that stands still: reached through a way that can be held, as a machine that is frozen holds it. */
class Way {
  readonly #server: Server
  readonly #ends = new Set<Socket>()
  held = false

  constructor(to: URL) {
    this.#server = createServer((near) => {
      const far = connect(Number(to.port), to.hostname)
      for (const [from, into] of [
        [near, far],
        [far, near],
      ] as const) {
        this.#ends.add(from)
        from.on('data', (chunk) => into.write(chunk))
        from.on('close', () => into.destroy())
        from.on('error', () => into.destroy())
        if (this.held) from.pause()
      }
    })
  }
  listen = (): Promise<number> =>
    new Promise((ready) => {
      this.#server.listen(0, '127.0.0.1', () => ready((this.#server.address() as { port: number }).port))
    })
  /** Nothing goes through, in either direction; connections stand. */
  hold(): void {
    this.held = true
    for (const end of this.#ends) end.pause()
  }
  release(): void {
    this.held = false
    for (const end of this.#ends) end.resume()
  }
  close(): void {
    for (const end of this.#ends) end.destroy()
    this.#server.close()
  }
}

let way: Way
let server: TestServer
beforeAll(async () => {
  const { url, drop } = await makeDatabase()
  const there = new URL(url)
  way = new Way(there)
  const held = new URL(url)
  held.hostname = '127.0.0.1'
  held.port = String(await way.listen())
  server = await serverOn({ url: held.href, drop })
})
afterAll(async () => {
  way.release()
  await server.close()
  way.close()
})

const read = async (): Promise<number> => (await server.send('GET', '/api/salon')).status
const visit = (name: string): Promise<Response> =>
  server.send(
    'POST',
    '/api/visits',
    JSON.stringify({
      startsAt: '2026-03-05T09:00:00.000Z',
      slotMinutes: 60,
      personId: null,
      owner: { name, phone: '555 0199' },
      dog: { name, coatType: 'curly', weightKg: 9 },
    }),
  )

test('a database that stands still is told of while it does, and nothing waits for it', async () => {
  expect(await read()).toBe(200)
  way.hold()
  // More than there are connections, reads and writes; all are answered though nothing moves.
  const asked = await Promise.all(
    Array.from({ length: 24 }, async (_, i) => (i % 3 === 0 ? (await visit(`Held ${randomUUID()}`)).status : read())),
  )
  expect(new Set(asked)).toEqual(new Set([503]))
  // And once it is known nobody even begins.
  expect(await read()).toBe(503)
  way.release()
  await expect.poll(read, { timeout: 30_000 }).toBe(200)
  const [after, later] = [await visit('After'), await visit('Later')]
  expect([after.status, later.status]).toEqual([200, 200])
  // What was not acknowledged is there whole or not at all.
  const [rows] = (await server.store.query(
    'SELECT count(*)::int AS n FROM visits v LEFT JOIN assessments a ON a.visit_id = v.id WHERE a.id IS NULL',
  )) as [{ n: number }[]]
  expect(rows).toEqual([{ n: 0 }])
})

test('something that takes long while the database answers is waited for', async () => {
  await expect(server.store.watch.within(() => server.store.query('SELECT pg_sleep(2)'))).resolves.toBeDefined()
  expect(await read()).toBe(200)
})

test('a server that reckons for long between two turns does not take the database for silent', async () => {
  let asks = true
  const reckoning = (async () => {
    while (asks) {
      const until = performance.now() + 700
      while (performance.now() < until);
      await setImmediate()
    }
  })()
  // Longer than a look may take, and a look takes eight turns or so.
  await expect(server.store.watch.within(() => server.store.query('SELECT pg_sleep(7)'))).resolves.toBeDefined()
  asks = false
  await reckoning
})
