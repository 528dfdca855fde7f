import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { z } from 'zod'
import { ACCESS_ROLES } from '../../contract/api/access-roles.ts'
import { type AnyEndpoint, type Named, paramsSchema, pathOf } from '../../contract/api/endpoint.ts'
import { ENDPOINTS } from '../../contract/api/index.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { aPerson, type Locked, lockedSalon, signedIn } from '../../test/harness/door.ts'
import { aVisit, NOON, type TestServer, testServer } from '../../test/harness/server.ts'

let server: TestServer
let visit: Visit
beforeAll(async () => {
  server = await testServer()
  visit = await aVisit(server)
})
afterAll(() => server.close())

const json = fc.jsonValue({ maxDepth: 3 })
const field = fc.oneof(
  json,
  fc.constantFrom<unknown>(
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
    '\ud800',
    '0000-01-01T00:00:00Z',
    '9999-12-31T23:59:59+14:00',
    1e308,
    '💇',
    '; DROP TABLE visits',
    'x'.repeat(3000),
  ),
)

/** The names that a body or a query of an endpoint may hold, whatever its schema is wrapped in. */
function keysOf(schema: z.ZodType | undefined): string[] {
  const def = schema as { shape?: object; options?: z.ZodType[]; def?: { innerType?: z.ZodType } } | undefined
  if (def?.shape) return Object.keys(def.shape)
  if (def?.options) return [...new Set(def.options.flatMap(keysOf))]
  return def?.def?.innerType ? keysOf(def.def.innerType) : []
}

/** What stands in a path: the ids of this visit where they fit, so that more than "not here" is reached. */
const PARAMS: Readonly<Record<string, () => string>> = {
  id: () => visit.id,
  token: () => 'A'.repeat(43),
  table: () => 'dogs',
  device: () => 'scale',
}
const idFor = ({ subject }: Named<AnyEndpoint>): string =>
  subject === 'scores' || subject === 'plan' ? visit.assessment.id : visit.id
const paramsOf = (endpoint: Named<AnyEndpoint>): Record<string, string> =>
  Object.fromEntries(
    Object.keys(paramsSchema(endpoint)?.shape ?? {}).map((name) => [
      name,
      name === 'id' ? idFor(endpoint) : PARAMS[name]!(),
    ]),
  )

/** A stream does not end, and has nothing to be sent. */
const ASKED = ENDPOINTS.filter(({ kind }) => kind !== 'live')

type Send = (method: string, path: string, body?: unknown) => Promise<Response>

/** Sends every endpoint what nobody should, so many times each. @returns how often it was answered how */
async function mangled(send: Send, asked: readonly Named<AnyEndpoint>[], runsEach: number, from = 0) {
  const answers = new Map<number, number>()
  let slowest = 0
  for (const [seed, endpoint] of asked.entries()) {
    const keys = keysOf(
      endpoint.kind === 'write' ? endpoint.takes : endpoint.kind === 'read' ? endpoint.query : undefined,
    )
    await fc.assert(
      fc.asyncProperty(fc.array(field, { minLength: 12, maxLength: 12 }), fc.boolean(), async (values, whole) => {
        const named = Object.fromEntries(keys.map((key, i) => [key, values[i % values.length]]))
        const query =
          endpoint.kind === 'read' && keys.length > 0
            ? `?${new URLSearchParams(Object.entries(named).map(([key, value]) => [key, typeof value === 'string' ? value : JSON.stringify(value)]))}`
            : ''
        const start = performance.now()
        const response = await send(
          endpoint.method.toUpperCase(),
          `${pathOf(endpoint, paramsOf(endpoint))}${query}`,
          endpoint.kind === 'write' ? JSON.stringify(whole ? values[0] : named) : undefined,
        )
        slowest = Math.max(slowest, performance.now() - start)
        answers.set(response.status, (answers.get(response.status) ?? 0) + 1)
        expect(response.status, `${endpoint.method} ${endpoint.path} ${JSON.stringify(named)}`).toBeLessThan(500)
        await response.arrayBuffer()
      }),
      { seed: from + seed, numRuns: runsEach },
    )
  }
  return { answers, slowest }
}

const RUNS_EACH = 8

test('whatever is sent, no endpoint fails: it takes it or says what is wrong', async () => {
  const { answers } = await mangled((method, path, body) => server.send(method, `/api${path}`, body), ASKED, RUNS_EACH)
  expect(answers.get(422)).toBeGreaterThan((ASKED.length * RUNS_EACH) / 4)
})

test('every endpoint stands in the OpenAPI document, and nothing else does', async () => {
  const { paths } = (await (await server.send('GET', '/api/openapi.json')).json()) as {
    paths: Record<string, Record<string, unknown>>
  }
  const written = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method} ${path}`),
  )
  expect(written.sort()).toEqual(
    ENDPOINTS.map(({ method, path }) => `${method} /api${path.replace(/:(\w+)/g, '{$1}')}`).sort(),
  )
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

// Last: from here on the salon is locked.
describe('signed in', () => {
  /** So many times each; more where somebody wants to wait for it. */
  const runs = Number(process.env.ETUDE_FUZZ_RUNS ?? 1)
  // What lets in and out would put out who asks; it is tried above and by itself.
  const asked = ASKED.filter(({ subject }) => subject !== 'access')
  let locked: Locked
  beforeAll(async () => {
    locked = await lockedSalon(server)
  })
  test.each(ACCESS_ROLES.map((role, at) => [role, at] as const))('as %s no endpoint fails either', async (role, at) => {
    const { desk, ownerId } = locked
    const device =
      role === 'owner' ? desk : await signedIn(server, desk, await aPerson(server, `Somebody ${role}`, role))
    const { answers, slowest } = await mangled(device.ask.bind(device), asked, runs, 1000 * (at + 1))
    expect([...answers.values()].reduce((a, b) => a + b, 0)).toBe(asked.length * runs)
    // Still there: nothing that was sent put them out.
    expect((await device.json('GET', '/access')).person).toMatchObject({
      role,
      ...(role === 'owner' && { id: ownerId }),
    })
    if (runs > 1) process.stderr.write(`${role}: ${JSON.stringify([...answers])}, slowest ${slowest.toFixed(0)} ms\n`)
  })
})
