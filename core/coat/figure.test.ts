import { describe, expect, test } from 'vitest'
import { BREEDS, crossId, findBreed } from './breeds.ts'
import {
  COAT_COLOURS,
  EAR_CARRIAGES,
  type Figure,
  figureOf,
  MUZZLE_KINDS,
  NAMED_BREEDS,
  PLAIN_FIGURE,
  TAIL_CARRIAGES,
} from './figure.ts'

const of = (breed: string): Figure => {
  const { coatType, weightKg } = BREEDS.find(({ id }) => id === breed)!
  return figureOf({ breed, coatType, weightKg: weightKg[0] })
}

describe('what a dog looks like', () => {
  // Common knowledge of these breeds.
  test.each([
    ['samoyed', { ears: 'upright', tail: 'curled', colour: 'white' }],
    ['pembroke-corgi', { ears: 'upright', tail: 'short', colour: 'red', build: 'short-legged' }],
    ['whippet', { ears: 'folded', tail: 'whip', muzzle: 'long' }],
    ['pug', { ears: 'folded', tail: 'curled', muzzle: 'short' }],
    ['scottish-terrier', { ears: 'upright', muzzle: 'bearded', colour: 'black' }],
    ['cocker-spaniel', { ears: 'hanging', tail: 'plumed', muzzle: 'usual' }],
    ['bernese-mountain-dog', { ears: 'hanging', colour: 'parti', build: 'heavy' }],
    ['miniature-schnauzer', { muzzle: 'bearded', colour: 'grey' }],
  ] as const)('%s', (breed, looks) => expect(of(breed)).toMatchObject(looks))

  test('what is seen on this dog stands over its breed; a cross takes after its first parent', () => {
    const seen = { colour: 'black', ears: 'folded' } as const
    expect(figureOf({ breed: 'samoyed', coatType: 'double', weightKg: 20, figure: seen })).toMatchObject({
      ...seen,
      tail: 'curled',
    })
    const cross = crossId('samoyed', 'pug')
    expect(figureOf({ breed: cross, coatType: 'double', weightKg: 14 })).toMatchObject({
      ears: 'upright',
      muzzle: 'short',
    })
  })

  test('a dog of no known breed is plain, and every look belongs to some breed', () => {
    expect(figureOf({ coatType: 'curly', weightKg: 12 })).toEqual(PLAIN_FIGURE)
    const figures = BREEDS.map(({ id }) => of(id))
    for (const ears of EAR_CARRIAGES)
      expect(
        figures.some((one) => one.ears === ears),
        ears,
      ).toBe(true)
    for (const tail of TAIL_CARRIAGES)
      expect(
        figures.some((one) => one.tail === tail),
        tail,
      ).toBe(true)
    for (const muzzle of MUZZLE_KINDS)
      expect(
        figures.some((one) => one.muzzle === muzzle),
        muzzle,
      ).toBe(true)
    for (const colour of COAT_COLOURS)
      expect(
        figures.some((one) => one.colour === colour),
        colour,
      ).toBe(true)
  })

  test('every breed that a list names is one of the table', () => {
    expect(NAMED_BREEDS.filter((id) => !findBreed(id))).toEqual([])
  })
})
