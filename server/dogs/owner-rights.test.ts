import { randomUUID } from 'node:crypto'
import { unzipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Message } from '../../contract/api/consent.ts'
import type { Day } from '../../contract/api/day.ts'
import type { DogRecord, FoundDog } from '../../contract/api/dogs.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { ScoreChange } from '../../contract/api/scores.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { REGION_SIDES } from '../../core/index.ts'
import { demoId } from '../../demo/load.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'
import { blanked } from './blank.ts'

const NOOR = demoId('Noor')
/** What no code of the model looks like, and nobody else is called. */
const OWNER = 'Quennelva Brathwyte'
const DOG = 'Vexbury'
const MARKS = ['quennelva', 'brathwyte', 'vexbury', '555 7788', 'zanzithra', 'oldname']

let server: TestServer
let record: DogRecord
let visitId: string
const send = async <T>(method: string, path: string, body?: object): Promise<T> => {
  const answer = await server.send(method, `/api${path}`, body)
  return (await answer.json()) as T
}
const ok = async <T>(method: string, path: string, body?: object): Promise<T> => {
  const answer = await server.send(method, `/api${path}`, body)
  expect(answer.ok, `${method} ${path}: ${answer.status} ${await answer.clone().text()}`).toBe(true)
  return (await answer.json()) as T
}
const query = async <T extends object>(sql: string): Promise<T[]> => (await server.store.query(sql)) as T[]

/** Every table of every schema whose rows say any of the marks, as text. */
async function whereIsSaid(marks: readonly string[], on: TestServer = server): Promise<string[]> {
  const [tables] = (await on.store.query(
    `SELECT format('%I.%I', schemaname, tablename) AS name FROM pg_tables
     WHERE schemaname NOT IN ('pg_catalog', 'information_schema')`,
  )) as unknown as [{ name: string }[]]
  const said: string[] = []
  for (const { name } of tables) {
    const [[row]] = (await on.store.query(
      `SELECT count(*)::int AS count, min(t::text) AS first FROM ${name} t
       WHERE ${marks.map((mark) => `t::text ILIKE '%${mark}%'`).join(' OR ')}`,
    )) as unknown as [[{ count: number; first: string }]]
    if (row.count > 0) said.push(`${name}: ${row.count}, ${row.first.slice(0, 200)}`)
  }
  return said
}

beforeAll(async () => {
  server = await demoServer()
  const { store } = server
  const visit = await store.visits.add(
    {
      startsAt: '2026-03-05T09:00:00.000Z',
      slotMinutes: 180,
      personId: null,
      owner: { name: 'Oldname', phone: '555 7788' },
      dog: { name: 'Oldname', coatType: 'curly', weightKg: 24, temperament: 'easy' },
    },
    NOOR,
  )
  visitId = visit.id
  await store.corrections.change(
    visit.dogId,
    {
      name: DOG,
      breed: 'samoyed+labrador-retriever',
      rests: null,
      papers: [{ what: 'zanzithra paper', until: '2027-01-01' }],
    },
    NOOR,
  )
  const owner = { name: OWNER, phone: '555 7788', secondPhone: '555 77889', email: 'q@example.org', note: 'zanzithra' }
  await store.corrections.changeOwner(visit.dogId, owner, NOOR)
  record = await store.records.dog(visit.dogId)

  // The owner is asked before the visit, and answers in words.
  await ok('POST', `/visits/${visitId}/before`, {})
  const { link } = (await ok<Message[]>('GET', '/outbox')).find(({ body }) => body.includes(DOG))!
  await ok('POST', `/before/${link.split('/').at(-1)}/answer`, {
    comb: { 'behind-ears': 'not-in' },
    news: `${DOG} is zanzithra`,
    weightKg: 24,
    weeksSince: 8,
    brushing: { perWeek: 1, toSkin: false },
    wish: { keepLength: 1 },
    health: [],
  })

  // Looked at, planned, asked, said yes to by word of mouth, and pictured.
  const changes = REGION_SIDES.map(
    ({ region, side }): ScoreChange => ({
      region,
      side,
      set: { mat: region === 'back' ? 4 : 0, undercoat: 0, condition: 0, skin: 0 },
    }),
  )
  const batch = { batchId: randomUUID(), baseRevision: 0, changes }
  await store.assessments.score(visit.assessment.id, batch, NOOR)
  const { id: planId } = await store.plans.make(visit.assessment.id, {}, NOOR)
  await store.consents.ask(planId, NOON, NOOR)
  await store.consents.spoken(planId, { saidBy: OWNER, note: 'zanzithra' }, NOON, NOOR)
  await store.plans.make(visit.assessment.id, { style: 'short', reason: 'zanzithra' }, NOOR)
  await server.store.query(
    `INSERT INTO photos (id, visit_id, kind, type, bytes, taken_at) VALUES ('${randomUUID()}', '${visitId}', 'before', 'image/jpeg', decode(repeat('ffd8ff', 40), 'hex'), now())`,
  )
  await server.store.query(
    `UPDATE visits SET station = 'gone', called_off_why = 'zanzithra' WHERE id = '${visitId}';
     INSERT INTO goodbyes (visit_id, note) VALUES ('${visitId}', 'zanzithra')`,
  )
})
afterAll(() => server?.close())

