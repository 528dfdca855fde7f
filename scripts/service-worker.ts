import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ENDPOINTS } from '../contract/api/index.ts'

/** The paths of what is kept on a device, as one alternation of a regular expression. */
export const keptReads = (): string =>
  ENDPOINTS.filter((endpoint) => endpoint.kind === 'read' && endpoint.kept)
    .map(({ path }) => path.replaceAll('/', '\\/').replace(/:\w+/g, '[^/]+'))
    .join('|')

/** Every file that a page may ask for, from the root of the site, in the same order in each build. */
const filesOf = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => `/${name.replaceAll('\\', '/')}`)
    .filter((name) => name.startsWith('/assets/') || name === '/mark.svg')
    .filter((name) => /\.\w+$/.test(name))
    .sort()

/** What the build puts into the service worker: what is kept of the reads, which files there are, and which build it is. */
export const serviceWorkerSlots = (files: readonly string[]): Readonly<Record<string, string>> => ({
  __KEPT_READS__: keptReads(),
  __BUILD_FILES__: JSON.stringify(files),
  // The names of the files carry what is in them.
  __BUILD__: createHash('sha256').update(files.join()).digest('hex').slice(0, 12),
})

/** Puts the build's own lists into the built service worker. @throws {Error} where it has no place for one */
export function fillServiceWorker(folder: string): void {
  const file = join(folder, 'sw.js')
  let text = readFileSync(file, 'utf8')
  for (const [slot, value] of Object.entries(serviceWorkerSlots(filesOf(folder)))) {
    if (!text.includes(slot)) throw new Error(`${file} has no ${slot}`)
    text = text.replaceAll(slot, value)
  }
  writeFileSync(file, text)
}
