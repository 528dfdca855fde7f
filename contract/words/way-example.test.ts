import { expect, test } from 'vitest'
import { DEFAULT_HOUSE, DEFAULT_SCHOOLS, SCHOOL_IDS, SCHOOLS } from '../../core/index.ts'
import { readAssessment } from '../formats/read-assessment.ts'
import { SCHOOL_GROUPS, SCHOOL_WORDS } from './index.ts'
import { USUAL_DOGS } from './usual-dogs.ts'
import { exampleFor, waysOn } from './way-example.ts'

test('the usual dogs read as files of the format, each with a name of its own', () => {
  for (const file of USUAL_DOGS) expect(() => readAssessment(file), file.dog.name).not.toThrow()
  expect(new Set(USUAL_DOGS.map(({ dog }) => dog.name)).size).toBe(USUAL_DOGS.length)
})

test.each(SCHOOL_IDS)('%s: some usual dog shows what every other way would change', (id) => {
  const missing = new Set<string>(SCHOOLS[id].filter((option) => option !== DEFAULT_SCHOOLS[id]))
  for (const file of USUAL_DOGS) {
    if (missing.size === 0) break
    const ways = waysOn(file, id, {}, DEFAULT_HOUSE)
    const said = (option: string): string =>
      JSON.stringify({ ...ways?.find((way) => way.option === option), option: '' })
    for (const option of missing) if (ways && said(option) !== said(DEFAULT_SCHOOLS[id])) missing.delete(option)
  }
  expect([...missing]).toEqual([])
})

test('a dog that a row does not touch is passed over for one that it does', () => {
  const smooth = { ...USUAL_DOGS[0]!, dog: { coatType: 'smooth' as const, weightKg: 12, name: 'Plain' } }
  expect(waysOn(smooth, 'wire', {}, DEFAULT_HOUSE)).toBeNull()
  const example = exampleFor([smooth, ...USUAL_DOGS], 'wire', {}, DEFAULT_HOUSE)!
  expect(example.name).toMatch(/wire/)
  expect(example.ways.map(({ option }) => option)).toEqual([...SCHOOLS.wire])
  expect(exampleFor([smooth], 'wire', {}, DEFAULT_HOUSE)).toBeNull()
})

test('the way in force says nothing that it does not say itself; the others say what is new', () => {
  const { ways } = exampleFor(USUAL_DOGS, 'nails-when', { 'nails-when': 'wet-last' }, DEFAULT_HOUSE)!
  expect(ways.find(({ option }) => option === 'wet-last')).toMatchObject({ others: [], without: [] })
  expect(ways.some(({ others }) => others.length > 0)).toBe(true)
})

test('every row stands in one group, and each side says one sentence for itself', () => {
  expect(SCHOOL_GROUPS.flatMap(([, ids]) => ids).toSorted()).toEqual([...SCHOOL_IDS].toSorted())
  for (const id of SCHOOL_IDS) {
    const options = SCHOOL_WORDS[id].options as Readonly<Record<string, readonly [string, string]>>
    expect(Object.keys(options), id).toEqual([...SCHOOLS[id]])
    for (const [label, why] of Object.values(options)) {
      expect(label.length, `${id}: ${label}`).toBeLessThan(48)
      expect(why, `${id}: ${label}`).toMatch(/^[A-Z].*\.$/)
    }
  }
})