describe('all that is kept of an owner', () => {
  test('is given out: rows, log, messages, and a page that says it in words', async () => {
    const answer = await server.send('GET', `/api/clients/${record.client.id}/archive.zip`)
    expect(answer.status).toBe(200)
    const files = unzipSync(new Uint8Array(await answer.arrayBuffer()))
    const text = (name: string): string => new TextDecoder().decode(files[name])
    const kept = JSON.parse(text('owner.json')) as { format: string; tables: Record<string, object[]> }
    expect(kept.format).toBe('etude.owner/1')
    expect(kept.tables.clients).toMatchObject([{ name: OWNER, email: 'q@example.org' }])
    expect(kept.tables.dogs).toMatchObject([{ name: DOG }])
    expect(kept.tables.visits).toHaveLength(1)
    expect(kept.tables.asked_before).toMatchObject([{ answers: { news: `${DOG} is zanzithra` } }])
    expect(kept.tables.outbox!.length).toBeGreaterThan(0)
    expect(kept.tables.change_log!.length).toBeGreaterThan(3)
    // No secret of a link, and nobody else's.
    expect(text('owner.json')).not.toContain('token_hash')
    expect(text('page.html')).toContain(`What is kept of ${OWNER}`)
    expect(text('page.html')).toContain(DOG)
    expect(text('page.html')).not.toContain('<script')
  })
  test('and nobody’s is a plain 404', async () => {
    const answer = await server.send('GET', '/api/clients/00000000-0000-4000-8000-000000000009/archive.zip')
    expect(answer.status).toBe(404)
  })
})

test('who was asked before several visits is forgotten at all of them, and no old link opens', async () => {
  const { store } = server
  const { id, dogId } = await store.visits.add(
    {
      startsAt: '2026-03-05T14:00:00.000Z',
      slotMinutes: 60,
      personId: null,
      owner: { name: 'Twice Asked', phone: '555 0000' },
      dog: { name: 'Twice', coatType: 'wire', weightKg: 9 },
    },
    NOOR,
  )
  const again = randomUUID()
  await query(
    `INSERT INTO visits (id, dog_id, starts_at, slot_minutes, arrival)
     SELECT '${again}', dog_id, starts_at + interval '30 days', slot_minutes, arrival FROM visits WHERE id = '${id}';
     INSERT INTO asked_before (id, visit_id, token_hash, asked_at)
     SELECT gen_random_uuid(), v.id, 'old ' || v.id, now() FROM visits v WHERE v.dog_id = '${dogId}';
     UPDATE visits SET station = 'gone' WHERE dog_id = '${dogId}'`,
  )
  const { client } = await store.records.dog(dogId)
  await ok('POST', `/clients/${client.id}/erase`, { name: 'Twice Asked' })
  const [rows] = (await query(
    `SELECT token_hash FROM asked_before WHERE visit_id IN ('${id}', '${again}')`,
  )) as unknown as [{ token_hash: string }[]]
  expect(new Set(rows.map(({ token_hash }) => token_hash)).size).toBe(2)
  for (const { token_hash } of rows) expect(token_hash).toMatch(/^[0-9a-f]{64}$/)
})

