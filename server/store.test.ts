import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { NewVisit, Visit } from '../contract/api/visits.ts'
import { ESTIMATES, MODEL_VERSION } from '../core/index.ts'
import { demoId, loadDemo } from '../demo/load.ts'
import { demoServer } from '../test/harness/demo.ts'
import { NOON, type TestServer, testServer } from '../test/harness/server.ts'
import { spanOf } from './day/dates.ts'
import { planInForce } from './plan/in-force.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const newDog = (changes: Partial<NewVisit> = {}): NewVisit => ({
  startsAt: NOON.toISOString(),
  slotMinutes: 180,
  personId: null,
  owner: { name: 'Test Owner', phone: '' },
  dog: { name: 'Test', coatType: 'curly', weightKg: 9, lengthMm: { body: 40 } },
  ...changes,
})
const add = (): Promise<Visit> => server.store.visits.add(newDog(), null)
const refuses = async (sql: string, what: RegExp): Promise<void> => {
  await expect(server.store.query(sql)).rejects.toThrow(what)
}

describe('the database itself', () => {
  test.each([
    ['mat', 5],
    ['undercoat', -1],
    ['condition', 9],
    ['skin', 5],
  ])('refuses %s %d', async (column, value) => {
    const { assessment } = await add()
    await refuses(
      `INSERT INTO scores (assessment_id, region, side, ${column}) VALUES ('${assessment.id}', 'back', '', ${value})`,
      /score_check|check constraint/,
    )
  })
  test('refuses a second score for the same region-side in one assessment', async () => {
    const { assessment } = await add()
    const insert = `INSERT INTO scores (assessment_id, region, side, mat) VALUES ('${assessment.id}', 'side', 'left', 1)`
    await server.store.query(insert)
    await refuses(insert, /duplicate key|Validation error/)
  })
  test('refuses a region-side that is none', async () => {
    const { assessment } = await add()
    await refuses(
      `INSERT INTO scores (assessment_id, region, side, mat) VALUES ('${assessment.id}', 'back', 'left', 1)`,
      /foreign key/,
    )
  })
  test('refuses a visit without a dog, or of one that is not there', async () => {
    const visit = (dog: string): string =>
      `INSERT INTO visits (id, dog_id, starts_at, slot_minutes, arrival) VALUES ('${randomUUID()}', ${dog}, now(), 60, '{"dog":{"weightKg":5}}')`
    await refuses(visit('NULL'), /null value/)
    await refuses(visit(`'${randomUUID()}'`), /foreign key/)
  })
  test('refuses an extent of 0 or over 1, and a weight out of range', async () => {
    const { assessment, dogId } = await add()
    for (const extent of [0, 1.2])
      await refuses(
        `INSERT INTO scores (assessment_id, region, side, mat, extent) VALUES ('${assessment.id}', 'rump', '', 2, ${extent})`,
        /check/,
      )
    await refuses(
      `INSERT INTO visits (id, dog_id, starts_at, slot_minutes, arrival) VALUES ('${randomUUID()}', '${dogId}', now(), 60, '{"dog":{"weightKg":500}}')`,
      /check/,
    )
  })
  test('only ever adds to the log', async () => {
    await refuses("UPDATE change_log SET action = 'nothing'", /only ever added to/)
    await refuses('DELETE FROM change_log', /only ever added to/)
    await refuses('TRUNCATE change_log', /only ever added to/)
  })
})

