import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ENDPOINTS } from '../contract/api/index.ts'
import { MODEL_VERSION } from '../core/index.ts'
import { ROOT } from './build.ts'
import { FORMAT_FILES, FORMATS, modelNotes } from './formats.ts'
import { keptReads, serviceWorkerSlots } from './service-worker.ts'

const read = (...path: string[]): string => readFileSync(join(ROOT, ...path), 'utf8')

test.each(Object.keys(FORMAT_FILES))('docs/formats/%s is what the readers read', (name) => {
  expect(readFileSync(join(FORMATS, name), 'utf8')).toBe(FORMAT_FILES[name]!())
})

test('the model notes list every number with its value, unit and mark, and the version of the model', () => {
  const model = read('docs', 'model.md')
  expect(model).toBe(modelNotes(model))
  expect(model).toContain(`Model version ${MODEL_VERSION}`)
})

test('the README’s first screen shows the two commands, and every picture and page it links to is there', () => {
  const readme = read('README.md')
  const first = readme.split('\n').slice(0, 30).join('\n')
  expect(first).toContain('./etude start')
  expect(first).toContain('./etude test')
  for (const [, link] of readme.matchAll(/\]\((?!http)([^)#]+)/g)) expect(() => read(link!), link).not.toThrow()
  const pictures = readdirSync(join(ROOT, 'docs', 'screenshots'))
  expect(pictures.length).toBeLessThan(20)
  for (const picture of pictures) expect(readme).toContain(picture)
})

test('the service worker keeps exactly the reads that say so', () => {
  for (const slot of Object.keys(serviceWorkerSlots([]))) expect(read('web', 'public', 'sw.js')).toContain(slot)
  const kept = new RegExp(`^(${keptReads()})$`)
  for (const endpoint of ENDPOINTS) {
    const path = endpoint.path.replace(/:\w+/g, '00000000-0000-4000-8000-000000000001')
    expect(kept.test(path) && endpoint.method === 'get', `${endpoint.method} ${endpoint.path}`).toBe(
      endpoint.kind === 'read' && endpoint.kept,
    )
  }
})

test('every word of the glossary is a word of the code', () => {
  const files = ['core', 'contract', 'server', 'web'].flatMap((room) =>
    readdirSync(join(ROOT, room), { recursive: true, encoding: 'utf8' })
      .filter((path) => /\.tsx?$/.test(path))
      .map((path) => join(room, path)),
  )
  const words = new Set(files.flatMap((path) => read(path).match(/[\w-]+/g) ?? []))
  const inCode = [...read('docs', 'glossary.md').matchAll(/^\|[^|]+\|([^|]+)\|/gm)].flatMap(([, cell]) =>
    [...cell!.matchAll(/`([^`]+)`/g)].map(([, word]) => word!),
  )
  expect(inCode.length).toBeGreaterThan(40)
  expect(inCode.filter((word) => !word.includes('/') && !words.has(word.split('.').at(-1)!))).toEqual([])
})

test('every file that the pages name is there', () => {
  const pages = ['README.md', ...['architecture', 'devices', 'glossary', 'model'].map((page) => `docs/${page}.md`)]
  const named = pages.flatMap((page) =>
    [...read(page).matchAll(/(?:core|contract|server|web|cli|demo|test|scripts|e2e)\/[\w./-]+\.(?:tsx?|js)\b/g)].map(
      ([path]) => path,
    ),
  )
  expect(named.length).toBeGreaterThan(20)
  expect(named.filter((path) => !existsSync(join(ROOT, path)))).toEqual([])
})
