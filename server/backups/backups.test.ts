import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { NOON, type TestServer, testServer } from '../../test/harness/server.ts'
import type { Store } from '../store.ts'
import { BackupKeeper, backupFile, forgottenIn } from './keeper.ts'
import { kept } from './retention.ts'
import { passphraseIn } from './seal.ts'

const DAY_MS = 86_400_000
const nights = (count: number, from = new Date('2026-03-04T03:00:00Z')): Date[] =>
  Array.from({ length: count }, (_, i) => new Date(from.getTime() - i * DAY_MS))
const dates = (at: readonly Date[]): string[] => at.map((one) => one.toISOString().slice(0, 10))

describe('which backups are kept', () => {
  test('seven days, the last of four weeks and of twelve months', () => {
    // 4 March 2026 is a Wednesday; weeks begin on Monday.
    expect(dates(kept(nights(400)))).toEqual([
      ...['2026-03-04', '2026-03-03', '2026-03-02', '2026-03-01', '2026-02-28', '2026-02-27', '2026-02-26'],
      ...['2026-02-22', '2026-02-15'],
      ...['2026-01-31', '2025-12-31', '2025-11-30', '2025-10-31', '2025-09-30', '2025-08-31', '2025-07-31'],
      ...['2025-06-30', '2025-05-31', '2025-04-30'],
    ])
  })
  test('of a day with several the newest; of few all', () => {
    const two = [new Date('2026-03-04T03:00:00Z'), new Date('2026-03-04T11:00:00Z')]
    expect(kept(two)).toEqual([two[1]])
    expect(kept([])).toEqual([])
    expect(kept(nights(3))).toHaveLength(3)
  })
  test('night after night nothing that will be wanted is thrown away: thinned each time or at the end, the same stays', () => {
    let there: Date[] = []
    for (const night of nights(500).reverse()) there = kept([night, ...there])
    expect(dates(there)).toEqual(dates(kept(nights(500))))
  })
})