describe('scores', () => {
  const batch = (baseRevision: number, mat: 0 | 1 | 2 | 3 | 4 = 3) => ({
    batchId: randomUUID(),
    baseRevision,
    changes: [{ region: 'back' as const, side: null, set: { mat, extent: 0.5 } }],
  })
  test('unknown is kept apart from zero', async () => {
    const { assessment } = await add()
    await server.store.assessments.score(
      assessment.id,
      { ...batch(0), changes: [{ region: 'back', side: null, set: { mat: 0 } }] },
      null,
    )
    const { rows } = await server.store.assessments.read(assessment.id)
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({ region: 'back', mat: 0, undercoat: null, skin: null })
  })
  test('a batch sent twice is applied once', async () => {
    const { assessment } = await add()
    const once = batch(0)
    const first = await server.store.assessments.score(assessment.id, once, null)
    const again = await server.store.assessments.score(assessment.id, once, null)
    expect([first.revision, again.revision]).toEqual([1, 1])
    expect(
      await server.store.query(`SELECT 1 FROM change_log WHERE entity_id = '${assessment.id}' AND action = 'scored'`),
    ).toMatchObject([[{}], { rowCount: 1 }])
  })
  test('of two people at once one is told, and nothing is overwritten', async () => {
    const { assessment } = await add()
    const results = await Promise.allSettled(
      ([1, 2, 3, 4] as const).map((mat) =>
        server.store.assessments.score(assessment.id, batch(0, mat), demoId('Ebba')),
      ),
    )
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    const refused = results.flatMap((r) => (r.status === 'rejected' ? [r.reason] : []))
    for (const reason of refused)
      expect(reason).toMatchObject({ name: 'ChangedElsewhere', changedBy: 'Ebba', current: { revision: 1 } })
    expect((await server.store.assessments.read(assessment.id)).revision).toBe(1)
  })
  test('a batch with one bad change is refused whole', async () => {
    const { assessment } = await add()
    const bad = {
      ...batch(0),
      changes: [
        { region: 'back' as const, side: null, set: { mat: 3 as const } },
        { region: 'rump' as const, side: null, set: { mat: 3 as const, standoffMm: 41 } },
      ],
    }
    await expect(server.store.assessments.score(assessment.id, bad, null)).rejects.toMatchObject({ name: 'BadInput' })
    expect((await server.store.assessments.read(assessment.id)).rows).toEqual([])
  })
})

describe('plans', () => {
  const score = (id: string, revision: number, mat: 0 | 3) =>
    server.store.assessments.score(
      id,
      { batchId: randomUUID(), baseRevision: revision, changes: [{ region: 'back', side: null, set: { mat } }] },
      null,
    )
  test('are kept as shown, with input and model, and the same one once', async () => {
    const { assessment } = await add()
    await score(assessment.id, 0, 3)
    const first = await server.store.plans.make(assessment.id, {}, null)
    expect(first).toMatchObject({ model: MODEL_VERSION, assessmentRevision: 1 })
    expect((await server.store.plans.make(assessment.id, {}, null)).id).toBe(first.id)
    await score(assessment.id, 1, 0)
    const second = await server.store.plans.make(assessment.id, {}, null)
    expect(second.id).not.toBe(first.id)
    expect((await server.store.plans.read(first.id)).plan).toEqual(first.plan)
  })
  test('use the salon’s own numbers, and those made before stay as they were', async () => {
    const { assessment } = await add()
    await score(assessment.id, 0, 3)
    const before = await server.store.plans.make(assessment.id, {}, null)
    await server.store.salon.setEstimate('give.base', 10, null)
    const after = await server.store.plans.make(assessment.id, {}, null)
    await server.store.salon.setEstimate('give.base', null, null)
    expect(after.plan.verdict.pullBudget).toBeCloseTo(
      (before.plan.verdict.pullBudget * 10) / ESTIMATES['give.base'].value,
    )
    expect((await server.store.plans.read(before.id)).plan.verdict.pullBudget).toBe(before.plan.verdict.pullBudget)
  })
  test('taking one moves the dog on, once', async () => {
    const visit = await add()
    await score(visit.assessment.id, 0, 3)
    const plan = await server.store.plans.make(visit.assessment.id, {}, null)
    const taken = await server.store.plans.accept(plan.id, demoId('Noor'))
    expect((await server.store.plans.accept(plan.id, null)).acceptedAt).toBe(taken.acceptedAt)
    expect(taken.acceptedBy).toBe(demoId('Noor'))
    expect((await server.store.visits.read(visit.id)).station).toBe('bath')
  })
  test('the one taken last is in force at every station, whichever was made last', async () => {
    const visit = await add()
    const made: string[] = []
    const make = async (mat: 0 | 3): Promise<string> => {
      await score(visit.assessment.id, made.length, mat)
      const { id } = await server.store.plans.make(visit.assessment.id, {}, null)
      made.push(id)
      await setTime(id, 'created_at', made.length)
      return id
    }
    const setTime = (id: string, column: string, minutes: number) =>
      server.store.query(
        `UPDATE plans SET ${column} = '2026-03-04 12:00Z'::timestamptz + interval '${minutes} min' WHERE id = '${id}'`,
      )
    const take = async (id: string, minutes: number): Promise<void> => {
      await server.store.plans.accept(id, demoId('Noor'))
      await setTime(id, 'accepted_at', minutes)
    }
    const inForce = async () => (await planInForce(visit.id))?.id ?? null
    expect(await inForce()).toBeNull()
    const first = await make(0)
    const second = await make(3)
    expect(await inForce()).toBe(second)
    await take(second, 3)
    const third = await make(0)
    expect(await inForce()).toBe(second)
    await take(first, 5)
    expect(await inForce()).toBe(first)
    const { acceptedPlan, latestPlan, plan } = await server.store.visits.read(visit.id)
    expect([acceptedPlan!.id, latestPlan!.id]).toEqual([first, third])
    expect(plan!.acceptedAt).toBe(acceptedPlan!.acceptedAt)
  })
})

