import { randomUUID } from 'node:crypto'
import { Sequelize } from 'sequelize'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'
import { spanOf } from '../day/dates.ts'

const statements: string[] = []
const count = (sequelize: Sequelize): void => {
  sequelize.addHook('beforeQuery', (_, query) => {
    statements.push(String((query as unknown as { sql?: string }).sql ?? 'statement'))
  })
}

let server: TestServer
beforeAll(async () => {
  Sequelize.addHook('afterInit', 'count', count)
  server = await demoServer()
  Sequelize.removeHook('afterInit', 'count')
})
afterAll(() => server.close())

test('a tap on the bench of a dog with a life behind it asks the database six things, transaction and all', async () => {
  const { visits } = await server.store.visits.day(spanOf('2026-03-04'))
  const quill = visits.find(({ arrival }) => arrival.dog.name === 'Quill')!
  const tap = () =>
    server.send('POST', `/api/visits/${quill.id}/bench`, {
      events: [{ id: randomUUID(), kind: 'start', at: NOON.toISOString(), step: 'brush' }],
    })
  // That nobody locked the salon is asked once in ten seconds, not by every tap; who is signed in, by every one.
  await server.send('GET', '/api/access')
  for (const _ of [1, 2]) {
    statements.length = 0
    expect((await tap()).status).toBe(200)
    expect(statements.length).toBeGreaterThan(0)
    expect(statements.length, statements.join('\n')).toBeLessThanOrEqual(6)
  }
})