describe('to be forgotten', () => {
  test('asks for the name as it stands in the book, and for no visit ahead', async () => {
    const wrong = await send<Problem>('POST', `/clients/${record.client.id}/erase`, { name: 'Somebody Else' })
    expect(wrong).toMatchObject({ status: 409, code: 'cannot-erase' })
    const { visits } = await ok<Day>('GET', '/day')
    const here = visits.find(({ station }) => station !== 'gone')!
    const { client } = await ok<Visit>('GET', `/visits/${here.id}`)
    const ahead = await send<Problem>('POST', `/clients/${client.id}/erase`, { name: client.name })
    expect(ahead.detail).toMatch(/call it off first|say goodbye first/)
  })

  test('leaves no word of them in any table, figures where they were, and everybody else as they were', async () => {
    expect((await whereIsSaid(MARKS)).length).toBeGreaterThan(4)
    const older: string[] = []
    for await (const piece of server.store.backup.make(NOON)) older.push(String(piece))
    const others = `SELECT md5(string_agg(v::text, '' ORDER BY v.id)) AS sum FROM visits v WHERE id <> '${visitId}'`
    const [[before]] = (await query(others)) as unknown as [[{ sum: string }]]
    const figures = `SELECT mat, extent FROM scores s JOIN assessments a ON a.id = s.assessment_id WHERE a.visit_id = '${visitId}'`
    const [scored] = (await query(figures)) as unknown as [object[]]

    const done = await ok<{ blanked: number; removed: number }>('POST', `/clients/${record.client.id}/erase`, {
      name: OWNER,
    })
    expect(done.blanked).toBeGreaterThan(2)
    expect(done.removed).toBeGreaterThan(0)
    expect(await whereIsSaid(MARKS)).toEqual([])
    // Nor in the database's own files, once the night is over.
    expect(await filesThatSay(MARKS)).toBeGreaterThan(4)
    expect(await server.store.keeping.takeOutOfFiles()).toBe(true)
    expect(await filesThatSay(MARKS)).toBe(0)
    expect(await server.store.keeping.takeOutOfFiles()).toBe(false)
    const [[after]] = (await query(others)) as unknown as [[{ sum: string }]]
    expect(after.sum).toBe(before.sum)
    expect((await query(figures))[0]).toEqual(scored)

    // Not found, and not in the way.
    expect(await ok<FoundDog[]>('GET', '/search?q=erased')).toEqual([])
    expect((await server.send('GET', `/api/dogs/${record.id}`)).status).toBe(404)
    expect((await send<Problem>('POST', `/clients/${record.client.id}/erase`, { name: OWNER })).status).toBe(404)
    const day = await ok<Day>('GET', '/day?date=2026-03-05')
    expect(day.visits.find(({ id }) => id === visitId)?.arrival.dog).toMatchObject({ coatType: 'curly', weightKg: 24 })
    await ok('GET', `/visits/${visitId}`)
    for (const table of ['clients', 'dogs'])
      expect(await (await server.send('GET', `/api/exchange/${table}.csv`)).text()).not.toContain('erased')

    // An older backup does not bring them back.
    const elsewhere = await testServer()
    try {
      await elsewhere.store.backup.restore(chunks(older))
      expect((await whereIsSaid(MARKS, elsewhere)).length).toBeGreaterThan(4)
      await elsewhere.store.ownerRights.eraseAgain(record.client.id)
      await elsewhere.store.ownerRights.eraseAgain(record.client.id)
      expect(await whereIsSaid(MARKS, elsewhere)).toEqual([])
    } finally {
      await elsewhere.close()
    }
  })
})

/** How many of the files in which the database lies hold one of these words; as its machine's owner sees them. */
async function filesThatSay(words: readonly string[]): Promise<number> {
  await query('CHECKPOINT')
  const [files] = (await query(
    `SELECT 'base/' || d.oid || '/' || f AS path FROM pg_database d, pg_ls_dir('base/' || d.oid) f
     WHERE d.datname = current_database() AND f ~ '^[0-9]'`,
  )) as [{ path: string }[]]
  let saying = 0
  for (const { path } of files) {
    const [[file]] = (await query(`SELECT pg_read_binary_file('${path}', 0, 1000000000, true) AS bytes`)) as [
      [{ bytes: Buffer | null }],
    ]
    const text = file.bytes?.toString('latin1').toLowerCase() ?? ''
    if (words.some((word) => text.includes(word))) saying += 1
  }
  return saying
}

async function* chunks(pieces: readonly string[]): AsyncGenerator<string> {
  yield* pieces
}

test('figures, codes and dates stay; words do not, however they look', () => {
  expect(
    blanked({
      name: 'bo',
      note: 'bites',
      coatType: 'drop-double',
      weightKg: 12.5,
      at: '2026-03-04T12:00:00.000Z',
      on: '2026-03-04',
      currency: 'EUR',
      breed: 'samoyed+labrador-retriever',
      steps: ['bath:cycle-1.condition', 'demat@37'],
      says: 'Bo was good.',
      empty: '',
      none: null,
      deep: [{ text: 'quick', mm: 3 }],
    }),
  ).toEqual({
    name: 'erased',
    note: 'erased',
    coatType: 'drop-double',
    weightKg: 12.5,
    at: '2026-03-04T12:00:00.000Z',
    on: '2026-03-04',
    currency: 'EUR',
    breed: 'samoyed+labrador-retriever',
    steps: ['bath:cycle-1.condition', 'demat@37'],
    says: 'erased',
    empty: '',
    none: null,
    deep: [{ text: 'erased', mm: 3 }],
  })
})
