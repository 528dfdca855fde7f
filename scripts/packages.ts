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

/** Chromium without its windows: the same pages, and a quarter less of the processor than the whole of it. */
const SHELL = 'chromium-headless-shell'
const BROWSERS = [SHELL, 'chromium', 'chromium-browser', 'google-chrome'] as const

const findBrowser = (names: readonly string[]): string | null => {
  const folders = ['/usr/bin', ...(process.env.PATH ?? '').split(delimiter)]
  return names.flatMap((name) => folders.map((folder) => join(folder, name))).find((path) => existsSync(path)) ?? null
}

export const findChromium = (): string | null => process.env.CHROMIUM ?? findBrowser(BROWSERS)

/** Debian's Chromium, without its windows where that is to be had. */
export function ensureChromium(): string {
  if (!process.env.CHROMIUM && isRoot() && !findBrowser([SHELL])) {
    say('installing Chromium (once)')
    install(SHELL)
  }
  return ensure(findChromium, 'chromium', 'Chromium')
}

export const isRoot = (): boolean => process.getuid?.() === 0

const installing = (packages: string): string[] => ['install', '-y', '--no-install-recommends', ...packages.split(' ')]

/** As root. @returns what went wrong, in a line; null where nothing did */
function install(packages: string): string | null {
  const options = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }, encoding: 'utf8' } as const
  spawnSync('apt-get', ['update', '-q'], options)
  const { status, stderr, error } = spawnSync('apt-get', installing(packages), options)
  return error || status !== 0 ? ((error?.message ?? stderr).trim().split('\n').at(-1) ?? '') : null
}

/** Makes sure of programs from Debian's packages: as root they are installed, else the one command is told. */
export function ensure(find: () => string | null, aptPackages: string, what: string): string {
  const found = find()
  if (found) return found
  const command = `apt-get ${installing(aptPackages).join(' ')}`
  if (!isRoot()) throw new Told(`${what} is missing; install it once with: sudo ${command}`)
  say(`installing ${what} (once)`)
  const failed = install(aptPackages)
  if (failed !== null) throw new Told(`${what} could not be installed with "${command}": ${failed}`)
  const installed = find()
  if (!installed) throw new Told(`${what} was installed with "${command}" but is still not found`)
  return installed
}
