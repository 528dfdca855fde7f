import { createReadStream } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import pino from 'pino'
import { loadDemo } from '../demo/load.ts'
import { DeviceHub } from './devices/hub.ts'
import { createApp } from './http/app.ts'
import { Store } from './store.ts'

/**
 * The server process. Settings come from the environment, put there by `./etude start`:
 * DATABASE_URL, ETUDE_HOST, ETUDE_PORT, ETUDE_LOG (file), ETUDE_DEMO ("1" loads the demo salon into an empty database),
 * ETUDE_DEVICES (simulated, off, or where the salon's devices listen), ETUDE_RESTORE (a backup for an empty database).
 */
async function main(): Promise<void> {
  const {
    DATABASE_URL,
    ETUDE_HOST = '127.0.0.1',
    ETUDE_PORT = '4300',
    ETUDE_LOG,
    ETUDE_DEMO,
    ETUDE_DEVICES = 'simulated',
    ETUDE_RESTORE,
  } = process.env
  const now = (): Date => new Date()
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set')
  const log = ETUDE_LOG ? pino(pino.destination({ dest: ETUDE_LOG, sync: false })) : pino({ enabled: false })
  const store = new Store(DATABASE_URL, now)
  await store.migrate()
  if (ETUDE_RESTORE) {
    await store.backup.restore(createReadStream(ETUDE_RESTORE))
    log.info({ file: ETUDE_RESTORE }, 'restored')
  }
  if (ETUDE_DEMO === '1') await loadDemo(store, now())
  const webRoot = resolve(dirname(fileURLToPath(import.meta.url)), 'web')
  const devices = await DeviceHub.open(ETUDE_DEVICES)
  const app = createApp({ store, devices, now, log, webRoot })
  const server = serve({ fetch: app.fetch, hostname: ETUDE_HOST, port: Number(ETUDE_PORT) }, () => {
    process.send?.({ ready: true })
    log.info({ host: ETUDE_HOST, port: ETUDE_PORT }, 'ready')
  })
  server.on('error', fail)
  const stop = (): void => {
    server.close(() => void Promise.all([devices.close(), store.close()]).finally(() => process.exit(0)))
    setTimeout(() => process.exit(0), 2000).unref()
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  // Started by a supervisor: without it there is nobody to stop us.
  if (process.send) process.on('disconnect', stop)
}

function fail(error: unknown): void {
  const { code, message } = error as NodeJS.ErrnoException & { original?: { message?: string } }
  process.send?.({ failed: { code: code ?? null, message: message.split('\n')[0] } })
  process.exit(1)
}

main().catch(fail)
