import type { CoatType } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { isPuppy } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import { notFor, type Pattern } from './pattern.ts'

/** A pattern of the house's library, and what it asks of the owner [est]. */
export interface LibraryPattern {
  readonly id: string
  readonly pattern: Pattern
  readonly coats: readonly CoatType[]
  /** For youngsters whose hair is only tidied. */
  readonly puppy: boolean
  /** Brushings a week that keep it free, and weeks until it wants doing again. */
  readonly perWeek: number
  readonly weeks: number
}

const CURLED: readonly CoatType[] = ['curly', 'cotton']
const DROP: readonly CoatType[] = ['silky', 'drop-double']
const PET: readonly CoatType[] = [...CURLED, ...DROP]
const row = (
  id: string,
  on: readonly CoatType[],
  perWeek: number,
  weeks: number,
  pattern: Pattern,
  puppy = false,
): LibraryPattern => ({ id, coats: on, perWeek, weeks, pattern, puppy })

const legs = (shape: string, mm?: Millimetres): Pick<Pattern, 'forelegs' | 'hindlegs'> => {
  const choice = mm === undefined ? { shape } : { shape, mm }
  return { forelegs: choice, hindlegs: choice }
}
const one = (mm: Millimetres): Pattern => ({
  body: { shape: 'length', mm },
  skirt: { shape: 'none' },
  chest: { shape: 'as-body' },
  ...legs('length', mm),
  rear: { shape: 'as-body' },
  head: { shape: 'length' },
  face: { shape: 'length' },
})