describe('the demo salon', () => {
  const today = () => server.store.visits.day(spanOf('2026-03-04'))
  test('has sixteen dogs and more over every coat type, several with earlier visits', async () => {
    const { visits } = await today()
    const demo = visits.filter(({ arrival }) => arrival.dog.name !== 'Test')
    expect(demo.length).toBeGreaterThanOrEqual(16)
    expect(new Set(demo.map(({ arrival }) => arrival.dog.coatType)).size).toBe(10)
    const quill = demo.find(({ arrival }) => arrival.dog.name === 'Quill')!
    expect((await server.store.visits.read(quill.id)).past).toHaveLength(2)
  })
  test('holds a skin stop, a packed double coat blown out, a split, and a coat that comes down', async () => {
    const { visits } = await today()
    const choice = async (name: string): Promise<string> => {
      const { id } = visits.find(({ arrival }) => arrival.dog.name === name)!
      const { assessment } = await server.store.visits.read(id)
      const { plan } = await server.store.plans.make(assessment.id, {}, null)
      if (name === 'Kettle')
        expect(plan.regions.filter(({ treatment }) => treatment === 'blow-out').length).toBeGreaterThan(8)
      return plan.verdict.choice
    }
    expect(await choice('Biscuit')).toBe('refer')
    expect(await choice('Bramble')).toBe('short-all-over')
    expect(await choice('Old Tobit')).toBe('split-visits')
    expect(['brush-out', 'spot-work']).toContain(await choice('Kettle'))
  })
  test('is loaded once a day, and never into a salon that is not the demo', async () => {
    const before = (await today()).visits.length
    await loadDemo(server.store, NOON)
    expect((await today()).visits.length).toBe(before)
    const tomorrow = new Date(NOON.getTime() + 24 * 3600 * 1000)
    await loadDemo(server.store, tomorrow)
    const day = await server.store.visits.day(spanOf('2026-03-05'))
    expect(day.visits).toHaveLength(18)
  })
})

const MIGRATIONS = [
  '001-salon',
  '002-consent',
  '003-shelf',
  '004-bench',
  '005-next-visit',
  '006-search-index',
  '007-dog-profile',
  '008-matting-rates',
  '009-styles',
  '010-asked-kept',
  '011-patterns',
  '012-people',
  '013-records',
  '014-access',
  '015-day',
  '016-before',
  '017-learning',
  '018-waiting',
  '019-all-steps-teach',
  '020-outbox-in-order',
  '021-wished-times',
  '022-matter-teaches',
  '023-called-off-why',
  '024-running-clocks',
  '025-erase',
  '026-tempers-teach',
  '027-coats-teach',
  '028-passkeys',
  '029-salon-id',
  '030-unsent',
]

test('migrations go up from empty, down again, and up once more', async () => {
  const other = await testServer()
  try {
    expect(await other.store.migrate()).toEqual([])
    expect(await other.store.unmigrate()).toEqual(MIGRATIONS.toReversed())
    expect(await other.store.migrate()).toEqual(MIGRATIONS)
  } finally {
    await other.close()
  }
})
