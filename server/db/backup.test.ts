import { randomUUID } from 'node:crypto'
import { expect, test } from 'vitest'
import { loadDemo } from '../../demo/load.ts'
import { NOON, testServer } from '../../test/harness/server.ts'

test('everything goes into one file, photos too, and back into an empty database; a changed file is refused', async () => {
  const server = await testServer()
  await loadDemo(server.store, NOON)
  const { visits } = await server.store.visits.day(
    new Date('2026-03-04T00:00:00Z'),
    new Date('2026-03-05T00:00:00Z'),
    '2026-03-04',
  )
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
  const backup = (await response.json()) as { tables: Record<string, unknown[]>; sha256: string }
  expect(backup.tables.photos).toHaveLength(1)
  expect(backup.tables.bench_events!.length).toBeGreaterThan(500)
  await server.close()

  const other = await testServer()
  try {
    await expect(other.store.backup.restore({ ...backup, sha256: 'x' })).rejects.toThrow(/changed or cut/)
    await expect(other.store.backup.restore({ format: 'something' })).rejects.toThrow(/etude.backup/)
    await other.store.backup.restore(backup)
    const again = await other.store.backup.make(NOON)
    const sorted = (tables: Record<string, readonly unknown[]>) =>
      Object.fromEntries(
        Object.entries(tables).map(([table, rows]) => [table, rows.map((row) => JSON.stringify(row)).sort()]),
      )
    expect(sorted(again.tables)).toEqual(sorted(backup.tables))
    expect((await other.store.photos.bytes(photo)).bytes.equals(png)).toBe(true)
    expect(await other.store.records.search('juniper')).toHaveLength(1)
    // It goes on where it stopped: ledger, log and all.
    const [product] = await other.store.shelf.all()
    await other.send('POST', `/api/shelf/${product!.id}/moves`, { batchId: randomUUID(), kind: 'receive', ml: 5 })
    expect((await other.store.shelf.all()).find(({ id }) => id === product!.id)!.stockMl).toBe(product!.stockMl + 5)
    await expect(other.store.backup.restore(backup)).rejects.toThrow(/empty database/)
  } finally {
    await other.close()
  }
})
