import type { Server } from 'node:http'
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https'
import { basename, dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import pino from 'pino'
import { createStream } from 'rotating-file-stream'
import { loadDemo } from '../demo/load.ts'
import { BackupKeeper } from './backups/keeper.ts'
import { passphraseIn } from './backups/seal.ts'
import { bringUp } from './bring-up.ts'
import { ChangeFeed } from './changes/feed.ts'
import { readConfig } from './config.ts'
import { DeviceHub } from './devices/hub.ts'
import { createApp } from './http/app.ts'
import { limited } from './http/limits.ts'
import { startJobs } from './jobs.ts'
import { reckonBeside } from './learning/reckoner.ts'
import { Store } from './store.ts'
import { type Authority, authorityIn } from './tls/authority.ts'
import { namesHere } from './tls/names.ts'

/** How often it is looked whether the server's certificate is soon over. */
const CERTIFIED_MS = 43_200_000
const LARGEST_LOG = '10M'
const KEPT_LOGS = 5

/** The server process, by the settings in its environment. */
async function main(): Promise<void> {
  const config = readConfig(process.env)
  const now = (): Date => new Date()
  const log = config.ETUDE_LOG ? pino(logFile(config.ETUDE_LOG)) : pino({ enabled: false })
  const store = new Store(config.DATABASE_URL, now, {
    reckon: reckonBeside(new URL('./learning.mjs', import.meta.url)),
    onSlow: (statement, ms) => log.warn({ statement, ms }, 'slow'),
  })
  const passphrase = passphraseIn(config.ETUDE_BACKUP_PASSPHRASE_FILE)
  const backups = new BackupKeeper(store, config.DATABASE_URL, config.ETUDE_BACKUPS, now, passphrase)
  await bringUp({ store, backups, config, passphrase, now, log })
  const ours = await store.isOurs()
  const webRoot = resolve(dirname(fileURLToPath(import.meta.url)), 'web')
  const devices = await DeviceHub.open(config.ETUDE_DEVICES)
  const changes = ChangeFeed.open(config.DATABASE_URL, log)
  const certified = (): Promise<Authority> =>
    authorityIn(config.ETUDE_TLS!, [...namesHere(), ...config.ETUDE_NAMES], now)
  const authority = config.ETUDE_TLS ? await certified() : null
  const app = createApp({
    store,
    devices,
    changes,
    backups,
    now,
    log,
    loadDemo: () => loadDemo(store, now()),
    webRoot,
    names: config.ETUDE_NAMES,
    authority,
  })
  const zone = new Intl.DateTimeFormat().resolvedOptions().timeZone
  const jobs = await startJobs(
    config.DATABASE_URL,
    zone,
    {
      tidy: async () => {
        for (const id of (await store.keeping.tidy()).owners) await backups.forget(id)
        await store.keeping.takeOutOfFiles()
      },
      backup: () => backups.make(),
      learn: () => store.learning.nightly(),
      remind: () => store.before.remind(),
    },
    log,
    !ours,
  )
  const tls = authority && {
    createServer: createSecureServer,
    serverOptions: { key: authority.key, cert: authority.cert },
  }
  const server = serve({ fetch: app.fetch, hostname: config.ETUDE_HOST, port: config.ETUDE_PORT, ...tls }, () => {
    process.send?.({ ready: true })
    log.info({ host: config.ETUDE_HOST, port: config.ETUDE_PORT, tls: tls !== null }, 'ready')
  })
  limited(server as Server)
  // One that runs for months shows a certificate that is not over.
  if (tls)
    setInterval(() => {
      void certified()
        .then(({ key, cert }) => (server as SecureServer).setSecureContext({ key, cert }))
        .catch((error: Error) => log.error({ failure: error.name }, 'certificate'))
    }, CERTIFIED_MS).unref()
  server.on('error', fail)
  const stop = (): void => {
    server.close(
      () =>
        void Promise.all([jobs.stop(), devices.close(), changes.close(), store.close()]).finally(() => process.exit(0)),
    )
    setTimeout(() => process.exit(0), 2000).unref()
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  // Started by a supervisor: without it there is nobody to stop us.
  if (process.send) process.on('disconnect', stop)
}

/** A line a request fills a file in weeks: the last few are kept, the newest by its own name. */
function logFile(path: string): NodeJS.WritableStream {
  const stream = createStream((index) => (index ? `${basename(path)}.${index}` : basename(path)), {
    path: dirname(path),
    size: LARGEST_LOG,
    rotate: KEPT_LOGS,
  })
  // With a full disk the salon goes on; what could not be logged is not.
  stream.on('error', () => {})
  return stream
}

function fail(error: unknown): void {
  const { code, message } = error as NodeJS.ErrnoException & { original?: { message?: string } }
  process.send?.({ failed: { code: code ?? null, message: message.split('\n')[0] } })
  process.exit(1)
}

main().catch(fail)
