import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { BathRecord } from '../../contract/api/bath.ts'
import type { Prep } from '../../contract/api/day.ts'
import type { DryingRun } from '../../contract/api/drying.ts'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { ScoreChange } from '../../contract/api/scores.ts'
import type { StockMove } from '../../contract/api/shelf.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { LABEL_DEFAULTS, type Label, type ShelfProduct } from '../../contract/formats/products.ts'
import { productsCsv } from '../../contract/formats/products-csv.ts'
import { REGION_SIDES } from '../../core/index.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const send = async <T>(method: string, path: string, body?: unknown): Promise<T> =>
  (await (await server.send(method, `/api${path}`, body)).json()) as T
const label = (name: string, more: Partial<Label> = {}): Label => ({
  ...LABEL_DEFAULTS,
  name,
  kind: 'cleansing',
  dilution: { dirty: 8, normal: 16, light: 32 },
  dwellMin: [3, 5],
  ...more,
})
const added = (name: string, stockMl: number, more: Partial<Label> = {}): Promise<ShelfProduct> =>
  send('POST', '/shelf', { label: label(name, more), stockMl })
const stockOf = async (id: string): Promise<number> =>
  (await server.store.shelf.all()).find((product) => product.id === id)!.stockMl
const movesOf = (id: string): Promise<StockMove[]> => send('GET', `/shelf/${id}/moves`)
const adds = async (id: string): Promise<void> => {
  const moves = (await movesOf(id)).reverse()
  let sum = 0
  for (const { ml, stockAfter } of moves) {
    sum += ml
    expect(stockAfter).toBe(sum)
  }
  expect(await stockOf(id)).toBe(sum)
}

async function aBathedDog(condition: 0 | 2 = 0): Promise<Visit> {
  const visit = await server.store.visits.add(
    {
      startsAt: NOON.toISOString(),
      slotMinutes: 200,
      personId: null,
      owner: { name: 'Idony Marsh', phone: '555 0177' },
      dog: {
        name: `Bobbin ${randomUUID().slice(0, 4)}`,
        coatType: 'curly',
        weightKg: 12,
        ageMonths: 30,
        dryerTolerance: 'fine',
      },
    },
    null,
  )
  const changes = REGION_SIDES.map(
    ({ region, side }): ScoreChange => ({ region, side, set: { mat: 0, undercoat: 0, condition, skin: 0 } }),
  )
  await server.store.assessments.score(visit.assessment.id, { batchId: randomUUID(), baseRevision: 0, changes }, null)
  await server.store.plans.make(visit.assessment.id, {}, null)
  return server.store.visits.read(visit.id)
}

describe('the ledger', () => {
  test('opening stock, receiving, counting and correcting add up, each movement on record', async () => {
    const { id } = await added('Ledger Wash', 1000)
    const move = (kind: string, ml: number, note = '') =>
      send<ShelfProduct>('POST', `/shelf/${id}/moves`, { batchId: randomUUID(), kind, ml, note })
    expect((await move('receive', 500)).stockMl).toBe(1500)
    expect((await move('count', 1320)).stockMl).toBe(1320)
    expect((await move('correct', -20, 'spilt')).stockMl).toBe(1300)
    expect((await movesOf(id)).map(({ kind, ml }) => [kind, ml])).toEqual([
      ['correct', -20],
      ['count', -180],
      ['receive', 500],
      ['receive', 1000],
    ])
    await adds(id)
  })
  test('a movement that comes twice is booked once', async () => {
    const { id } = await added('Twice Wash', 100)
    const body = { batchId: randomUUID(), kind: 'receive', ml: 50 }
    await send('POST', `/shelf/${id}/moves`, body)
    await send('POST', `/shelf/${id}/moves`, body)
    expect(await stockOf(id)).toBe(150)
  })
  test.each([
    [{ kind: 'receive', ml: 0 }, 'ml'],
    [{ kind: 'count', ml: -1 }, 'ml'],
    [{ kind: 'correct', ml: 5, note: '' }, 'note'],
    [{ kind: 'receive', ml: 1.5 }, 'ml'],
  ])('%j is refused by name', async (body, path) => {
    const { id } = await added(`Refused ${randomUUID().slice(0, 6)}`, 10)
    const problem = await send<Problem>('POST', `/shelf/${id}/moves`, { batchId: randomUUID(), ...body })
    expect(problem.issues![0]!.path).toBe(path)
    expect(await stockOf(id)).toBe(10)
  })
  test('more than there is cannot be taken, and the answer says how much there is', async () => {
    const { id } = await added('Short Wash', 30)
    const problem = await send<Problem>('POST', `/shelf/${id}/moves`, {
      batchId: randomUUID(),
      kind: 'correct',
      ml: -31,
      note: 'x',
    })
    expect(problem).toMatchObject({ status: 409, code: 'not-enough', current: { stockMl: 30 } })
    await adds(id)
  })
  test('the database itself refuses stock by hand, stock from nowhere, and a changed ledger', async () => {
    const { id } = await added('Guarded Wash', 40)
    await expect(server.store.query(`UPDATE products SET stock_ml = 9999 WHERE id = '${id}'`)).rejects.toThrow(/ledger/)
    await expect(server.store.query(`DELETE FROM stock_moves WHERE product_id = '${id}'`)).rejects.toThrow(
      /only ever added/,
    )
    await expect(server.store.query(`UPDATE stock_moves SET ml = 1 WHERE product_id = '${id}'`)).rejects.toThrow(
      /only ever added/,
    )
    await expect(
      server.store.query(
        `INSERT INTO products (id, name, kind, label, stock_ml) VALUES ('${randomUUID()}', 'x', 'cleansing', '{}', 5)`,
      ),
    ).rejects.toThrow(/begins empty/)
    await adds(id)
  })
  test('under forty parallel movements no millilitre is lost or made', async () => {
    const { id } = await added('Parallel Wash', 5000)
    const moves = Array.from({ length: 40 }, (_, i) => ({
      kind: i % 3 ? 'correct' : 'receive',
      ml: i % 3 ? -(i + 1) : 10 * (i + 1),
    }))
    const answers = await Promise.all(
      moves.map(({ kind, ml }) =>
        server.send('POST', `/api/shelf/${id}/moves`, { batchId: randomUUID(), kind, ml, note: 'parallel' }),
      ),
    )
    const booked = moves.filter((_, i) => answers[i]!.status === 200)
    expect(booked.length).toBeGreaterThan(10)
    expect(await stockOf(id)).toBe(5000 + booked.reduce((sum, { ml }) => sum + ml, 0))
    await adds(id)
  })
})

