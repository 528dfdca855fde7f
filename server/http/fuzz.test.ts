import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { Visit } from '../../contract/api/api.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
let visit: Visit
beforeAll(async () => {
  server = await testServer()
  visit = await server.store.visits.add(
    {
      startsAt: NOON.toISOString(),
      slotMinutes: 180,
      personId: null,
      owner: { name: 'O', phone: '' },
      dog: { name: 'D', coatType: 'curly', weightKg: 9 },
    },
    null,
  )
})
afterAll(() => server.close())

const json = fc.jsonValue({ maxDepth: 3 })
const field = fc.oneof(
  json,
  fc.constantFrom(
    0,
    1,
    4,
    5,
    -1,
    0.5,
    'back',
    'side',
    'left',
    null,
    '\u0000',
    '💇',
    '; DROP TABLE visits',
    'x'.repeat(3000),
  ),
)

const ENDPOINTS = (): readonly (readonly [method: string, path: string, keys: readonly string[]])[] => [
  ['PATCH', `/api/assessments/${visit.assessment.id}`, ['batchId', 'baseRevision', 'changes']],
  ['PUT', `/api/assessments/${visit.assessment.id}/stage`, ['baseRevision', 'stage']],
  ['PUT', `/api/visits/${visit.id}/arrival`, ['baseRevision', 'arrival', 'personId']],
  ['PUT', `/api/visits/${visit.id}/station`, ['station']],
  ['PUT', '/api/settings/estimates', ['id', 'value']],
  ['PUT', '/api/settings/schools', ['id', 'option']],
  ['PUT', '/api/settings/equipment', ['dryers', 'room', 'protector', 'units']],
  ['POST', '/api/shelf', ['label', 'stockMl']],
  ['POST', '/api/shelf/import', ['csv', 'dryRun']],
  ['PUT', `/api/visits/${visit.id}/bath`, ['swaps']],
  ['POST', `/api/visits/${visit.id}/bath/book`, ['batchId']],
  ['PUT', `/api/visits/${visit.id}/drying`, ['id', 'what', 'at']],
  ['POST', `/api/visits/${visit.id}/drying/readings`, ['id', 'at', 'kind', 'region', 'side', 'value']],
  ['PUT', `/api/visits/${visit.id}/done`, ['batchId', 'finished', 'reopened']],
  ['POST', `/api/assessments/${visit.assessment.id}/plans`, ['style', 'reason', 'best']],
  ['POST', `/api/owner/${'A'.repeat(43)}/answer`, ['answer', 'style', 'name', 'note']],
  ['PUT', '/api/settings/prices', ['currency', 'base', 'minutesIncluded', 'perMinute', 'roundTo']],
  ['POST', '/api/visits', ['startsAt', 'slotMinutes', 'personId', 'dogId', 'owner', 'dog']],
]

test('whatever is sent, no endpoint fails: it takes it or says what is wrong', async () => {
  const answers = new Map<number, number>()
  await fc.assert(
    fc.asyncProperty(
      fc.nat(9),
      fc.array(field, { minLength: 6, maxLength: 6 }),
      fc.boolean(),
      async (which, values, whole) => {
        const [method, path, keys] = ENDPOINTS()[which]!
        const body = whole ? values[0] : Object.fromEntries(keys.map((key, i) => [key, values[i]]))
        const response = await server.send(method, path, JSON.stringify(body))
        answers.set(response.status, (answers.get(response.status) ?? 0) + 1)
        expect(response.status, `${method} ${path} ${JSON.stringify(body)}`).toBeLessThan(500)
      },
    ),
    { seed: 14, numRuns: 300 },
  )
  expect(answers.get(422) ?? 0).toBeGreaterThan(200)
})

test('odd text in names and notes is kept as it is, or refused; never half of it', async () => {
  for (const name of ['Ælfrič 🐩', "Robert'); --", '<b>Rex</b>', '\u202Ereversed', 'a\u0000b', 'x'.repeat(81)]) {
    const sent = {
      startsAt: NOON.toISOString(),
      slotMinutes: 60,
      personId: null,
      owner: { name: 'O', phone: '' },
      dog: { name, coatType: 'curly', weightKg: 9 },
    }
    const response = await server.send('POST', '/api/visits', sent)
    expect(response.status, JSON.stringify(name)).toBeLessThan(500)
    if (response.status === 200) expect(((await response.json()) as Visit).arrival.dog.name).toBe(name)
  }
})

test('score changes of every shape leave a sheet that can be planned', async () => {
  let revision = visit.assessment.revision
  const change = fc.record({
    region: fc.constantFrom('back', 'side', 'armpit', 'muzzle'),
    side: fc.constantFrom('left', 'right', null),
    set: fc.record(
      {
        mat: fc.constantFrom(null, 0, 2, 4, 7),
        extent: fc.constantFrom(null, 0, 0.05, 1, 2),
        standoffMm: fc.constantFrom(null, 0, 5, 400),
        skin: fc.constantFrom(null, 1, 3),
      },
      { requiredKeys: [] },
    ),
  })
  await fc.assert(
    fc.asyncProperty(fc.array(change, { minLength: 1, maxLength: 4 }), async (changes) => {
      const response = await server.send('PATCH', `/api/assessments/${visit.assessment.id}`, {
        batchId: randomUUID(),
        baseRevision: revision,
        changes,
      })
      expect([200, 422]).toContain(response.status)
      if (response.status === 200) revision++
      expect((await server.send('POST', `/api/assessments/${visit.assessment.id}/plans`, {})).status).toBe(200)
    }),
    { seed: 15, numRuns: 60 },
  )
  expect(revision).toBeGreaterThan(visit.assessment.revision)
})
