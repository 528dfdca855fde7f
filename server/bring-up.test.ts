import { mkdtempSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { Sequelize } from 'sequelize'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type Database, makeDatabase, NOON } from '../test/harness/server.ts'
import { BackupKeeper } from './backups/keeper.ts'
import { bringUp } from './bring-up.ts'
import { alone } from './db/locks.ts'
import { MIGRATION_NAMES, migrated, migrateUp } from './db/migrate.ts'
import { Store } from './store.ts'

const SERVERS = 3
let database: Database
let folder: string
let stores: Store[]
beforeEach(async () => {
  database = await makeDatabase()
  folder = mkdtempSync(join(tmpdir(), 'etude-backups-'))
  stores = Array.from({ length: SERVERS }, () => new Store(database.url, () => NOON))
})
afterEach(async () => {
  for (const store of stores) await store.close()
  await database.drop()
})
const allUp = async (): Promise<void> => {
  await Promise.all(
    stores.map((store) =>
      bringUp({
        store,
        backups: new BackupKeeper(store, database.url, folder, () => NOON, null),
        config: { ETUDE_DEMO: '0', ETUDE_RESTORE: undefined, ETUDE_BACKUPS: folder },
        passphrase: null,
        now: () => NOON,
        log: pino({ enabled: false }),
      }),
    ),
  )
}

describe('several servers that start at once on one database', () => {
  test('bring it up and begin its salon once', async () => {
    await allUp()
    const [log] = (await stores[0]!.query('SELECT action FROM change_log')) as [{ action: string }[]]
    expect(log.map(({ action }) => action)).toEqual(['founded'])
    for (const store of stores) expect(await store.salon.read()).toMatchObject({ founded: true, demo: false })
  })
  test('save one of an earlier version once, before it is changed', async () => {
    const before = new Sequelize(database.url, { logging: false })
    await migrateUp(before, MIGRATION_NAMES.at(-3))
    await allUp()
    expect(await migrated(before)).toEqual(MIGRATION_NAMES)
    await before.close()
    expect(readdirSync(folder).filter((name) => name.startsWith('etude-'))).toHaveLength(1)
  })
})

test('who is killed while a database is brought up leaves it to the next', async () => {
  const killed = new Sequelize(database.url, { logging: false })
  let holds = (): void => {}
  const held = new Promise<void>((then) => {
    holds = then
  })
  const never = alone(killed, async () => {
    holds()
    await new Promise(() => {})
  })
  never.catch(() => {})
  await held
  const up = allUp()
  const other = new Sequelize(database.url, { logging: false })
  // They wait for it, and are not refused.
  await expect
    .poll(
      async () => (await other.query(`SELECT 1 FROM pg_locks WHERE locktype = 'advisory' AND NOT granted`))[0].length,
    )
    .toBe(SERVERS)
  await other.query(
    `SELECT pg_terminate_backend(pid) FROM pg_locks WHERE locktype = 'advisory' AND granted
       AND database = (SELECT oid FROM pg_database WHERE datname = current_database())`,
  )
  await up
  expect(await migrated(other)).toEqual(MIGRATION_NAMES)
  await other.close()
  await killed.close().catch(() => {})
})
