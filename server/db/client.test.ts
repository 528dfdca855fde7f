import { afterAll, beforeAll, expect, test } from 'vitest'
import { type Database, makeDatabase } from '../../test/harness/server.ts'
import { connect, tellingSlow, withoutValues } from './client.ts'

let database: Database
beforeAll(async () => {
  database = await makeDatabase()
})
afterAll(() => database.drop())

test('a statement that takes long is told with its time, one that does not is not', async () => {
  const told: [string, number][] = []
  const sequelize = connect(
    database.url,
    tellingSlow((...slow) => told.push(slow)),
  )
  await sequelize.query("SELECT 'quick'")
  await sequelize.query("SELECT pg_sleep(0.6), 'Rosalind Tern'")
  await sequelize.close()
  expect(told).toHaveLength(1)
  expect(told[0]![0]).toBe('SELECT pg_sleep(?),')
  expect(told[0]![1]).toBeGreaterThanOrEqual(500)
})

test('what is told holds no value, however it is written', () => {
  for (const [statement, said] of [
    [
      `Executed (default): SELECT "id" FROM "dogs" WHERE "name" = 'O''Dell\\' AND phone = '555'`,
      'SELECT "id" FROM "dogs" WHERE "name" =',
    ],
    [
      'Executed (ab12-cd): UPDATE visits SET slot = 90 WHERE starts_at > $1',
      'UPDATE visits SET slot = ? WHERE starts_at > $?',
    ],
    ["INSERT INTO clients (phone) VALUES (E'555\\'1')", 'INSERT INTO clients (phone) VALUES (E'],
  ] as const)
    expect(withoutValues(statement)).toBe(said)
})
