import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { Sequelize } from 'sequelize'
import type { Visit } from '../../contract/api/visits.ts'
import { loadDemo } from '../../demo/load.ts'
import { BackupKeeper } from '../../server/backups/keeper.ts'
import { ChangeFeed } from '../../server/changes/feed.ts'
import type { Deps } from '../../server/deps.ts'
import { DeviceHub } from '../../server/devices/hub.ts'
import { createApp } from '../../server/http/app.ts'
import type { App } from '../../server/http/serve.ts'
import { Store } from '../../server/store.ts'

/** A database of its own on the test cluster, and the application on it; for tests of the server. */
export interface TestServer {
  readonly store: Store
  readonly app: App
  readonly devices: DeviceHub
  readonly changes: ChangeFeed
  readonly backups: BackupKeeper
  readonly url: string
  readonly send: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Response>
  readonly close: () => Promise<void>
}

export function clusterUrl(): string {
  const cluster = process.env.ETUDE_TEST_DATABASE
  if (!cluster) throw new Error('ETUDE_TEST_DATABASE is not set; run the tests with ./etude test')
  return cluster
}

export function atDatabase(name: string): string {
  const url = new URL(clusterUrl())
  url.pathname = `/${name}`
  return url.href
}

export interface Database {
  readonly url: string
  readonly drop: () => Promise<void>
}

/** @param template the database it begins as a copy of; empty without */
export async function makeDatabase(template?: string): Promise<Database> {
  const name = `etude_test_${randomBytes(6).toString('hex')}`
  const admin = new Sequelize(clusterUrl(), { logging: false })
  await admin.query(`CREATE DATABASE ${name}${template ? ` TEMPLATE ${template}` : ''}`)
  return {
    url: atDatabase(name),
    drop: async () => {
      await admin.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`)
      await admin.close()
    },
  }
}

export const NOON = new Date('2026-03-04T12:00:00Z')

/** A visit at noon of a dog that nothing is known of. */
export const aVisit = ({ store }: Pick<TestServer, 'store'>): Promise<Visit> =>
  store.visits.add(
    {
      startsAt: NOON.toISOString(),
      slotMinutes: 180,
      personId: null,
      owner: { name: 'O', phone: '' },
      dog: { name: 'D', coatType: 'curly', weightKg: 9 },
    },
    null,
  )

/** The application on an empty salon. */
export const testServer = async (
  devicesAt = 'off',
  now: () => Date = () => NOON,
  more: Partial<Deps> = {},
): Promise<TestServer> => serverOn(await makeDatabase(), devicesAt, now, more)

export async function serverOn(
  { url, drop }: Database,
  devicesAt = 'off',
  now: () => Date = () => NOON,
  more: Partial<Deps> = {},
): Promise<TestServer> {
  const store = new Store(url, now)
  await store.migrate()
  const devices = await DeviceHub.open(devicesAt)
  const changes = ChangeFeed.open(url, pino({ enabled: false }))
  const folder = mkdtempSync(join(tmpdir(), 'etude-backups-'))
  const backups = new BackupKeeper(store, url, folder, now)
  const app = createApp({
    store,
    backups,
    devices,
    changes,
    now,
    log: pino({ enabled: false }),
    loadDemo: () => loadDemo(store, NOON),
    webRoot: null,
    ...more,
  })
  return {
    store,
    app,
    changes,
    backups,
    url,
    send: async (method, path, body, headers = {}) =>
      app.request(path, {
        method,
        headers: {
          host: 'localhost',
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
          ...headers,
        },
        ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      }),
    devices,
    close: async () => {
      await devices.close()
      await changes.close()
      await store.close()
      await drop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
