import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Learning } from '../../contract/api/learning.ts'
import type { Problem } from '../../contract/api/problem.ts'
import { ESTIMATES, type EstimateId, houseWith, isTime } from '../../core/index.ts'
import { TRUE_MATTER, TRUE_TIMES } from '../../demo/load.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'
import { spanOf } from '../day/dates.ts'
import { DayPlanRow, GoodbyeRow, TimingRow, WorkedRow } from '../db/models/index.ts'
import { samplesOf } from '../salon/known.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const read = async (): Promise<Learning> => (await (await server.send('GET', '/api/learning')).json()) as Learning
const send = (path: string, body: unknown = {}, method = 'POST'): Promise<Response> =>
  server.send(method, `/api/learning/${path}`, JSON.stringify(body))

describe('numbers that learn', () => {
  test('the made-up salon’s hidden truths are found: which way, and about how far', async () => {
    const { steps, learnt, spread } = await read()
    expect(steps).toBeGreaterThan(100)
    expect(spread).toBeGreaterThan(0.1)
    for (const [id, times] of Object.entries(TRUE_TIMES)) {
      const one = learnt.find((of) => of.id === id)!
      // The two people of the demo are a tenth slower on the whole, which a house of two cannot tell from the house.
      expect(Math.abs(one.value / ESTIMATES[one.id].value / times - 1), id).toBeLessThan(0.2)
    }
    for (const [id, times] of Object.entries(TRUE_MATTER)) {
      const one = learnt.find((of) => of.id === id)!
      expect(Math.abs(one.value / ESTIMATES[one.id].value / times - 1), id).toBeLessThan(0.2)
    }
    for (const { low, value, high } of learnt) expect(low < value && value < high).toBe(true)
  })

  test('counts of the shelf teach what a wash takes, and lengths at return how fast coat grows', async () => {
    const learntOf = async (id: EstimateId) => {
      const { learnt } = await server.store.learning.refresh()
      return learnt.find((one) => one.id === id)
    }
    expect(await learntOf('bath.ml')).toBeUndefined()
    const [[shampoo]] = (await server.store.query(
      "SELECT id, stock_ml FROM products WHERE kind = 'cleansing' AND stock_ml > 900 LIMIT 1",
    )) as [[{ id: string; stock_ml: number }]]
    await server.store.query(
      `INSERT INTO stock_moves (product_id, kind, ml, visit_id) SELECT '${shampoo.id}', 'use', -400, id FROM visits LIMIT 1`,
    )
    const counted = await server.send(
      'POST',
      `/api/shelf/${shampoo.id}/moves`,
      JSON.stringify({ kind: 'count', ml: shampoo.stock_ml - 600, note: '', batchId: randomUUID() }),
    )
    expect(counted.status).toBe(200)
    // Half as much again is gone as was booked; one count is drawn towards ours.
    const poured = (await learntOf('bath.ml'))!
    expect(poured.logs).toBe(1)
    expect(poured.value / ESTIMATES['bath.ml'].value).toBeGreaterThan(1.1)
    expect(poured.value / ESTIMATES['bath.ml'].value).toBeLessThan(1.5)

    const before = (await learntOf('growth.mm-day'))?.logs ?? 0
    const [[back]] = (await server.store.query(
      `SELECT v.id, g.summary #>> '{lengthMm,body}' AS left_mm, extract(epoch FROM v.starts_at - last.starts_at) / 86400 AS days
       FROM visits v JOIN visits last ON last.dog_id = v.dog_id AND last.starts_at < v.starts_at JOIN goodbyes g ON g.visit_id = last.id
       WHERE v.station <> 'expected' AND v.arrival #>> '{dog,coatType}' = 'curly' AND g.summary -> 'lengthMm' IS NOT NULL
         AND NOT EXISTS (SELECT 1 FROM visits b WHERE b.dog_id = v.dog_id AND b.starts_at > last.starts_at AND b.starts_at < v.starts_at)
       ORDER BY v.starts_at DESC LIMIT 1`,
    )) as [[{ id: string; left_mm: string; days: string }]]
    // It grew half a millimetre a day.
    const found = Number(back.left_mm) + 0.5 * Number(back.days)
    await server.store.query(
      `UPDATE visits SET arrival = jsonb_set(arrival, '{dog,lengthMm,body}', '${found}') WHERE id = '${back.id}'`,
    )
    const grown = (await learntOf('growth.mm-day'))!
    expect(grown.logs).toBe(before + 1)
    expect(grown.value).toBeGreaterThan(ESTIMATES['growth.mm-day'].value)
  })

  test('what hands found, what owners said they brush and dogs that said no teach too', async () => {
    const learntOf = async (id: EstimateId) => {
      const { learnt } = await server.store.learning.refresh()
      return learnt.find((one) => one.id === id)
    }
    const [[{ dogs }]] = (await server.store.query(
      `SELECT count(DISTINCT v.dog_id)::int AS dogs FROM visits v WHERE v.station <> 'expected' AND v.called_off IS NULL
         AND (SELECT count(s.mat) FROM assessments a JOIN scores s ON s.assessment_id = a.id
              WHERE a.visit_id = v.id AND a.role = 'first') >= 30`,
    )) as [[{ dogs: number }]]
    expect(dogs).toBeGreaterThan(10)
    expect((await learntOf('prior.rub'))!.logs).toBe(dogs)
    expect((await learntOf('prior.blank'))!.logs).toBe(dogs)

    const { learnt } = await server.store.learning.refresh()
    const cared = learnt.filter(({ id }) => id.startsWith('care.'))
    expect(cared.map(({ id }) => id)).toContain('care.top1')

    const willing = (await learntOf('give.base'))!
    const refused = (step: string): Promise<unknown> =>
      server.store.query(
        `INSERT INTO bench_events (id, visit_id, at, received_at, actor_id, kind, data)
         SELECT gen_random_uuid(), v.id, g.finished_at, g.finished_at, NULL, 'skip', '{"step": "${step}", "reason": "dog-says-no"}'
         FROM visits v JOIN goodbyes g ON g.visit_id = v.id AND g.finished_at IS NOT NULL`,
      )
    // A dog that does not let its nails be done may have borne all of the brushing.
    await refused('nails')
    expect((await learntOf('give.base'))!.value).toBe(willing.value)
    await refused('brush@3.4')
    const unwilling = (await learntOf('give.base'))!
    expect(unwilling.value).toBeLessThan(0.8 * willing.value)
    expect(unwilling.logs).toBe(willing.logs)
    // A limit: what dogs here do not bear is proposed.
    expect((await read()).proposals.map(({ id }) => id)).toContain('give.base')
  })

  test('ways taken against ours teach what minutes and pull weigh here', async () => {
    const priceOf = async (): Promise<Learning['learnt'][number] | undefined> =>
      (await server.store.learning.refresh()).learnt.find(({ id }) => id === 'price.minute')
    const before = (await priceOf())?.logs ?? 0
    const { visits } = await server.store.visits.day(spanOf('2026-03-04'))
    const [by] = (await server.store.salon.read()).people
    let taken = 0
    for (const { id } of visits.filter(({ station }) => station === 'look' || station === 'verdict')) {
      const { assessment, latestPlan } = await server.store.visits.read(id)
      const other = latestPlan?.plan.verdict.alternatives.find(
        ({ feasible, closed, visits: needed, style }) =>
          feasible && !closed && needed === 1 && style !== latestPlan.plan.verdict.style,
      )
      if (!other) continue
      const plan = await server.store.plans.make(
        assessment.id,
        { style: other.style, reason: 'the owner likes it so' },
        null,
      )
      if (plan.needs.length > 0) await server.store.consents.spoken(plan.id, { saidBy: 'Ada Marsh' }, NOON, by!.id)
      await server.store.plans.accept(plan.id, null)
      taken++
    }
    expect(taken).toBeGreaterThan(0)
    expect((await priceOf())!.logs).toBe(before + taken)
  })

  test('nothing changes by itself: a proposal is taken, used from then on, and taken back', async () => {
    const { proposals } = await read()
    expect(proposals.length).toBeGreaterThan(0)
    const [one] = proposals
    expect((await server.store.salon.read()).estimates[one!.id]).toBeUndefined()
    const taken = (await (await send('take', { ids: [one!.id] })).json()) as Learning
    expect((await server.store.salon.read()).estimates[one!.id]).toBe(one!.value)
    expect(taken.taken[0]).toMatchObject({ estimate: one!.id, from: null, to: one!.value, backAt: null })
    // What was learnt is not proposed once more.
    expect(taken.proposals.map(({ id }) => id)).not.toContain(one!.id)
    const twice = await send('take', { ids: [one!.id] })
    expect(twice.status).toBe(409)
    const back = (await (await send(`${taken.taken[0]!.id}/back`)).json()) as Learning
    expect(back.taken[0]!.backAt).not.toBeNull()
    expect((await server.store.salon.read()).estimates[one!.id]).toBeUndefined()
    // What follows from it is learnt in the background.
    await expect.poll(async () => (await read()).running).toBeNull()
    expect((await read()).proposals.map(({ id }) => id)).toContain(one!.id)
    const again = await send(`${taken.taken[0]!.id}/back`)
    expect(((await again.json()) as Problem).detail).toContain('before')
  })

  test('what the house learnt is not learnt of its people once more', async () => {
    const person = (await WorkedRow.findOne({ where: { treatment: 'brush' } }))!.personId
    const ours = await samplesOf(person, undefined, houseWith())
    const house = houseWith({ 'minutes.brush.area': 2 * ESTIMATES['minutes.brush.area'].value })
    const slower = await samplesOf(person, undefined, house)
    const sum = (all: typeof ours): number =>
      all.filter(({ treatment }) => treatment === 'brush').reduce((total, { plannedMin }) => total + plannedMin, 0)
    expect(sum(slower)).toBeGreaterThan(1.2 * sum(ours))
  })

  test('visits from before steps were kept are taken in, once', async () => {
    const before = await TimingRow.count()
    const { visitId } = (await TimingRow.findOne())!
    await TimingRow.destroy({ where: { visitId } })
    await GoodbyeRow.update({ timed: false }, { where: { visitId } })
    await server.store.learning.refresh()
    expect(await TimingRow.count()).toBe(before)
    await server.store.learning.refresh()
    expect(await TimingRow.count()).toBe(before)
  })

  test('it learns in the background, is asked of how far it is, and twice at once it learns once more', async () => {
    const { at } = await read()
    const [first, second] = await Promise.all([send('refresh'), send('refresh')])
    expect([first!.status, second!.status]).toEqual([200, 200])
    await expect.poll(async () => (await read()).running).toBeNull()
    const told: unknown[] = []
    server.store.learning.begin(() => told.push(null))
    await expect.poll(async () => (await read()).running).toBeNull()
    await expect.poll(() => told.length).toBeGreaterThan(0)
    const after = await read()
    expect(after.failedAt).toBeNull()
    expect(after.at! >= at!).toBe(true)
  })

  test('at night minutes follow by themselves only where the house wants it', async () => {
    await server.store.learning.nightly()
    expect((await server.store.salon.read()).estimates).toEqual({})
    expect(((await (await send('follow', { on: true }, 'PUT')).json()) as Learning).follows).toBe(true)
    await server.store.learning.nightly()
    const { estimates } = await server.store.salon.read()
    expect(Object.keys(estimates).length).toBeGreaterThan(0)
    for (const id of Object.keys(estimates) as EstimateId[]) expect(isTime(id), id).toBe(true)
    await send('follow', { on: false }, 'PUT')
  })

  test('promises are looked back at: what people were told beside when the dog was ready', async () => {
    // Five dogs that went home, told an hour after each was ready, one of them an hour before.
    const [rows] = (await server.store.query(
      `SELECT v.id, v.starts_at, max(e.at) AS ready FROM visits v JOIN goodbyes g ON g.visit_id = v.id
       JOIN bench_events e ON e.visit_id = v.id AND e.kind = 'finish' WHERE g.finished_at IS NOT NULL
       GROUP BY 1, 2 ORDER BY 2 DESC LIMIT 5`,
    )) as [{ id: string; starts_at: Date; ready: Date }[]]
    for (const [i, { id, starts_at, ready }] of rows.entries()) {
      const promise = (ready.getTime() - starts_at.getTime()) / 60_000 + (i === 0 ? -60 : 60)
      await DayPlanRow.create({
        date: `2020-01-0${i + 1}`,
        plan: { steps: [], told: [{ job: id, promise, latest: promise + 90 }], opensAt: starts_at.toISOString() },
        keptAt: starts_at,
        keptBy: null,
      })
    }
    const { kinds } = (await (await server.send('GET', '/api/learning/look-back')).json()) as {
      kinds: { id: string; right: { count: number; held: unknown; worst: { name: string }[] } | null }[]
    }
    const { right } = kinds.find(({ id }) => id === 'promises')!
    expect(right).toMatchObject({
      count: 5,
      held: [
        { nominal: 0.8, share: 0.8 },
        { nominal: 0.95, share: 1 },
      ],
    })
    expect(right!.worst[0]!.name).not.toBe('')
  })

  test('how right we were: grooms, coat work, drying and mats, with the dogs farthest off', async () => {
    const { kinds } = (await (await server.send('GET', '/api/learning/look-back')).json()) as {
      kinds: {
        id: string
        right: { count: number; bias: number; worst: { name: string }[] } | null
        people: unknown[]
      }[]
    }
    expect(kinds.map(({ id }) => id)).toEqual(['groom', 'coat', 'dry', 'mats', 'promises'])
    const coat = kinds[1]!
    expect(coat.right!.count).toBeGreaterThan(20)
    expect(coat.right!.worst[0]!.name).not.toBe('')
    expect(coat.people.length).toBe(2)
  })
})
