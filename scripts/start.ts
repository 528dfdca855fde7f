import { type ChildProcess, fork } from 'node:child_process'
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { hostname } from 'node:os'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { addressesHere } from '../server/tls/names.ts'
import { build, isBuilt, ROOT } from './build.ts'
import { asRole, ownRole } from './own-role.ts'
import { ensure, findPostgres, isRoot } from './packages.ts'
import { type Cluster, startPostgres } from './postgres.ts'
import { fail, say, Told } from './said.ts'

const DEFAULT_PORT = 4300
const RESTART_MS = 400
const MOST_RESTARTS = 20
const RESTART_WINDOW_MS = 60_000

interface Settings {
  readonly host: string
  readonly port: number
  /** A backup to begin from; for an empty database. */
  readonly restore: string | null
  /** What an empty database becomes: the made-up salon, one's own, or what the first to open it says. */
  readonly begin: 'demo' | 'own' | 'ask'
  /** For tablets and phones in the salon's network, by TLS with the salon's own authority. */
  readonly lan: boolean
}

function settings(): Settings {
  try {
    const { values } = parseArgs({
      args: process.argv.slice(3),
      options: {
        port: { type: 'string' },
        host: { type: 'string' },
        restore: { type: 'string' },
        own: { type: 'boolean' },
        demo: { type: 'boolean' },
        lan: { type: 'boolean' },
      },
      strict: true,
    })
    const port = values.port === undefined ? DEFAULT_PORT : Number(values.port)
    if (!(Number.isInteger(port) && port >= 1 && port <= 65535))
      throw new Told(`--port: got "${values.port}", expected a whole number from 1 to 65535`)
    const restore = values.restore === undefined ? null : resolve(values.restore)
    if (restore !== null && !existsSync(restore))
      throw new Told(`--restore: got "${values.restore}", expected a backup that is there`)
    if (values.own && values.demo) throw new Told('--own and --demo: one of them')
    const begin = values.own ? 'own' : values.demo ? 'demo' : 'ask'
    const lan = values.lan ?? false
    return { host: values.host ?? (lan ? '0.0.0.0' : '127.0.0.1'), port, restore, begin, lan }
  } catch (error) {
    throw error instanceof Told ? error : new Told((error as Error).message.split('\n')[0]!)
  }
}

const portIsFree = ({ host, port }: Settings): Promise<void> =>
  new Promise((resolvePort, reject) => {
    const probe = createServer()
    probe.once('error', ({ code }: NodeJS.ErrnoException) =>
      reject(
        new Told(
          code === 'EADDRINUSE'
            ? `port ${port} is in use; choose another: ./etude start --port ${port + 1}`
            : code === 'EACCES'
              ? `port ${port} may not be used by this user; choose one above 1023`
              : `cannot listen on ${host}: ${code}`,
        ),
      ),
    )
    probe.listen(port, host, () => probe.close(() => resolvePort()))
  })

function dataFolder(): string {
  const folder = resolve(process.env.ETUDE_DATA || join(ROOT, '.data'))
  try {
    // What lies in it is for nobody else; as root the database's own user has to get through to its part.
    mkdirSync(folder, { recursive: true, mode: isRoot() ? 0o711 : 0o700 })
    accessSync(folder, constants.W_OK)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code === 'ENOSPC') throw error
    throw new Told(`cannot write to the data folder ${folder} (${code}); set ETUDE_DATA to one you may write`)
  }
  return folder
}

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}

/** One start a data folder: a second is told where the first one is. */
function claim(folder: string, address: string): () => void {
  const file = join(folder, 'running')
  if (existsSync(file)) {
    const [pid, where] = readFileSync(file, 'utf8').split(' ')
    if (isAlive(Number(pid)) && Number(pid) !== process.pid)
      throw new Told(`already running on this data folder, at ${where} (set ETUDE_DATA for another)`)
  }
  writeFileSync(file, `${process.pid} ${address}`)
  return () => rmSync(file, { force: true })
}

const urlHost = (host: string): string => (host.includes(':') ? `[${host}]` : host === '0.0.0.0' ? 'localhost' : host)

