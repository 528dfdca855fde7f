import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { create } from 'fontkit'
import { expect, test } from 'vitest'
import { sfntOf } from './sfnt.ts'

const FILES = dirname(createRequire(import.meta.url).resolve('@fontsource/onest/files/onest-latin-400-normal.woff'))
const used = readdirSync(FILES).filter((name) => /onest-(latin|latin-ext|cyrillic)-(400|700)-normal\.woff$/.test(name))

// Read by fontkit, which reads both kinds by itself.
test.each(used)('%s unpacked is the same font: glyphs, widths and outlines', (name) => {
  const woff = readFileSync(join(FILES, name))
  const packed = create(woff)
  const plain = create(sfntOf(woff))
  if (!('numGlyphs' in packed) || !('numGlyphs' in plain)) throw new Error('a font, not a collection')
  expect(plain.postscriptName).toBe(packed.postscriptName)
  expect(plain.numGlyphs).toBe(packed.numGlyphs)
  expect(plain.characterSet).toEqual(packed.characterSet)
  expect(packed.characterSet.length).toBeGreaterThan(20)
  for (const code of packed.characterSet.slice(0, 120)) {
    const [a, b] = [packed, plain].map((font) => font.glyphForCodePoint(code))
    expect(b!.advanceWidth, `U+${code.toString(16)}`).toBe(a!.advanceWidth)
    expect(b!.path.toSVG(), `U+${code.toString(16)}`).toBe(a!.path.toSVG())
  }
})

test('tables lie on four bytes, and the search fields are those of their count', () => {
  const sfnt = sfntOf(readFileSync(join(FILES, used[0]!)))
  const count = sfnt.readUInt16BE(4)
  expect(count).toBeGreaterThan(8)
  const power = 2 ** Math.floor(Math.log2(count))
  expect([sfnt.readUInt16BE(6), sfnt.readUInt16BE(8), sfnt.readUInt16BE(10)]).toEqual([
    power * 16,
    Math.log2(power),
    (count - power) * 16,
  ])
  for (let i = 0; i < count; i++) {
    const offset = sfnt.readUInt32BE(12 + i * 16 + 8)
    expect(offset % 4).toBe(0)
    expect(offset + sfnt.readUInt32BE(12 + i * 16 + 12)).toBeLessThanOrEqual(sfnt.length)
  }
})

test('anything else is refused by what it begins with', () => {
  expect(() => sfntOf(Buffer.from('wOF2 and what follows it, long enough to hold a header of forty-four'))).toThrow(
    'sfntOf takes a WOFF 1.0 file, got one that begins with wOF2',
  )
  expect(() => sfntOf(Buffer.alloc(3))).toThrow('sfntOf takes a WOFF 1.0 file')
})
