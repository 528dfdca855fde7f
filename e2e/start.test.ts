import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, expect, test } from 'vitest'
import { ROOT } from '../scripts/build.ts'
import { isRoot } from '../scripts/packages.ts'
import { freePort } from '../scripts/postgres.ts'
import { PATIENCE_MS } from './browser.ts'

const ETUDE = join(ROOT, 'etude')
const running: ChildProcess[] = []

interface Started {
  readonly child: ChildProcess
  readonly out: () => string
  readonly err: () => string
  readonly ended: Promise<number | null>
  /** The first line on standard output, or null where it ended without one. */
  readonly address: Promise<string | null>
}

function start(args: string[], env: Record<string, string>): Started {
  // In a group of its own, so that Ctrl-C reaches all of it as it does in a terminal.
  const child = spawn(ETUDE, ['start', ...args], {
    cwd: tmpdir(),
    env: { ...process.env, DATABASE_URL: '', ...env },
    detached: true,
  })
  running.push(child)
  let out = ''
  let err = ''
  const ended = new Promise<number | null>((done) => child.once('exit', done))
  const address = new Promise<string | null>((found) => {
    child.stdout!.on('data', (chunk) => {
      out += chunk
      const line = /http:\/\/\S+/.exec(out)
      if (line) found(line[0])
    })
    void ended.then(() => found(null))
  })
  child.stderr!.on('data', (chunk) => {
    err += chunk
  })
  return { child, out: () => out, err: () => err, ended, address }
}

const ctrlC = ({ child }: Started): void => void process.kill(-child.pid!, 'SIGINT')
const dataFolder = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'etude-start-'))
  chmodSync(folder, 0o755)
  return folder
}
const answers = async (address: string): Promise<boolean> =>
  (await fetch(`${address}api/health`).catch(() => null))?.ok ?? false
/** What the application at an address answers. */
async function send<T>(address: string, path: string, method = 'GET', body?: object): Promise<T> {
  const answer = await fetch(`${address}api${path}`, {
    method,
    ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
  })
  expect(answer.ok, `${method} ${path}`).toBe(true)
  return (await answer.json()) as T
}
/** A new dog with its owner, now. */
const MALLOW = (): object => ({
  startsAt: new Date().toISOString(),
  slotMinutes: 90,
  personId: null,
  owner: { name: 'Rosalind Tern', phone: '' },
  dog: { name: 'Mallow', coatType: 'curly', weightKg: 9 },
})
async function until(holds: () => Promise<boolean> | boolean): Promise<void> {
  for (const end = Date.now() + PATIENCE_MS; Date.now() < end; await new Promise((r) => setTimeout(r, 150)))
    if (await holds()) return
  throw new Error('did not come to hold')
}
const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}
const oneLine = (text: string): string => {
  const lines = text.trim().split('\n')
  expect(lines).toHaveLength(1)
  expect(text).not.toMatch(/\bat .*:\d+:\d+|Error:/)
  return lines[0]!
}

afterEach(async () => {
  for (const child of running.splice(0))
    if (child.exitCode === null && child.signalCode === null) {
      process.kill(-child.pid!, 'SIGINT')
      await new Promise((done) => child.once('exit', done))
    }
})

