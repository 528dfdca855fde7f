import { describe, expect, test } from 'vitest'
import { LIBRARY, PART_IDS, PART_SHAPES } from '../../core/index.ts'
import { type OwnPattern, readPatternsFile, writePatternsFile } from './patterns-file.ts'
import { BadInput } from './problem.ts'

const own = (more: Partial<OwnPattern> = {}): OwnPattern => ({
  name: 'Harbour clip',
  coats: ['curly', 'cotton'],
  puppy: false,
  perWeek: 2,
  weeks: 7,
  pattern: { body: { shape: 'length', mm: 10 }, feet: { shape: 'round' } },
  ...more,
})
const paths = (patterns: readonly object[]): string[] => {
  try {
    readPatternsFile(JSON.stringify({ format: 'etude.patterns/1', patterns }))
    return []
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return error.issues.map(({ path }) => path)
  }
}

describe('a file of patterns', () => {
  test('what is written is read back as it was: every pattern that ships, and one of a salon', () => {
    const all = [own(), ...LIBRARY.map(({ id, coats, ...rest }) => own({ ...rest, coats: [...coats], name: id }))]
    expect(readPatternsFile(writePatternsFile(all))).toEqual(all)
  })
  test('everything wrong is told by its place', () => {
    expect(paths([own({ name: ' ' })])).toEqual(['patterns[0].name'])
    expect(paths([own(), own({ name: 'HARBOUR CLIP' })])).toEqual(['patterns[1].name'])
    expect(paths([own({ pattern: {} })])).toEqual(['patterns[0].pattern'])
    expect(paths([own({ pattern: { feet: { shape: 'square' } } })])).toEqual(['patterns[0].pattern.feet.shape'])
    expect(paths([own({ pattern: { feet: { shape: 'round', mm: 10 } } })])).toEqual(['patterns[0].pattern.feet.mm'])
    expect(paths([own({ coats: ['double'], pattern: { feet: { shape: 'clean' } } })])).toEqual([
      'patterns[0].pattern.feet.shape',
    ])
    expect(paths([own({ coats: [] })])).toEqual(['patterns[0].coats'])
    expect(
      paths([
        { ...own(), weeks: 0 },
        { ...own(), perWeek: 40 },
      ]),
    ).toEqual(['patterns[0].weeks', 'patterns[1].perWeek'])
    expect(paths([{ ...own(), pattern: { wings: { shape: 'round' } } }])).toEqual(['patterns[0].pattern'])
  })
  test.each(['', '{', '[]', '{"format":"etude.assessment/1","patterns":[]}', '{"format":"etude.patterns/1"}'])(
    'what is no such file is refused: %s',
    (text) => expect(() => readPatternsFile(text)).toThrow(BadInput),
  )
  test('every shape of every part can stand in one', () => {
    for (const part of PART_IDS)
      for (const [shape, { coats }] of Object.entries(PART_SHAPES[part]))
        expect(paths([own({ pattern: { [part]: { shape } }, coats: [[...(coats ?? ['curly'])][0]!] })])).toEqual([])
  })
})
