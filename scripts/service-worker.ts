import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ENDPOINTS } from '../contract/api/index.ts'

const SLOT = '__KEPT_READS__'

/** The paths of what is kept on a device, as one alternation of a regular expression. */
export const keptReads = (): string =>
  ENDPOINTS.filter((endpoint) => endpoint.kind === 'read' && endpoint.kept)
    .map(({ path }) => path.replaceAll('/', '\\/').replace(/:\w+/g, '[^/]+'))
    .join('|')

/** Puts the list of what is kept into the built service worker. @throws {Error} where it has no place for it */
export function fillServiceWorker(folder: string): void {
  const file = join(folder, 'sw.js')
  const text = readFileSync(file, 'utf8')
  if (!text.includes(SLOT)) throw new Error(`${file} has no ${SLOT}`)
  writeFileSync(file, text.replace(SLOT, keptReads()))
}
