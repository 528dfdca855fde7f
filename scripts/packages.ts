import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { delimiter, join } from 'node:path'
import { say, Told } from './said.ts'

const VERSIONS = '/usr/lib/postgresql'

/** Folder of PostgreSQL's programs, newest version first; Debian keeps them off the PATH. */
export function findPostgres(): string | null {
  const versions = existsSync(VERSIONS) ? readdirSync(VERSIONS).sort((a, b) => Number(b) - Number(a)) : []
  const folders = [
    ...versions.map((version) => join(VERSIONS, version, 'bin')),
    ...(process.env.PATH ?? '').split(delimiter),
  ]
  return folders.find((folder) => existsSync(join(folder, 'initdb')) && existsSync(join(folder, 'pg_ctl'))) ?? null
}

export function findChromium(): string | null {
  const folders = ['/usr/bin', ...(process.env.PATH ?? '').split(delimiter)]
  const names = ['chromium', 'chromium-browser', 'google-chrome']
  const found = folders.flatMap((folder) => names.map((name) => join(folder, name))).find((path) => existsSync(path))
  return process.env.CHROMIUM ?? found ?? null
}

export const isRoot = (): boolean => process.getuid?.() === 0

/** Makes sure of programs from Debian's packages: as root they are installed, else the one command is told. */
export function ensure(find: () => string | null, aptPackages: string, what: string): string {
  const found = find()
  if (found) return found
  const command = `apt-get install -y --no-install-recommends ${aptPackages}`
  if (!isRoot()) throw new Told(`${what} is missing; install it once with: sudo ${command}`)
  say(`installing ${what} (once)`)
  const options = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }, encoding: 'utf8' } as const
  spawnSync('apt-get', ['update', '-q'], options)
  const { status, stderr, error } = spawnSync('apt-get', command.split(' ').slice(1), options)
  if (error || status !== 0)
    throw new Told(
      `${what} could not be installed with "${command}": ${(error?.message ?? stderr).trim().split('\n').at(-1)}`,
    )
  const installed = find()
  if (!installed) throw new Told(`${what} was installed with "${command}" but is still not found`)
  return installed
}