/** About twenty ways to cut a dog, named by what they are. Common practice; lengths and upkeep ours [est]. */
export const LIBRARY: readonly LibraryPattern[] = [
  row('one-length-short', PET, 0, 8, {
    ...one(6),
    feet: { shape: 'tidy' },
    ears: { shape: 'clipped' },
    tail: { shape: 'clipped' },
  }),
  row('one-length-round-feet', PET, 1, 8, {
    ...one(13),
    feet: { shape: 'round' },
    ears: { shape: 'scissored-round' },
    tail: { shape: 'natural' },
    eyes: { shape: 'cleared' },
  }),
  row('one-length-long', PET, 3, 6, {
    ...one(25),
    feet: { shape: 'round' },
    ears: { shape: 'natural' },
    tail: { shape: 'flag' },
    eyes: { shape: 'cleared' },
  }),
  row('short-body-full-legs', PET, 3, 6, {
    ...one(10),
    ...legs('column', 25),
    feet: { shape: 'round' },
    head: { shape: 'round', mm: 25 },
    face: { shape: 'round', mm: 19 },
    ears: { shape: 'natural' },
    tail: { shape: 'half-moon' },
  }),
  row('short-body-skirt', [...DROP, 'feathered'], 3, 8, {
    ...one(10),
    skirt: { shape: 'shaped' },
    ...legs('feather-kept'),
    feet: { shape: 'round' },
    tail: { shape: 'flag' },
    ears: { shape: 'natural' },
  }),
  row('round-head-scissored', CURLED, 4, 6, {
    body: { shape: 'scissored', mm: 25 },
    skirt: { shape: 'none' },
    ...legs('column', 32),
    feet: { shape: 'round' },
    rear: { shape: 'angled', mm: 25 },
    tail: { shape: 'natural' },
    ears: { shape: 'scissored-round' },
    head: { shape: 'round', mm: 32 },
    face: { shape: 'round', mm: 25 },
    eyes: { shape: 'cleared' },
  }),
  row('clean-face-top-knot', ['curly'], 3, 6, {
    ...one(13),
    ...legs('column', 25),
    feet: { shape: 'clean' },
    tail: { shape: 'pompon' },
    ears: { shape: 'natural' },
    head: { shape: 'top-knot' },
    face: { shape: 'clean' },
    muzzle: { shape: 'clean' },
    throat: { shape: 'clean-v' },
  }),
  row('clean-face-short', ['curly'], 1, 8, {
    ...one(10),
    feet: { shape: 'clean' },
    tail: { shape: 'clipped' },
    ears: { shape: 'clipped-tasselled' },
    head: { shape: 'smooth' },
    face: { shape: 'clean' },
    muzzle: { shape: 'clean' },
    throat: { shape: 'clean-v' },
  }),
  row('pet-with-moustache', CURLED, 2, 7, {
    ...one(13),
    feet: { shape: 'cat' },
    muzzle: { shape: 'moustache-round' },
    head: { shape: 'round', mm: 19 },
    ears: { shape: 'shorter' },
    tail: { shape: 'half-moon' },
  }),
  row('spaniel-pet', ['feathered'], 2, 8, {
    body: { shape: 'length', mm: 6 },
    skirt: { shape: 'shaped' },
    chest: { shape: 'longer' },
    ...legs('feather-kept'),
    hock: { shape: 'straight-down' },
    feet: { shape: 'round' },
    tail: { shape: 'flag' },
    ears: { shape: 'top-third' },
    head: { shape: 'flat' },
    face: { shape: 'short' },
    throat: { shape: 'clean-v' },
  }),
  row('spaniel-short', ['feathered'], 0, 10, {
    ...one(6),
    feet: { shape: 'tidy' },
    tail: { shape: 'clipped' },
    ears: { shape: 'clipped' },
    head: { shape: 'flat' },
    face: { shape: 'short' },
    throat: { shape: 'clean-v' },
  }),
  row('feathers-tidied', ['feathered'], 2, 10, {
    body: { shape: 'natural' },
    skirt: { shape: 'shaped' },
    ...legs('feather-kept'),
    hock: { shape: 'flag' },
    feet: { shape: 'hare' },
    rear: { shape: 'breeches-kept' },
    tail: { shape: 'flag' },
    ears: { shape: 'scissored-straight' },
  }),
  row('terrier-clipped', ['wire'], 1, 8, {
    body: { shape: 'length', mm: 10 },
    skirt: { shape: 'shaped' },
    ...legs('tidy'),
    feet: { shape: 'round' },
    tail: { shape: 'carrot' },
    ears: { shape: 'top-third' },
    head: { shape: 'flat' },
    face: { shape: 'short' },
    throat: { shape: 'clean-v' },
    muzzle: { shape: 'beard' },
    eyes: { shape: 'visor' },
  }),
  row('terrier-stripped', ['wire'], 1, 12, {
    body: { shape: 'stripped' },
    ...legs('tidy'),
    feet: { shape: 'cat' },
    tail: { shape: 'carrot' },
    ears: { shape: 'stripped' },
    muzzle: { shape: 'beard' },
    eyes: { shape: 'visor' },
  }),
  row('terrier-brows', ['wire'], 2, 8, {
    body: { shape: 'length', mm: 10 },
    ...legs('tidy'),
    feet: { shape: 'round' },
    head: { shape: 'split-brow' },
    face: { shape: 'short' },
    throat: { shape: 'clean-v' },
    eyes: { shape: 'visor' },
    muzzle: { shape: 'moustache-round' },
    ears: { shape: 'tip' },
  }),
  row('terrier-round-head', ['wire'], 2, 8, {
    body: { shape: 'length', mm: 13 },
    skirt: { shape: 'shaped' },
    ...legs('tidy'),
    feet: { shape: 'round' },
    tail: { shape: 'carrot' },
    head: { shape: 'round', mm: 32 },
    face: { shape: 'round', mm: 25 },
    ears: { shape: 'tip' },
    eyes: { shape: 'cleared' },
  }),
  row('double-tidy', ['double', 'drop-double'], 1, 10, {
    body: { shape: 'natural' },
    skirt: { shape: 'shaped' },
    feet: { shape: 'tidy' },
    hock: { shape: 'close' },
    rear: { shape: 'thinned-beneath' },
    tail: { shape: 'natural' },
    ears: { shape: 'scissored-round' },
  }),
  row('double-tidy-ring', ['double'], 1, 10, {
    body: { shape: 'natural' },
    feet: { shape: 'cat' },
    hock: { shape: 'close' },
    rear: { shape: 'thinned-beneath' },
    tail: { shape: 'ring' },
  }),
  row('long-and-tied', DROP, 7, 4, {
    body: { shape: 'natural' },
    skirt: { shape: 'kept' },
    ...legs('natural'),
    feet: { shape: 'tidy' },
    ears: { shape: 'natural' },
    tail: { shape: 'natural' },
    head: { shape: 'tied' },
  }),
  row('long-outline-tidied', [...DROP, 'curly', 'cotton'], 5, 6, {
    body: { shape: 'tidy' },
    skirt: { shape: 'shaped' },
    ...legs('tidy'),
    feet: { shape: 'tidy' },
    ears: { shape: 'scissored-straight' },
    eyes: { shape: 'cleared' },
  }),
  row('smooth-face-long-veil', ['silky'], 4, 8, {
    body: { shape: 'saddle' },
    skirt: { shape: 'kept' },
    feet: { shape: 'hare' },
    face: { shape: 'short' },
    throat: { shape: 'short-under-ears' },
    head: { shape: 'natural' },
    ears: { shape: 'natural' },
    tail: { shape: 'natural' },
  }),
  row(
    'puppy-tidy',
    [...PET, 'feathered', 'wire', 'double'],
    3,
    4,
    { body: { shape: 'natural' }, feet: { shape: 'tidy' }, eyes: { shape: 'cleared' }, tail: { shape: 'natural' } },
    true,
  ),
]

/**
 * Patterns that suit a dog: its coat carries them, and a youngster's hair is only tidied.
 * @param own the salon's, offered before those that ship
 */
export const patternsFor = <Own extends LibraryPattern = LibraryPattern>(
  { dog }: Pick<Assessment, 'dog'>,
  house: House,
  own: readonly Own[] = [],
): (Own | LibraryPattern)[] =>
  [...own, ...LIBRARY].filter(
    ({ coats, pattern, puppy }) =>
      coats.includes(dog.coatType) && notFor(pattern, dog.coatType).length === 0 && (puppy || !isPuppy(dog, house)),
  )