async function start(): Promise<void> {
  const wanted = settings()
  const host = wanted.lan && wanted.host === '0.0.0.0' ? (addressesHere()[0] ?? hostname()) : wanted.host
  const address = `${wanted.lan ? 'https' : 'http'}://${urlHost(host)}:${wanted.port}/`
  const folder = dataFolder()
  const release = claim(folder, address)
  let cluster: Cluster | null = null
  let server: ChildProcess | null = null
  let stopping = false

  const stop = (code: number): never => {
    stopping = true
    server?.kill('SIGKILL')
    cluster?.stop()
    release()
    process.exit(code)
  }
  const leave = (): void => {
    if (stopping) return
    stopping = true
    // A second Ctrl-C must not cut the stopping short.
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => {})
    const over = setTimeout(() => stop(0), 3000)
    if (!server || server.exitCode !== null) stop(0)
    server!.once('exit', () => {
      clearTimeout(over)
      stop(0)
    })
    server!.kill('SIGTERM')
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, leave)

  try {
    await portIsFree(wanted)
    const bin = process.env.DATABASE_URL ? null : ensure(findPostgres, 'postgresql', 'PostgreSQL')
    if (!isBuilt()) {
      say('building (once)')
      await build()
    }
    // What is built may be read by all; what is written from here on, the log with it, by nobody else.
    process.umask(0o077)
    cluster = bin ? await startPostgres(bin, folder) : null
    let databaseUrl = process.env.DATABASE_URL || (await ownRole(cluster!.url))

    const restarts: number[] = []
    const launch = (first: boolean): Promise<void> =>
      new Promise((ready, reject) => {
        const child = fork(join(ROOT, 'dist', 'server.mjs'), {
          execArgv: ['--max-old-space-size=256', '--enable-source-maps'],
          env: {
            ...process.env,
            NODE_ENV: 'production',
            DATABASE_URL: databaseUrl,
            ETUDE_HOST: wanted.host,
            ETUDE_PORT: String(wanted.port),
            ...(first && wanted.restore ? { ETUDE_RESTORE: wanted.restore } : {}),
            ...(wanted.lan ? { ETUDE_TLS: join(folder, 'tls') } : {}),
            ETUDE_LOG: join(folder, 'etude.log'),
            ETUDE_BACKUPS: process.env.ETUDE_BACKUPS || join(folder, 'backups'),
            ETUDE_DEMO: { own: '0', demo: '1', ask: 'ask' }[wanted.begin],
          },
          stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
        })
        server = child
        let why = ''
        child.on('message', (message: { ready?: true; failed?: { code: string | null; message: string } }) => {
          if (message.ready) ready()
          if (message.failed) why = message.failed.message
        })
        child.once('exit', () => {
          if (stopping) return
          if (first && why) return reject(new Told(serverFailure(why, databaseUrl)))
          const now = Date.now()
          restarts.push(now)
          if (restarts.filter((at) => now - at < RESTART_WINDOW_MS).length > MOST_RESTARTS) {
            say(`the server keeps failing: ${why || `see ${join(folder, 'etude.log')}`}`)
            stop(1)
          }
          setTimeout(() => {
            if (!stopping) void launch(false)
          }, RESTART_MS)
        })
      })
    await launch(true)
    process.stdout.write(`Etude is at ${address}\n`)
    if (bin)
      watchDatabase(
        () => startPostgres(bin, folder),
        () => stopping,
        (url) => {
          if (asRole(url) === databaseUrl) return
          databaseUrl = asRole(url)
          server?.kill()
        },
      )
  } catch (error) {
    if (stopping) return
    stopping = true
    ;(server as ChildProcess | null)?.kill('SIGKILL')
    cluster?.stop()
    release()
    fail(error)
  }
}

function serverFailure(why: string, databaseUrl: string): string {
  const { host, pathname } = new URL(databaseUrl)
  if (/ECONNREFUSED|timeout|ENOTFOUND|EHOSTUNREACH/i.test(why))
    return `the database at ${host} does not answer; is it running, and is DATABASE_URL right?`
  if (/password|authentication|role .* does not exist/i.test(why))
    return `the database at ${host} refuses this user: ${why}`
  if (/database .* does not exist/i.test(why)) return `there is no database ${pathname.slice(1)} at ${host}`
  if (/No space left/i.test(why)) return 'the disk is full: free some space and start again, nothing was lost'
  return `the server does not come up: ${why}`
}

const WATCH_MS = 2000

/** Brings our own database back when something ended it, and says if it came back elsewhere. */
function watchDatabase(
  bringUp: () => Promise<Cluster>,
  isStopping: () => boolean,
  cameBack: (url: string) => void,
): void {
  const look = async (): Promise<void> => {
    if (isStopping()) return
    try {
      cameBack((await bringUp()).url)
    } catch {
      // It may come up at the next look; meanwhile the screens say that the database is away.
    }
    setTimeout(look, WATCH_MS)
  }
  setTimeout(look, WATCH_MS)
}

start().catch(fail)