describe('a backup', () => {
  let server: TestServer
  let folder: string
  beforeEach(async () => {
    server = await testServer()
    folder = mkdtempSync(join(tmpdir(), 'etude-keeper-'))
  })
  afterEach(async () => {
    await server.close()
    rmSync(folder, { recursive: true, force: true })
  })
  const keeper = (store: Store = server.store): BackupKeeper => new BackupKeeper(store, server.url, folder, () => NOON)
  const aDog = (): Promise<unknown> =>
    server.store.visits.add(
      {
        startsAt: NOON.toISOString(),
        slotMinutes: 60,
        personId: null,
        owner: { name: 'Øystein “Ö” O’Dell', phone: '555' },
        dog: { name: 'Fig', coatType: 'curly', weightKg: 9 },
      },
      null,
    )

  test('is made, brought back and compared, lies there whole for nobody else, and comes back from its file', async () => {
    await aDog()
    const backups = keeper()
    // Asked twice at once it is made once.
    await Promise.all([backups.make(), backups.make()])
    const { backups: list, failed, running } = await backups.list()
    expect({ failed, running }).toEqual({ failed: null, running: false })
    expect(list).toMatchObject([{ name: 'etude-2026-03-04T120000Z.json.gz', at: NOON.toISOString() }])
    const path = join(folder, list[0]!.name)
    expect(statSync(path).mode & 0o077).toBe(0)
    expect(readdirSync(folder)).toEqual([list[0]!.name])
    const other = await testServer()
    try {
      await other.store.backup.restore(backupFile(path))
      expect((await other.store.records.search('fig')).map(({ clientName }) => clientName)).toEqual([
        'Øystein “Ö” O’Dell',
      ])
    } finally {
      await other.close()
    }
    const [scratch] = (await server.store.query(
      "SELECT count(*)::int AS n FROM pg_database WHERE datname LIKE current_database() || '_compare_%'",
    )) as [{ n: number }[]]
    expect(scratch[0]!.n).toBe(0)
  })
  test('writes down who was forgotten where that is not yet written, once', async () => {
    await aDog()
    await server.store.query(`UPDATE clients SET erased_at = now()`)
    const [[{ id }]] = (await server.store.query('SELECT id FROM clients')) as [[{ id: string }]]
    expect(await forgottenIn(folder)).toEqual([])
    await keeper().make()
    await keeper().make()
    expect(await forgottenIn(folder)).toEqual([id])
  })
  test('that does not come back as it was is none: it is said, and nothing lies there as if', async () => {
    await aDog()
    const broken = Object.create(server.store, {
      backup: {
        value: {
          make: async function* (at: Date) {
            for await (const piece of server.store.backup.make(at)) yield piece.replace('Fig', 'Fog')
          },
        },
      },
    }) as Store
    const backups = keeper(broken)
    await expect(backups.make()).rejects.toThrow()
    expect((await backups.list()).failed).toMatchObject({ at: NOON.toISOString() })
    expect(readdirSync(folder)).toEqual([])
    // A file that is as its checksum says, and gives something else.
    const otherwise = Object.create(server.store, {
      backup: {
        value: { make: (at: Date, on: (digest: string) => void) => server.store.backup.make(at, () => on('another')) },
      },
    }) as Store
    await expect(keeper(otherwise).make()).rejects.toThrow('what was brought back is not what was taken out')
    expect(readdirSync(folder)).toEqual([])
    // The next that is good clears it.
    const mended = keeper()
    await mended.make()
    expect((await mended.list()).failed).toBeNull()
  })
  test('where the folder cannot be used, why is said in words; other files in it are left alone', async () => {
    const file = join(folder, 'not-a-folder')
    writeFileSync(file, 'mine')
    const backups = new BackupKeeper(server.store, server.url, join(file, 'in-it'), () => NOON)
    await expect(backups.make()).rejects.toThrow()
    expect((await backups.list()).failed!.why).not.toMatch(/E[A-Z]{4,}|\//)
    await keeper().make()
    expect(readdirSync(folder).sort()).toEqual(['etude-2026-03-04T120000Z.json.gz', 'not-a-folder'])
  })
  test('under a passphrase it is an age file that nobody else opens, compared as any other, and comes back', async () => {
    await aDog()
    const secret = 'four words that stay'
    const backups = new BackupKeeper(server.store, server.url, folder, () => NOON, secret)
    await backups.make()
    expect((await backups.list()).backups).toMatchObject([{ name: 'etude-2026-03-04T120000Z.json.gz.age' }])
    const file = join(folder, 'etude-2026-03-04T120000Z.json.gz.age')
    const written = readFileSync(file)
    // The open format of that name begins so, and says nothing of what is in it.
    expect(written.subarray(0, 22).toString()).toBe('age-encryption.org/v1\n')
    expect(written.includes('Fig')).toBe(false)
    const read = async (passphrase: string | null, from = file): Promise<string> => {
      let text = ''
      for await (const piece of backupFile(from, passphrase)) text += Buffer.from(piece).toString()
      return text
    }
    expect(await read(secret)).toContain('"name":"Fig"')
    await expect(read('four words that do not')).rejects.toMatchObject({ name: 'DoesNotOpen' })
    await expect(read(null)).rejects.toThrow('none was given')
    const changed = join(folder, 'changed.json.gz.age')
    writeFileSync(changed, written.with(written.length - 5, written.at(-5)! ^ 1))
    await expect(read(secret, changed)).rejects.toMatchObject({ name: 'DoesNotOpen' })
    const back = await testServer()
    try {
      await back.store.backup.restore(backupFile(file, secret))
      const [[{ dogs }]] = (await back.store.query('SELECT count(*)::int AS dogs FROM dogs')) as unknown as [
        [{ dogs: number }],
      ]
      expect(dogs).toBe(1)
    } finally {
      await back.close()
    }
  })
  test('the passphrase is the first line of a file, and twelve letters at least', () => {
    const file = join(folder, 'passphrase')
    expect(passphraseIn(undefined)).toBeNull()
    writeFileSync(file, 'four words that stay\n')
    expect(passphraseIn(file)).toBe('four words that stay')
    writeFileSync(file, 'short\nfour words that stay')
    expect(() => passphraseIn(file)).toThrow('12 letters')
    expect(() => passphraseIn(join(folder, 'none'))).toThrow('cannot be read')
  })
  test('is asked for and listed by the API, which does not wait for it', async () => {
    const asked = await server.send('POST', '/api/backups', {})
    expect(await asked.json()).toMatchObject({ running: true })
    await expect
      .poll(async () => ((await (await server.send('GET', '/api/backups')).json()) as { backups: [] }).backups.length, {
        timeout: 20_000,
      })
      .toBe(1)
  })
})
