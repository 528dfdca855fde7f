import { describe, expect, test } from 'vitest'
import { cutOf, DEFAULT_HOUSE, planGroom } from '../../../core/index.ts'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../../test/fixtures/dogs.ts'
import { LEAST_MM, lengthsAsIs, lengthsOfLast, lengthsOfStyle, wishedLengths } from './part-lengths.ts'

const dog = { weightKg: 14, lengthMm: lengths(60, { ears: 70, tail: 80 }) }
const partsOf = (changes: Parameters<typeof anAssessment>[0]) => {
  const assessment = anAssessment({ dog, ...changes })
  return wishedLengths(
    assessment,
    cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!,
    DEFAULT_HOUSE,
  )
}

describe('lengths of the parts', () => {
  test('as wished, up to what the coat is; parts nobody wished for are as they are', () => {
    expect(
      partsOf({ wishes: { style: 'trim', targetMm: { body: 16 } } }).map(({ part, mm, mostMm }) => [part, mm, mostMm]),
    ).toEqual([
      ['body', 16, 60],
      ['legs', 16, 60],
      ['head', 19, 60],
      ['ears', 70, 70],
      ['tail', 80, 80],
    ])
    expect(partsOf({ wishes: { style: 'natural', targetMm: { body: 300 } } })[0]!.mm).toBe(60)
    expect(partsOf({ dog: { lengthMm: lengths(1) } })[0]!.mostMm).toBe(LEAST_MM)
  })
  test('where the verdict takes most of a part below the wish it says to what; a small place is no part', () => {
    const sheet = onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 })
    const felted = partsOf({
      dog: { ...dog, weightKg: 28 },
      wishes: { style: 'trim', targetMm: { body: 16 }, keepLength: 0 },
      sheet,
    })
    expect(felted.map(({ part, verdictMm }) => [part, verdictMm])).toEqual([
      ['body', 3.2],
      ['legs', 3.2],
      ['head', null],
      ['ears', null],
      ['tail', null],
    ])
    const spot = onRegions(cleanSheet(), ['armpit'], { mat: 3, extent: 1, standoffMm: 3 })
    expect(
      partsOf({ wishes: { style: 'trim', targetMm: { body: 16 } }, sheet: spot }).every(
        ({ verdictMm }) => verdictMm === null,
      ),
    ).toBe(true)
  })
})

describe('lengths that come whole', () => {
  const assessment = anAssessment({ dog, wishes: { style: 'natural', targetMm: { body: 30 } } })
  test('a style names body, legs and head, whatever was wished before; ears and tail stay', () => {
    expect(lengthsOfStyle('trim', assessment, DEFAULT_HOUSE)).toEqual(lengths(16, { head: 19, ears: 70, tail: 80 }))
    expect(lengthsOfStyle('short', assessment, DEFAULT_HOUSE)).toMatchObject({ body: 6, head: 10 })
    expect(lengthsOfStyle('puppy', assessment, DEFAULT_HOUSE)).toMatchObject({ body: 25, head: 32 })
  })
  test('as last time, where the coat is still as long; as it is', () => {
    expect(lengthsOfLast(lengths(13, { ears: 90 }), assessment)).toEqual(lengths(13, { ears: 70 }))
    expect(lengthsAsIs(assessment)).toEqual(dog.lengthMm)
  })
})
