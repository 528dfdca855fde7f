import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { DayOff } from '../../contract/api/planning.ts'
import type { RackToolDoc } from '../../contract/api/rack.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'
import { ClientRow, DogRow, PatternRow, ProductRow, VisitRow } from '../db/models/index.ts'

/*
 * One thing sent several times before the first is answered: a knuckle that presses twice, a tablet whose answer got lost, two
 * who decide the same. All are answered, and it is there once.
 */
let server: TestServer
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.close())

const TIMES = 4

/** @returns every answer, all of them taken */
async function atOnce<T>(method: string, path: string, body: unknown): Promise<T[]> {
  const answers = await Promise.all(Array.from({ length: TIMES }, () => server.send(method, `/api${path}`, body)))
  const said = await Promise.all(answers.map((answer) => answer.json()))
  expect(
    answers.map(({ status }) => status),
    JSON.stringify(said).slice(0, 600),
  ).toEqual(Array(TIMES).fill(200))
  return said as T[]
}

describe('sent several times at once', () => {
  test('a new dog is booked once, with one owner', async () => {
    const id = randomUUID()
    const booked = await atOnce<Visit>('POST', '/visits', {
      id,
      startsAt: NOON.toISOString(),
      slotMinutes: 60,
      personId: null,
      owner: { name: 'Once Only', phone: '555 0100' },
      dog: { name: 'Onca', coatType: 'curly', weightKg: 9 },
    })
    expect(new Set(booked.map((visit) => visit.id))).toEqual(new Set([id]))
    expect(await VisitRow.count()).toBe(1)
    expect(await DogRow.count({ where: { name: 'Onca' } })).toBe(1)
    expect(await ClientRow.count({ where: { name: 'Once Only' } })).toBe(1)
  })

  test('a row of visits of a known dog is booked once', async () => {
    const { dogId } = (await VisitRow.findOne())!
    const id = randomUUID()
    await atOnce<Visit>('POST', '/visits', {
      id,
      dogId,
      startsAt: '2026-04-01T09:00:00.000Z',
      slotMinutes: 60,
      personId: null,
      repeat: { everyWeeks: 4, times: 3 },
    })
    expect(await VisitRow.count({ where: { dogId } })).toBe(4)
  })

  test('a tool hangs there once', async () => {
    const tool = { kind: 'comb', id: '10', form: null, state: 'ready', label: '', ownerId: null, note: '' }
    await atOnce('POST', '/rack', { id: randomUUID(), tool })
    const rack = (await (await server.send('GET', '/api/rack')).json()) as RackToolDoc[]
    expect(rack.filter((one) => one.tool.kind === 'comb' && one.tool.id === '10')).toHaveLength(1)
  })

  test.each([
    ['of the salon', null],
    ['of a person', 'P'],
  ])('a day off %s stands once', async (_, name) => {
    const personId = name
      ? ((
          (await (
            await server.send('POST', '/api/people', { name, role: 'groomer', experience: 'expert' })
          ).json()) as { people: { id: string; name: string }[] }
        ).people.find((one) => one.name === name)!.id as string)
      : null
    for (const off of [true, true, false, true]) {
      const days = await atOnce<DayOff[]>('PUT', '/days-off', { day: '2026-12-24', personId, off, why: 'painters' })
      for (const one of days) expect(one.filter((day) => day.personId === personId)).toHaveLength(off ? 1 : 0)
    }
  })

  test('owners of a file, known by their names alone, are brought in once', async () => {
    const results = await atOnce<ImportResult>('POST', '/records/clients/import', {
      csv: 'name,phone\r\nAda Twofold,555 0101\r\n',
      dryRun: false,
    })
    expect(results.map(({ added }) => added.length).sort()).toEqual([0, 0, 0, 1])
    expect(await ClientRow.count({ where: { name: 'Ada Twofold' } })).toBe(1)
  })

  test('labels of a file stand on the shelf once, counted once', async () => {
    const csv = 'name,kind,dilution_normal,stock_ml\r\nTwice Wash,cleansing,1 in 9,750\r\n'
    await atOnce<ImportResult>('POST', '/shelf/import', { csv, dryRun: false })
    expect((await ProductRow.findAll({ where: { name: 'Twice Wash' } })).map(({ stockMl }) => stockMl)).toEqual([750])
  })

  test('patterns of a file are there once', async () => {
    const pattern = {
      name: 'Twice cut',
      coats: ['curly'],
      puppy: false,
      perWeek: 2,
      weeks: 7,
      pattern: { body: { shape: 'length', mm: 10 }, feet: { shape: 'round' } },
    }
    const text = JSON.stringify({ format: 'etude.patterns/1', patterns: [pattern] })
    await atOnce<ImportResult>('POST', '/patterns/import', { text, dryRun: false })
    expect(await PatternRow.count({ where: { name: 'Twice cut' } })).toBe(1)
  })

  test('a name that is taken stays taken, however often it is tried', async () => {
    const body = { name: 'Same Name', role: 'groomer', experience: 'expert' }
    const answers = await Promise.all(Array.from({ length: TIMES }, () => server.send('POST', '/api/people', body)))
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409])
  })
})

test('the first choice to let minutes follow and the first learning, at once, are both kept', async () => {
  const [learnt, ...chosen] = await Promise.all([
    server.send('POST', '/api/learning/refresh', {}),
    ...Array.from({ length: TIMES }, () => server.send('PUT', '/api/learning/follow', { on: true })),
  ])
  expect([learnt, ...chosen].map(({ status }) => status)).toEqual(Array(TIMES + 1).fill(200))
  await expect
    .poll(async () => (await (await server.send('GET', '/api/learning')).json()) as object, { timeout: 20_000 })
    .toMatchObject({ running: null, follows: true, failedAt: null, at: expect.any(String) })
})
