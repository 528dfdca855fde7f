import { randomBytes } from 'node:crypto'
import pino from 'pino'
import { Sequelize } from 'sequelize'
import { DeviceHub } from '../../server/devices/hub.ts'
import { createApp } from '../../server/http/app.ts'
import type { App } from '../../server/http/serve.ts'
import { Store } from '../../server/store.ts'

/** A database of its own on the test cluster, and the application on it; for tests of the server. */
export interface TestServer {
  readonly store: Store
  readonly app: App
  readonly devices: DeviceHub
  readonly url: string
  readonly send: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Response>
  readonly close: () => Promise<void>
}

export async function makeDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const cluster = process.env.ETUDE_TEST_DATABASE
  if (!cluster) throw new Error('ETUDE_TEST_DATABASE is not set; run the tests with ./etude test')
  const name = `etude_test_${randomBytes(6).toString('hex')}`
  const admin = new Sequelize(cluster, { logging: false })
  await admin.query(`CREATE DATABASE ${name}`)
  const url = new URL(cluster)
  url.pathname = `/${name}`
  return {
    url: url.href,
    drop: async () => {
      await admin.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`)
      await admin.close()
    },
  }
}

export const NOON = new Date('2026-03-04T12:00:00Z')

export async function testServer(devicesAt = 'off'): Promise<TestServer> {
  const { url, drop } = await makeDatabase()
  const store = new Store(url, () => NOON)
  await store.migrate()
  const devices = await DeviceHub.open(devicesAt)
  const app = createApp({ store, devices, now: () => NOON, log: pino({ enabled: false }), webRoot: null })
  return {
    store,
    app,
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
      await store.close()
      await drop()
    },
  }
}
