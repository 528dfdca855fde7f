import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { RECORD_TABLES, type RecordTable } from '../../contract/formats/record-tables.ts'
import { REGION_SIDES } from '../../core/index.ts'
import { demoId } from '../../demo/load.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { type TestServer, testServer } from '../../test/harness/server.ts'
import { spanOf } from '../day/dates.ts'

let server: TestServer
const files = new Map<RecordTable, string>()
const EBBA = demoId('Ebba')
const count = async (table: string): Promise<number> => {
  const [[row]] = (await server.store.query(`SELECT count(*)::int AS n FROM ${table}`)) as [[{ n: number }]]
  return row.n
}
const bring = async (table: RecordTable, csv: string, dryRun = false): Promise<ImportResult> => {
  const response = await server.send(
    'POST',
    `/api/records/${table}/import`,
    { csv, dryRun },
    { 'x-etude-person': EBBA },
  )
  expect(response.status).toBe(200)
  return (await response.json()) as ImportResult
}
const rowsOf = (csv: string): Record<string, string>[] =>
  Papa.parse<Record<string, string>>(csv.trim(), { header: true }).data

beforeAll(async () => {
  const first = await demoServer()
  for (const table of RECORD_TABLES) {
    const response = await first.send('GET', `/api/records/${table}/csv`)
    expect(response.headers.get('content-type')).toBe('text/csv; charset=utf-8')
    files.set(table, await response.text())
  }
  await first.close()
  server = await testServer()
  await server.store.salon.found(
    'Second Yard',
    [
      { id: EBBA, name: 'Ebba', role: 'groomer', experience: 'practised', schools: {} },
      { id: demoId('Noor'), name: 'Noor', role: 'groomer', experience: 'expert', schools: {} },
    ],
    false,
  )
})
afterAll(() => server?.close())