describe('the shelf', () => {
  test('a name stands once, a label changes on the revision it was read on, a retired name is free again', async () => {
    const product = await added('Once Only', 0)
    expect(await send<Problem>('POST', '/shelf', { label: label('ONCE only'), stockMl: 0 })).toMatchObject({
      code: 'name-taken',
    })
    const change = (baseRevision: number) =>
      send<ShelfProduct & Problem>('PUT', `/shelf/${product.id}`, {
        baseRevision,
        label: label('Once Only', { family: 'Weir' }),
      })
    expect((await change(product.revision)).family).toBe('Weir')
    expect(await change(product.revision)).toMatchObject({ status: 409, code: 'changed-elsewhere' })
    await send('PUT', `/shelf/${product.id}/retired`, { retired: true })
    expect((await added('Once Only', 0)).name).toBe('Once Only')
    expect(await send<Problem>('PUT', `/shelf/${product.id}/retired`, { retired: false })).toMatchObject({
      code: 'name-taken',
    })
  })
  test('a label that cannot be is refused by field', async () => {
    const problem = await send<Problem>('POST', '/shelf', {
      label: label('Odd', { dwellMin: [9, 3], suits: ['curly'], spoils: ['curly'] }),
      stockMl: 0,
    })
    expect(problem.issues!.map(({ path }) => path)).toContain('label.dwellMin')
  })
})