test('start prints one address, serves the made-up salon where it is asked for, heals, and Ctrl-C stops all it started', async () => {
  const folder = dataFolder()
  const port = String(await freePort())
  const first = start(['--demo', '--port', port], { ETUDE_DATA: folder })
  const address = await first.address
  expect(address, first.err()).toBe(`http://127.0.0.1:${port}/`)
  expect(first.out().trim()).toBe(`Etude is at ${address}`)
  const day = (await (await fetch(`${address}api/day`)).json()) as { visits: unknown[] }
  expect(day.visits.length).toBeGreaterThanOrEqual(16)

  const again = start(['--port', String(await freePort())], { ETUDE_DATA: folder })
  expect(await again.ended).toBe(1)
  expect(oneLine(again.err())).toContain(`already running on this data folder, at ${address}`)

  const supervisor = readFileSync(join(folder, 'running'), 'utf8').split(' ')[0]!
  const server = Number(spawnSync('pgrep', ['-P', supervisor, '-f', 'server.mjs'], { encoding: 'utf8' }).stdout.trim())
  expect(server).toBeGreaterThan(1)
  process.kill(server, 'SIGKILL')
  await until(async () => !(await answers(address!)))
  await until(() => answers(address!))

  ctrlC(first)
  expect(await first.ended).toBe(0)
  expect(await answers(address!)).toBe(false)
  await until(() => spawnSync('pgrep', ['-f', join(folder, 'postgres', 'data')]).status !== 0)
  expect(isAlive(server)).toBe(false)

  const second = start(['--port', port], { ETUDE_DATA: folder })
  expect(await second.address).toBe(address)
  const same = (await (await fetch(`${address}api/day`)).json()) as { visits: unknown[] }
  expect(same.visits.length).toBe(day.visits.length)
})

test('a port in use is told in one line, with the way out', async () => {
  const port = await freePort()
  const other = createServer().listen(port, '127.0.0.1')
  const { ended, err } = start(['--port', String(port)], { ETUDE_DATA: dataFolder() })
  expect(await ended).toBe(1)
  expect(oneLine(err())).toBe(`etude: port ${port} is in use; choose another: ./etude start --port ${port + 1}`)
  other.close()
})

test.each([
  ['a port that is none', ['--port', 'x'], {}, /--port: got "x", expected a whole number from 1 to 65535/],
  ['an option that is none', ['--colour'], {}, /Unknown option '--colour'/],
  [
    'a database that does not answer',
    [],
    { DATABASE_URL: 'postgres://a:b@127.0.0.1:1/x' },
    /database at 127\.0\.0\.1:1 does not answer/,
  ],
  [
    'a data folder that cannot be',
    [],
    { ETUDE_DATA: '/dev/null/data' },
    /cannot write to the data folder \/dev\/null\/data/,
  ],
] as const)('%s is told in one line', async (_, args, env, line) => {
  const { ended, err } = start([...args, ...(args[0] === '--port' ? [] : ['--port', String(await freePort())])], {
    ETUDE_DATA: dataFolder(),
    ...env,
  })
  expect(await ended).toBe(1)
  expect(oneLine(err())).toMatch(line)
})

test.runIf(isRoot())('a full disk is told in one line', async () => {
  const folder = dataFolder()
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=12m,mode=755', 'none', folder]).status !== 0) return
  try {
    const { ended, err } = start(['--port', String(await freePort())], { ETUDE_DATA: folder })
    expect(await ended).toBe(1)
    expect(oneLine(err())).toMatch(/the disk is full/)
  } finally {
    spawnSync('umount', [folder])
  }
})

test('an own salon begins empty, takes its first person and dog, and stays one’s own; the made-up one is not turned into it', async () => {
  const folder = dataFolder()
  const env = { ETUDE_DATA: folder }
  const port = String(await freePort())
  const first = start(['--own', '--port', port], env)
  const address = (await first.address)!
  const api = <T>(path: string, body?: object): Promise<T> => send<T>(address, path, body ? 'POST' : 'GET', body)
  expect(await api('/salon')).toMatchObject({ name: 'Your salon', demo: false, people: [] })
  await api('/people', { name: 'Anouk', role: 'groomer', experience: 'expert' })
  await api('/visits', MALLOW())
  ctrlC(first)
  await first.ended
  // Started without a word it is still one's own, with nothing made up in it.
  const again = start(['--port', port], env)
  await again.address
  expect(
    (await api<{ visits: { arrival: { dog: { name: string } } }[] }>('/day')).visits.map(
      ({ arrival }) => arrival.dog.name,
    ),
  ).toEqual(['Mallow'])
  expect(await api('/salon')).toMatchObject({ demo: false, people: [{ name: 'Anouk' }] })
  ctrlC(again)
  await again.ended
})
