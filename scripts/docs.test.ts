import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { MODEL_VERSION } from '../core/index.ts'
import { ROOT } from './build.ts'
import { FORMAT_FILES, FORMATS, modelNotes } from './formats.ts'

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
