import { afterAll, beforeAll, expect, test } from 'vitest'
import type { System } from '../../contract/api/system.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.close())

const read = async (): Promise<System> => (await (await server.send('GET', '/api/system')).json()) as System

test('how the system is, as it is: database, disk, backups, screens', async () => {
  const before = await read()
  expect(before).toMatchObject({
    startedAt: NOON.toISOString(),
    backups: { lastAt: null, kept: 0, failed: null },
    screens: 0,
    devices: [],
  })
  expect(before.database.version).toMatch(/^\d+/)
  expect(before.database.bytes).toBeGreaterThan(1_000_000)
  expect(before.database.answersInMs).toBeGreaterThan(0)
  expect(before.disk!.freeBytes).toBeGreaterThan(0)
  expect(before.disk!.freeBytes).toBeLessThanOrEqual(before.disk!.totalBytes)
  await server.backups.make()
  const end = server.changes.listen(() => {})
  expect(await read()).toMatchObject({ backups: { lastAt: NOON.toISOString(), kept: 1 }, screens: 1 })
  end()
})
