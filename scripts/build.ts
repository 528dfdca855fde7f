import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build as bundle } from 'esbuild'
import { fail, say, Told } from './said.ts'
import { fillServiceWorker } from './service-worker.ts'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))
const STAMP = join(ROOT, 'dist', '.built')
const SOURCES = ['core', 'contract', 'demo', 'server', 'web', 'package-lock.json', 'tsconfig.json']

function newest(path: string): number {
  const { mtimeMs } = statSync(path)
  return statSync(path).isDirectory()
    ? Math.max(mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
    : mtimeMs
}

export const isBuilt = (): boolean =>
  existsSync(STAMP) && SOURCES.every((source) => newest(join(ROOT, source)) < statSync(STAMP).mtimeMs)

/** Builds the web application and the server into dist/. */
export async function build(): Promise<void> {
  const started = new Date()
  const vite = join(ROOT, 'node_modules', '.bin', 'vite')
  const made = spawnSync(vite, ['build', '--config', join(ROOT, 'web', 'vite.config.ts'), '--logLevel', 'warn'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
  if (made.status !== 0) {
    const output = `${made.stdout ?? ''}${made.stderr ?? ''}`
    if (/ENOSPC/.test(output)) throw new Told('the disk is full: the build cannot be written')
    throw new Told(`the web application does not build: ${output.trim().split('\n')[0]}`)
  }
  fillServiceWorker(join(ROOT, 'dist', 'web'))
  await bundle({
    // The learning is a thread beside the server: a file of its own.
    entryPoints: { server: join(ROOT, 'server', 'main.ts'), learning: join(ROOT, 'server', 'learning', 'worker.ts') },
    outdir: join(ROOT, 'dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  })
  mkdirSync(join(ROOT, 'dist'), { recursive: true })
  writeFileSync(STAMP, started.toISOString())
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  build().then(() => say('built'), fail)
}
