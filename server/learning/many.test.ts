import { afterAll, beforeAll, expect, test } from 'vitest'
import { demoServer } from '../../test/harness/demo.ts'
import type { TestServer } from '../../test/harness/server.ts'
import { GoodbyeRow, TimingRow, VisitRow } from '../db/models/index.ts'

/* A salon of many years: a thousand dogs, each here twenty times, as copies of one groom of the made-up salon. */
const DOGS = 1000
const EACH = 20

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
  const copies = (table: string, from: string, changes: string, where: string): Promise<unknown> =>
    server.store.query(
      `INSERT INTO ${table} SELECT (jsonb_populate_record(one, ${changes})).* FROM ${table} one, ${from} WHERE ${where}`,
    )
  const [[{ id: template, dog_id: dog }]] = (await server.store.query(
    `SELECT v.id, v.dog_id FROM visits v JOIN goodbyes g ON g.visit_id = v.id
     WHERE g.summary #>> '{after,mat}' IS NOT NULL AND EXISTS (SELECT 1 FROM timings t WHERE t.visit_id = v.id)
     ORDER BY v.starts_at LIMIT 1`,
  )) as [[{ id: string; dog_id: string }]]
  await copies(
    'dogs',
    `generate_series(1, ${DOGS}) n`,
    "jsonb_build_object('id', gen_random_uuid(), 'name', 'Copy ' || n)",
    `one.id = '${dog}'`,
  )
  await copies(
    'visits',
    `dogs d, generate_series(1, ${EACH}) k`,
    "jsonb_build_object('id', gen_random_uuid(), 'dog_id', d.id, 'starts_at', one.starts_at - k * interval '5 weeks')",
    `one.id = '${template}' AND d.name LIKE 'Copy %'`,
  )
  const ofCopies = "v.id IN (SELECT c.id FROM visits c JOIN dogs d ON d.id = c.dog_id WHERE d.name LIKE 'Copy %')"
  const ofVisit = "jsonb_build_object('visit_id', v.id, 'next_visit_id', NULL, 'page', '{}'::jsonb)"
  await copies('goodbyes', 'visits v', ofVisit, `one.visit_id = '${template}' AND ${ofCopies}`)
  await copies(
    'timings',
    'visits v',
    "jsonb_build_object('visit_id', v.id, 'at', v.starts_at)",
    `(one.visit_id, one.step) IN (SELECT visit_id, step FROM timings WHERE visit_id = '${template}' ORDER BY step LIMIT 3) AND ${ofCopies}`,
  )
})
afterAll(() => server.close())

test('twenty thousand visits are learnt from and looked back at', async () => {
  expect(await VisitRow.count()).toBeGreaterThan(DOGS * EACH)
  expect(await GoodbyeRow.count()).toBeGreaterThan(DOGS * EACH)
  expect(await TimingRow.count()).toBeGreaterThanOrEqual(3 * DOGS * EACH)
  const { steps, learnt, failedAt } = await server.store.learning.refresh()
  expect(failedAt).toBeNull()
  expect(steps).toBeGreaterThan(5000)
  expect(learnt.length).toBeGreaterThan(5)
  for (const { low, value, high } of learnt) expect(low < value && value < high).toBe(true)
  const { kinds } = await server.store.lookBack.read()
  expect(kinds.find(({ id }) => id === 'mats')!.right!.count).toBeGreaterThan(2000)
})
