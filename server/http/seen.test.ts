import { Writable } from 'node:stream'
import pino from 'pino'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'
import { createApp } from './app.ts'
import type { App } from './serve.ts'

let server: TestServer
let app: App
const lines: Record<string, unknown>[] = []
beforeAll(async () => {
  server = await testServer()
  const to = new Writable({
    write(line, _, done) {
      lines.push(JSON.parse(String(line)))
      done()
    },
  })
  app = createApp({
    store: server.store,
    backups: server.backups,
    devices: server.devices,
    changes: server.changes,
    now: () => NOON,
    log: pino(to),
    loadDemo: async () => {},
    webRoot: null,
  })
})
afterAll(() => server.close())

/** As the connection of a request says who asks. */
const from = (remoteAddress: string): object => ({ incoming: { socket: { remoteAddress } } })
const ask = (path: string, address = '127.0.0.1', headers: Record<string, string> = {}): Promise<Response> =>
  Promise.resolve(app.request(`http://127.0.0.1${path}`, { headers }, from(address)))

test('every answer has a number, and its line says what, how it ended and how long, by no name', async () => {
  const visit = '3f0c6a2e-9d61-4b8b-8f57-0d6c1f2a7b11'
  const answer = await ask(`/api/visits/${visit}`)
  expect(answer.status).toBe(404)
  const id = answer.headers.get('x-request-id')
  expect(id).toMatch(/^[0-9a-f-]{36}$/)
  const line = lines.find((one) => one.id === id)!
  expect(line).toMatchObject({ method: 'GET', route: '/api/visits/:id', status: 404, actor: null, msg: 'answered' })
  expect(line.ms).toBeGreaterThanOrEqual(0)
  expect(JSON.stringify(lines)).not.toContain(visit)
})

test('what an owner’s link holds stands in no line', async () => {
  await ask('/api/owner/s3cr3t-of-an-owner')
  expect(JSON.stringify(lines)).not.toContain('s3cr3t')
})

test('figures for who asks on this machine: endpoints by pattern, screens, the last backup, the process', async () => {
  expect((await ask('/metrics')).headers.get('content-type')).toMatch(/^text\/plain; version=/)
  expect(await (await ask('/metrics')).text()).not.toMatch(/^etude_backup_age_seconds \d/m)
  await server.backups.make()
  const end = server.changes.listen(() => {})
  const text = await (await ask('/metrics')).text()
  expect(text).toMatch(
    /etude_http_request_duration_seconds_count\{method="GET",route="\/api\/visits\/:id",status="404"\} 1/,
  )
  expect(text).toMatch(/^etude_screens_listening 1$/m)
  expect(text).toMatch(/^etude_backup_age_seconds 0$/m)
  expect(text).toMatch(/^process_cpu_seconds_total /m)
  end()
  expect(await (await ask('/metrics')).text()).toMatch(/^etude_screens_listening 0$/m)
})

test.each([
  ['from another machine', '192.168.1.20', {}],
  ['through a proxy on this one', '127.0.0.1', { 'x-forwarded-for': '192.168.1.20' }],
  ['through one that says so otherwise', '127.0.0.1', { forwarded: 'for=192.168.1.20' }],
])('and not for who asks %s', async (_, address, headers) => {
  const answer = await ask('/metrics', address, headers)
  expect(answer.status).toBe(404)
  expect(await answer.text()).not.toContain('etude_')
})