describe('a salon taken out as CSV and brought into another', () => {
  test('dogs before their owners are refused by line and column, and nothing is written', async () => {
    const result = await bring('dogs', files.get('dogs')!)
    expect(result.written).toBe(false)
    expect(result.problems).toHaveLength(rowsOf(files.get('dogs')!).length)
    expect(result.problems[0]).toMatchObject({
      line: 2,
      path: 'client_id',
      expected: expect.stringContaining('owners in first'),
    })
    expect(await count('dogs')).toBe(0)
  })
  test('a dry run says what would come and writes nothing; the real one writes it; again it changes nothing', async () => {
    for (const table of ['clients', 'dogs'] as const) {
      const there = rowsOf(files.get(table)!).length
      const tried = await bring(table, files.get(table)!, true)
      expect(tried).toMatchObject({ problems: [], unchanged: 0, written: false })
      expect(tried.added).toHaveLength(there)
      expect(await count(table)).toBe(0)
      expect(await bring(table, files.get(table)!)).toMatchObject({ written: true, problems: [] })
      expect(await count(table)).toBe(there)
      expect(await bring(table, files.get(table)!)).toMatchObject({ added: [], changed: [], unchanged: there })
      expect(rowsOf(await (await server.send('GET', `/api/records/${table}/csv`)).text())).toEqual(
        rowsOf(files.get(table)!),
      )
    }
  })
  test('visits keep their ids, times and hands, and are found in the book', async () => {
    const result = await bring('visits', files.get('visits')!)
    expect(result.problems).toEqual([])
    const keys = (csv: string) =>
      rowsOf(csv).map(({ id, dog_id, starts_at, slot_minutes, groomer }) => ({
        id,
        dog_id,
        starts_at,
        slot_minutes,
        groomer,
      }))
    expect(keys(await (await server.send('GET', '/api/records/visits/csv')).text())).toEqual(keys(files.get('visits')!))
    expect((await bring('visits', files.get('visits')!)).unchanged).toBe(result.added.length)
    expect(await server.store.records.search('juniper')).toHaveLength(1)
  })
  test('a visit that has not begun is moved by a changed line; one that has is not', async () => {
    const row = rowsOf(files.get('visits')!)[0]!
    const line = (startsAt: string): string =>
      `id,dog_id,starts_at,slot_minutes,groomer\n${row.id},${row.dog_id},${startsAt},90,Noor\n`
    expect(await bring('visits', line('2026-04-01T10:00:00Z'))).toMatchObject({ written: true, problems: [] })
    expect((await server.store.visits.read(row.id!)).startsAt).toBe('2026-04-01T10:00:00.000Z')
    await server.store.visits.setStation(row.id!, 'look', EBBA)
    expect((await bring('visits', line('2026-04-02T10:00:00Z'))).problems).toMatchObject([{ line: 2, path: 'id' }])
    expect(
      (await bring('visits', `dog_id,starts_at,groomer\n${row.dog_id},2026-04-02T10:00:00Z,Nobody\n`)).problems,
    ).toMatchObject([{ line: 2, path: 'groomer', value: 'Nobody' }])
  })
  test('scores come in place by place; a standoff beyond the coat is told by its column, and the whole file waits', async () => {
    const { id } = (await server.store.visits.day(spanOf('2026-03-04'))).visits.find(
      ({ arrival }) => arrival.dog.name === 'Fennel',
    )!
    const head = 'visit_id,region,side,mat,extent,standoff_mm,undercoat,condition,skin\n'
    const lines = REGION_SIDES.map(({ region, side }) => `${id},${region},${side ?? ''},1,0.25,,0,1,0`).join('\n')
    const bad = await bring('scores', `${head}${lines.replace(`${id},back,,1,0.25,`, `${id},back,,3,0.5,500`)}`)
    expect(bad).toMatchObject({ written: false, problems: [{ path: 'standoff_mm', value: 500 }] })
    expect((await server.store.visits.read(id)).scored).toBe(0)
    expect(await bring('scores', head + lines)).toMatchObject({ written: true, problems: [] })
    const visit: Visit = await server.store.visits.read(id)
    expect(visit.scored).toBe(REGION_SIDES.length)
    expect(visit.assessment.rows.every(({ mat, condition }) => mat === 1 && condition === 1)).toBe(true)
    // What a plan was made from stays as it was.
    await server.store.plans.make(visit.assessment.id, {}, EBBA)
    expect((await bring('scores', head + lines)).problems).toMatchObject([{ line: 2, path: 'visit_id' }])
  })
  test('what a file has no column for stays as it is: an owner’s other telephone and note, a dog’s breed, a visit’s slot and hands', async () => {
    const whole = 'name,phone,second_phone,email,note\nOda Marl,555 61,555 62,oda@example.org,rings twice\n'
    expect(await bring('clients', whole)).toMatchObject({ added: ['Oda Marl'] })
    expect(await bring('clients', 'name,phone\nOda Marl,555 61\n')).toMatchObject({ unchanged: 1 })
    expect(await bring('clients', 'name,note\nOda Marl,\n')).toMatchObject({ changed: ['Oda Marl'], added: [] })
    const [oda] = rowsOf(await (await server.send('GET', '/api/records/clients/csv')).text()).filter(
      ({ name }) => name === 'Oda Marl',
    )
    expect(oda).toMatchObject({ phone: '555 61', second_phone: '555 62', email: 'oda@example.org', note: '' })
    await bring('clients', 'name,phone\nOda Marl,555 63\n')
    expect((await bring('clients', 'name,note\nOda Marl,which\n')).problems).toMatchObject([
      { line: 2, path: 'phone', expected: 'one of the 2 owners of that name, by phone or id' },
    ])

    const dogs = `client_id,owner,name,breed,coat_type,weight_kg\n${oda!.id},,Pim,cockapoo,curly,9\n`
    expect(await bring('dogs', dogs)).toMatchObject({ added: ['Pim'] })
    expect(await bring('dogs', `client_id,name,coat_type,weight_kg\n${oda!.id},Pim,curly,9\n`)).toMatchObject({
      unchanged: 1,
    })

    const row = rowsOf(await (await server.send('GET', '/api/records/visits/csv')).text()).find(
      ({ station, groomer }) => station === 'expected' && groomer !== '',
    )!
    const moved = new Date(Date.parse(row.starts_at!) + 3_600_000).toISOString()
    expect(await bring('visits', `id,dog_id,starts_at\n${row.id},${row.dog_id},${moved}\n`)).toMatchObject({
      written: true,
    })
    const after = rowsOf(await (await server.send('GET', '/api/records/visits/csv')).text()).find(
      ({ id }) => id === row.id,
    )!
    expect(after).toMatchObject({ starts_at: moved, slot_minutes: row.slot_minutes, groomer: row.groomer })
  })
  test('a dog that was never here is booked from what the file says of it', async () => {
    await bring('clients', 'name,phone\nAnsgar Field,555 9\n')
    expect(
      await bring('dogs', 'owner,name,breed,coat_type,weight_kg,age_months\nAnsgar Field,Newcomer,,wire,8.5,30\n'),
    ).toMatchObject({
      added: ['Newcomer'],
      problems: [],
    })
    const dog = (await server.store.records.search('Newcomer')).find(({ name }) => name === 'Newcomer')!
    const response = await server.send('POST', '/api/visits', {
      dogId: dog.dogId,
      startsAt: '2026-03-10T09:00:00Z',
      slotMinutes: 90,
      personId: null,
    })
    expect(response.status).toBeLessThan(300)
    expect(((await response.json()) as Visit).arrival.dog).toMatchObject({
      coatType: 'wire',
      weightKg: 8.5,
      ageMonths: 30,
    })
  })
})