describe('CSV', () => {
  test('out and in again changes nothing', async () => {
    const csv = await (await server.send('GET', '/api/shelf.csv')).text()
    expect(csv.split('\r\n')[0]).toContain('name,kind,family')
    const result = await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: true })
    expect(result).toMatchObject({ added: [], changed: [], problems: [], written: false })
    expect(result.unchanged).toBeGreaterThan(15)
  })
  test('a dry run says what would happen and writes nothing; then all of it is written', async () => {
    const csv = 'name,kind,dilution_normal,stock_ml\r\nCsv Wash,cleansing,1 in 9,750\r\n'
    expect(await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: true })).toMatchObject({
      added: ['Csv Wash'],
      written: false,
    })
    expect((await server.store.shelf.all()).some(({ name }) => name === 'Csv Wash')).toBe(false)
    expect(await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: false })).toMatchObject({ written: true })
    const made = (await server.store.shelf.all()).find(({ name }) => name === 'Csv Wash')!
    expect(made).toMatchObject({ stockMl: 750, dilution: { normal: 8 } })
    const again = csv.replace('750', '600')
    expect(await send<ImportResult>('POST', '/shelf/import', { csv: again, dryRun: false })).toMatchObject({
      changed: ['Csv Wash'],
    })
    expect(await stockOf(made.id)).toBe(600)
    await adds(made.id)
  })
  test('a stock-taking sheet changes stock alone: what a label forbids still holds', async () => {
    const forbids = { minAgeWeeks: 12, intactSkin: true, contains: ['tea tree'], safety: 'not near eyes' }
    const { id } = await added('Sheet Wash', 300, forbids)
    const before = (await server.store.shelf.all()).find((product) => product.id === id)!
    const csv = 'name,kind,stock_ml,low_ml\r\nsheet wash ,cleansing,280,50\r\n'
    expect(await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: false })).toMatchObject({
      problems: [],
      written: true,
    })
    const after = (await server.store.shelf.all()).find((product) => product.id === id)!
    expect(after).toMatchObject({ ...forbids, stockMl: 280, lowMl: 50 })
    expect(after.dilution).toEqual(before.dilution)
    expect(after.dwellMin).toEqual(before.dwellMin)
    // An empty cell under a column says that there is none.
    await send('POST', '/shelf/import', { csv: 'name,kind,contains\r\nSheet Wash,cleansing,\r\n', dryRun: false })
    expect((await server.store.shelf.all()).find((product) => product.id === id)).toMatchObject({
      contains: [],
      minAgeWeeks: 12,
    })
  })
  test('every bad row is named by line and column, and nothing is written', async () => {
    const csv =
      'name,kind,dilution_normal,dwell_from_min,fragrance\r\nGood,cleansing,1:8,3,no\r\nBad,shiny,1:8,3,no\r\nWorse,cleansing,strong,x,maybe\r\nGood,cleansing,1:8,3,no\r\n'
    const result = await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: false })
    expect(result.written).toBe(false)
    const where = result.problems.map(({ line, path }) => `${line} ${path}`)
    expect(where).toEqual(
      expect.arrayContaining(['3 kind', '4 dilution_normal', '4 dwell_from_min', '4 fragrance', '5 name']),
    )
    expect((await server.store.shelf.all()).some(({ name }) => name === 'Good')).toBe(false)
  })
  test('cells a spreadsheet would run are made harmless, and come back as they were', async () => {
    const product = await added('=cmd()', 0)
    const csv = productsCsv([product])
    expect(csv).toContain("'=cmd()")
    expect(await send<ImportResult>('POST', '/shelf/import', { csv, dryRun: true })).toMatchObject({
      unchanged: 1,
      problems: [],
    })
  })
})

describe('what a bath takes', () => {
  const book = (visitId: string, batchId = randomUUID()) =>
    send<BathRecord & Problem>('POST', `/visits/${visitId}/bath/book`, { batchId })

  test('booking takes what the plan measures out, once; after another plan only the difference moves', async () => {
    const visit = await aBathedDog(0)
    const batch = randomUUID()
    const first = await book(visit.id, batch)
    expect(first.booked.length).toBeGreaterThan(2)
    expect(await book(visit.id, batch)).toEqual(first)
    expect((await book(visit.id)).booked).toEqual(first.booked)
    const before = new Map(
      await Promise.all(first.booked.map(async ({ productId }) => [productId, await stockOf(productId)] as const)),
    )
    const { assessment } = await server.store.visits.read(visit.id)
    const changes = REGION_SIDES.map(({ region, side }): ScoreChange => ({ region, side, set: { condition: 2 } }))
    await server.store.assessments.score(
      assessment.id,
      { batchId: randomUUID(), baseRevision: assessment.revision, changes },
      null,
    )
    await server.store.plans.make(assessment.id, {}, null)
    const second = await book(visit.id)
    for (const { productId, ml } of second.booked) {
      const was = first.booked.find((one) => one.productId === productId)?.ml ?? 0
      if (before.has(productId)) expect(await stockOf(productId)).toBe(before.get(productId)! - (ml - was))
      await adds(productId)
    }
    expect(second.booked.reduce((sum, { ml }) => sum + ml, 0)).toBeGreaterThan(
      first.booked.reduce((sum, { ml }) => sum + ml, 0),
    )
  })

  test('a product chosen by hand is booked instead, and given back when it is chosen no more', async () => {
    const mine = await added('My Own Soft', 900, { kind: 'cleansing' })
    const visit = await aBathedDog(0)
    const slot = 'wash-1.cleansing.curl'
    await send('PUT', `/visits/${visit.id}/bath`, { swaps: { [slot]: mine.id } })
    expect((await book(visit.id)).booked.map(({ productId }) => productId)).toContain(mine.id)
    expect(await stockOf(mine.id)).toBeLessThan(900)
    await send('PUT', `/visits/${visit.id}/bath`, { swaps: {} })
    await book(visit.id)
    expect(await stockOf(mine.id)).toBe(900)
    expect((await movesOf(mine.id))[0]).toMatchObject({ kind: 'return' })
    await adds(mine.id)
  })

  test('twelve baths booked at once: every ledger adds up and every visit has what it took', async () => {
    const visits = await Promise.all(Array.from({ length: 12 }, () => aBathedDog(2)))
    const records = await Promise.all(visits.map(({ id }) => book(id)))
    expect(records.every(({ booked }) => booked?.length > 0)).toBe(true)
    for (const { id } of await server.store.shelf.all()) await adds(id)
  })

  test('without a verdict there is nothing to book', async () => {
    const visit = await server.store.visits.add(
      {
        startsAt: NOON.toISOString(),
        slotMinutes: 100,
        personId: null,
        owner: { name: 'N', phone: '' },
        dog: { name: 'Early', coatType: 'curly', weightKg: 8 },
      },
      null,
    )
    expect(await book(visit.id)).toMatchObject({ status: 409, code: 'too-early' })
  })
})

