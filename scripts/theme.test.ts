import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ROOT } from './build.ts'

const OWN_SIZE = /\btext-\[\d|fontSize=|\b(?:max|min)-\[\d+(?:px|rem)\]:/

test('no screen has a size of type or a width of its own beside those of the theme', () => {
  const screens = readdirSync(join(ROOT, 'web'), { recursive: true, encoding: 'utf8' }).filter((name) =>
    name.endsWith('.tsx'),
  )
  expect(screens.length).toBeGreaterThan(100)
  const own = screens.filter((name) => OWN_SIZE.test(readFileSync(join(ROOT, 'web', name), 'utf8')))
  expect(own).toEqual([])
})
