import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { describe, expect, test } from 'vitest'
import { demoServer } from '../../test/harness/demo.ts'
import { aVisit, NOON, testServer } from '../../test/harness/server.ts'
import { spanOf } from '../day/dates.ts'
import { FILLED_BY_MIGRATIONS } from './tables.ts'

interface File {
  readonly schema?: string
  readonly tables: Record<string, Record<string, unknown>[]>
  readonly sha256: string
}

/** A file as it comes from a disk: in pieces that end anywhere. */
async function* inPieces(text: string, bytes = 65_521): AsyncGenerator<Uint8Array> {
  const whole = Buffer.from(text)
  for (let at = 0; at < whole.length; at += bytes) yield whole.subarray(at, at + bytes)
}

const gathered = async (pieces: AsyncIterable<string>): Promise<string> => {
  let text = ''
  for await (const piece of pieces) text += piece
  return text
}

const sorted = (tables: File['tables']): object =>
  Object.fromEntries(
    Object.entries(tables).map(([table, rows]) => [table, rows.map((row) => JSON.stringify(row)).sort()]),
  )

const count = async (query: (sql: string) => Promise<unknown>, table: string): Promise<number> =>
  Number(((await query(`SELECT count(*) FROM "${table}"`)) as [[{ count: string }]])[0][0]!.count)

describe('the backup', () => {
  test('an empty database holds nothing but what its migrations put there', async () => {
    const server = await testServer()
    try {
      const [names] = (await server.store.query(
        "SELECT relname FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace",
      )) as [{ relname: string }[]]
      const filled = []
      for (const { relname } of names) if ((await count(server.store.query, relname)) > 0) filled.push(relname)
      expect(filled.sort()).toEqual([...FILLED_BY_MIGRATIONS].sort())
      expect(names.length).toBeGreaterThan(20)
    } finally {
      await server.close()
    }
  })

  test('everything goes into one file, photos too, and back into an empty database', async () => {
    const server = await demoServer()
    const { visits } = await server.store.visits.day(spanOf('2026-03-04'))
    const png = Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), Buffer.alloc(300, 200)])
    const photo = randomUUID()
    await server.send('POST', `/api/visits/${visits[0]!.id}/photos`, {
      id: photo,
      kind: 'after',
      incidentId: null,
      takenAt: NOON.toISOString(),
      data: png.toString('base64'),
    })
    const response = await server.send('GET', '/api/backup')
    const text = await response.text()
    const backup = JSON.parse(text) as File
    const digest = await server.store.backup.digest()
    expect(backup.tables.photos).toHaveLength(1)
    expect(backup.tables.bench_events!.length).toBeGreaterThan(500)
    // Whatever the database has, the file has: a table made tomorrow is in it without anybody's list.
    await server.store.query(
      'CREATE TABLE made_tomorrow (id uuid PRIMARY KEY, note text, salon uuid NOT NULL DEFAULT etude_salon(), FOREIGN KEY (id, salon) REFERENCES dogs (id, salon))',
    )
    await server.store.query("INSERT INTO made_tomorrow SELECT id, 'x' FROM dogs LIMIT 3")
    const tomorrow = JSON.parse(await gathered(server.store.backup.make(NOON))) as File
    expect(tomorrow.tables.made_tomorrow).toHaveLength(3)
    const names = Object.keys(tomorrow.tables)
    expect(names.indexOf('made_tomorrow')).toBeGreaterThan(names.indexOf('dogs'))
    await server.close()

    const other = await testServer()
    try {
      const restore = (file: string): Promise<void> => other.store.backup.restore(inPieces(file))
      await restore(text)
      expect(await other.store.backup.digest()).toBe(digest)
      const again = JSON.parse(await gathered(other.store.backup.make(NOON))) as File
      expect(sorted(again.tables)).toEqual(sorted(backup.tables))
      expect((await other.store.photos.bytes(photo)).bytes.equals(png)).toBe(true)
      expect(await other.store.records.search('juniper')).toHaveLength(1)
      // It goes on where it stopped: ledger, log and all.
      const [product] = await other.store.shelf.all()
      await other.send('POST', `/api/shelf/${product!.id}/moves`, { batchId: randomUUID(), kind: 'receive', ml: 5 })
      expect((await other.store.shelf.all()).find(({ id }) => id === product!.id)!.stockMl).toBe(product!.stockMl + 5)
      await expect(restore(text)).rejects.toThrow(/empty database/)
      // A single letter of a single row is another salon.
      const before = await other.store.backup.digest()
      expect(await other.store.backup.digest()).toBe(before)
      await other.store.query("UPDATE dogs SET name = name || '.' WHERE id = (SELECT min(id::text)::uuid FROM dogs)")
      expect(await other.store.backup.digest()).not.toBe(before)
    } finally {
      await other.close()
    }
  })

  test('a file that was changed or cut, is something else, or comes from later is refused, and nothing of it stays', async () => {
    const server = await testServer()
    try {
      await aVisit(server)
      const text = await gathered(server.store.backup.make(NOON))
      const { sha256 } = JSON.parse(text) as File
      await server.store.startOver()
      const restore = (file: string): Promise<void> => server.store.backup.restore(inPieces(file, 509))
      await expect(restore(text.replace(sha256, 'x'))).rejects.toThrow(/changed or cut/)
      await expect(restore(text.replace('"curly"', '"wire"'))).rejects.toThrow(/changed or cut/)
      await expect(restore(text.slice(0, text.length / 2))).rejects.toThrow(/whole JSON/)
      await expect(restore('{"format":"something"}')).rejects.toThrow(/etude.backup/)
      await expect(restore(text.replace(/"schema":"[^"]*"/, '"schema":"999-later"'))).rejects.toThrow(/newer version/)
      expect(await count(server.store.query, 'dogs')).toBe(0)
      await restore(text)
      expect(await count(server.store.query, 'dogs')).toBe(1)
    } finally {
      await server.close()
    }
  })

  test('a file of an earlier release comes in through its own schema and is brought up', async () => {
    const text = gunzipSync(
      readFileSync(new URL('../../test/fixtures/releases/model-1.6.0.backup.json.gz', import.meta.url)),
    ).toString()
    const old = JSON.parse(text) as File
    expect(old.schema).toBeUndefined()
    const server = await testServer()
    try {
      await server.store.backup.restore(inPieces(text, 4096))
      for (const [table, rows] of Object.entries(old.tables))
        expect(await count(server.store.query, table), table).toBe(rows.length)
      const day = await server.store.visits.day(spanOf('2026-03-04'))
      for (const { id } of day.visits) expect((await server.store.visits.read(id)).id).toBe(id)
    } finally {
      await server.close()
    }
  })
})