describe('drying as it is measured', () => {
  test('starts once, keeps each reading once, changes over and ends; the first time stands', async () => {
    const visit = await aBathedDog()
    const at = (minutes: number): string => new Date(NOON.getTime() + minutes * 60_000).toISOString()
    const change = (what: string, id: string, minutes: number) =>
      send<{ run: DryingRun } & Problem>('PUT', `/visits/${visit.id}/drying`, { what, id, at: at(minutes) })
    const reading = { id: randomUUID(), at: at(3), kind: 'probe', region: 'back', side: null, value: 0.9 }
    expect(await send<Problem>('POST', `/visits/${visit.id}/drying/readings`, reading)).toMatchObject({
      code: 'too-early',
    })
    const id = randomUUID()
    await change('start', id, 0)
    // Somebody else's start a moment later is the same drying.
    expect((await change('start', randomUUID(), 1)).run.id).toBe(id)
    await send('POST', `/visits/${visit.id}/drying/readings`, reading)
    const { run } = await send<{ run: DryingRun }>('POST', `/visits/${visit.id}/drying/readings`, reading)
    expect(run.readings).toEqual([reading])
    await change('change', id, 9)
    expect((await change('change', id, 12)).run.changedAt).toBe(at(9))
    expect(await change('finish', id, -5)).toMatchObject({ status: 422 })
    expect((await change('finish', id, 30)).run.finishedAt).toBe(at(30))
    expect(
      (
        await send<Problem>('POST', `/visits/${visit.id}/drying/readings`, {
          ...reading,
          id: randomUUID(),
          side: 'left',
        })
      ).issues![0]!.path,
    ).toBe('side')
  })
})

describe('the day ahead', () => {
  test('mixes add up over the dogs, and each person has a dose of noise by both rules', async () => {
    const prep = await send<Prep>('GET', `/day/prep?date=${NOON.toISOString().slice(0, 10)}`)
    expect(prep.dogs.length).toBeGreaterThan(10)
    for (const { mix, dogs } of prep.bottles)
      expect(mix.totalMl).toBe(dogs.reduce((sum, { solutionMl }) => sum + solutionMl, 0))
    for (const { bare, protected: worn } of prep.noise) {
      expect(worn!.niosh).toBeLessThan(bare.niosh)
      expect(bare.osha).toBeLessThan(bare.niosh)
    }
    expect(prep.stock.every(({ neededMl }) => neededMl > 0)).toBe(true)
  })
  test('a dog whose bath is booked needs nothing mixed any more', async () => {
    const visit = await aBathedDog()
    const date = NOON.toISOString().slice(0, 10)
    const lines = async (): Promise<number> =>
      (await send<Prep>('GET', `/day/prep?date=${date}`)).bottles.filter(({ dogs }) =>
        dogs.some(({ dogId }) => dogId === visit.id),
      ).length
    expect(await lines()).toBeGreaterThan(2)
    await send('POST', `/visits/${visit.id}/bath/book`, { batchId: randomUUID() })
    expect(await lines()).toBe(0)
  })
})

describe('ways of the house and equipment', () => {
  test('a way is kept, the default as nothing, and plans follow', async () => {
    const set = (id: string, option: string | null) =>
      send<{ schools: object } & Problem>('PUT', '/settings/schools', { id, option })
    expect((await set('washes', 'two')).schools).toEqual({ washes: 'two' })
    const visit = await aBathedDog(0)
    const file = (await server.store.query(
      `SELECT input -> 'file' -> 'house' AS house FROM plans WHERE assessment_id = '${visit.assessment.id}'`,
    )) as [{ house: object }[]]
    expect(file[0][0]!.house).toMatchObject({ schools: { washes: 'two' } })
    expect((await set('washes', 'by-condition')).schools).toEqual({})
    expect((await set('washes', 'nine')).issues![0]!.expected).toContain('by-condition')
  })
  test('equipment is checked field by field', async () => {
    const { equipment } = await send<{ equipment: { room: object } }>('GET', '/salon')
    const problem = await send<Problem>('PUT', '/settings/equipment', {
      ...equipment,
      room: { ...equipment.room, rh: 3 },
    })
    expect(problem.issues![0]!.path).toBe('room.rh')
  })
})
