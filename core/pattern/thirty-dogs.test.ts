import { expect, test } from 'vitest'
import { anAssessment, lengths } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { cutOf } from '../cut/cut.ts'
import type { Cut } from '../cut/shape.ts'
import { planWhole } from '../groom/whole.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'
import { LIBRARY } from './library.ts'
import type { Pattern } from './pattern.ts'

/*
 * Thirty dogs with the cut a groomer names for them, and what they would expect to read at the table: common practice of
 * the trade, from memory. Length is what stays, mm; `ends` is a little off the ends by hand, `-` no line at all, `*` any
 * tool.
 */
type By = 'comb' | 'blade' | 'shears' | 'hands' | '*'
type Wanted = readonly [region: RegionId, by: By | '-' | 'ends', mm?: number]
type Dog = NonNullable<Parameters<typeof anAssessment>[0]>['dog']

const curly = (weightKg: number): Dog => ({ coatType: 'curly', weightKg })
const wire = (weightKg: number): Dog => ({ coatType: 'wire', weightKg, jacket: 'past' })
const legs = (shape: string, mm?: number): Pattern => {
  const choice = mm === undefined ? { shape } : { shape, mm }
  return { forelegs: choice, hindlegs: choice }
}
const length = (mm: number) => ({ shape: 'length', mm })

const DOGS: readonly (readonly [
  name: string,
  dog: Dog,
  mm: number,
  pattern: string | Pattern,
  wanted: readonly Wanted[],
])[] = [
  [
    'a miniature poodle, clean face and top-knot',
    curly(7),
    45,
    'clean-face-top-knot',
    [
      ['back', 'comb', 13],
      ['foreleg', 'shears', 25],
      ['cheek', 'blade', 0.6],
      ['muzzle', 'blade', 0.6],
      ['throat', 'blade', 0.6],
      ['crown', 'ends'],
      ['front-paw', 'blade', 1.2],
    ],
  ],
  [
    'a toy poodle, short all over with a clean face',
    curly(3),
    45,
    'clean-face-short',
    [
      ['back', 'comb', 10],
      ['hindleg', 'comb', 10],
      ['crown', 'blade', 1.5],
      ['cheek', 'blade', 0.6],
      ['tail', 'comb', 10],
    ],
  ],
  [
    'a cockapoo, one length and round feet',
    curly(10),
    55,
    'one-length-round-feet',
    [
      ['back', 'comb', 13],
      ['foreleg', 'comb', 13],
      ['crown', 'comb', 16],
      ['cheek', '*', 16],
      ['muzzle', '*', 16],
      ['eyes', 'shears', 16],
      ['front-paw', 'shears', 16],
      ['tail', '-'],
    ],
  ],
  [
    'a cavapoo, short body and full legs',
    curly(7),
    50,
    'short-body-full-legs',
    [
      ['back', 'comb', 10],
      ['foreleg', 'shears', 25],
      ['crown', 'shears', 25],
      ['cheek', 'shears', 19],
      ['muzzle', '*', 19],
      ['tail', 'ends'],
      ['ear-outer', '-'],
    ],
  ],
  [
    'a labradoodle, one length left long',
    curly(26),
    70,
    'one-length-long',
    [
      ['back', 'comb', 25],
      ['hindleg', 'comb', 25],
      ['crown', 'comb', 32],
      ['ear-outer', '-'],
      ['belly', 'comb', 25],
    ],
  ],
  [
    'a bichon, scissored with a round head',
    { coatType: 'cotton', weightKg: 6 },
    60,
    'round-head-scissored',
    [
      ['back', 'shears', 25],
      ['foreleg', 'shears', 32],
      ['crown', 'shears', 32],
      ['cheek', 'shears', 25],
      ['eyes', 'shears', 25],
      ['ear-outer', 'ends'],
    ],
  ],
  [
    'a maltipoo with a round moustache',
    { coatType: 'cotton', weightKg: 4 },
    50,
    'pet-with-moustache',
    [
      ['back', 'comb', 13],
      ['muzzle', 'shears', 25],
      ['crown', 'shears', 19],
      ['ear-outer', 'shears', 25],
      ['front-paw', 'shears', 6],
    ],
  ],
  [
    'a coton, short all over',
    { coatType: 'cotton', weightKg: 5 },
    60,
    'one-length-short',
    [
      ['back', 'comb', 6],
      ['foreleg', 'comb', 6],
      ['crown', 'comb', 10],
      ['ear-outer', 'comb', 3],
      ['tail', 'comb', 6],
    ],
  ],
  [
    'a maltese, long with the head tied',
    { coatType: 'silky', weightKg: 3 },
    80,
    'long-and-tied',
    [
      ['back', '-'],
      ['foreleg', '-'],
      ['crown', 'hands', 80],
      ['front-paw', 'ends'],
      ['sanitary', '*', 1.5],
    ],
  ],
  [
    'a yorkshire terrier, short all over',
    { coatType: 'silky', weightKg: 3 },
    60,
    'one-length-short',
    [
      ['back', 'comb', 6],
      ['crown', 'comb', 10],
      ['tail', 'comb', 6],
    ],
  ],
  [
    'an afghan, smooth face and long veil',
    { coatType: 'silky', weightKg: 24 },
    120,
    'smooth-face-long-veil',
    [
      ['back', 'hands', 120],
      ['belly', '-'],
      ['foreleg', '-'],
      ['cheek', '*', 6],
      ['crown', '-'],
      ['ear-outer', '-'],
    ],
  ],
  [
    'a havanese, long with its outline tidied',
    { coatType: 'silky', weightKg: 5 },
    80,
    'long-outline-tidied',
    [
      ['back', 'ends'],
      ['belly', 'ends'],
      ['foreleg', 'ends'],
      ['ear-outer', 'ends'],
      ['crown', '-'],
    ],
  ],
  [
    'a shih tzu, one length and round feet',
    { coatType: 'drop-double', weightKg: 6 },
    60,
    'one-length-round-feet',
    [
      ['back', 'comb', 13],
      ['crown', 'comb', 16],
      ['muzzle', '*', 16],
      ['front-paw', 'shears', 16],
    ],
  ],
  [
    'a lhasa, short body and a skirt',
    { coatType: 'drop-double', weightKg: 7 },
    80,
    'short-body-skirt',
    [
      ['back', 'comb', 10],
      ['side', 'comb', 10],
      ['belly', 'ends'],
      ['foreleg', 'ends'],
      ['tail', 'ends'],
    ],
  ],
  [
    'a tibetan terrier, long with its outline tidied',
    { coatType: 'drop-double', weightKg: 11 },
    90,
    'long-outline-tidied',
    [
      ['back', 'ends'],
      ['hindleg', 'ends'],
      ['chest', '-'],
    ],
  ],
  [
    'a cocker, spaniel pet trim',
    { coatType: 'feathered', weightKg: 13 },
    45,
    'spaniel-pet',
    [
      ['back', 'comb', 6],
      ['chest', 'comb', 10],
      ['foreleg', 'ends'],
      ['throat', 'blade', 1.5],
      ['cheek', '*', 6],
      ['crown', 'comb', 10],
      ['ear-outer', 'comb', 3],
      ['tail', 'ends'],
    ],
  ],
  [
    'a springer, short',
    { coatType: 'feathered', weightKg: 20 },
    45,
    'spaniel-short',
    [
      ['back', 'comb', 6],
      ['foreleg', 'comb', 6],
      ['throat', 'blade', 1.5],
      ['ear-outer', 'comb', 3],
      ['tail', 'comb', 6],
    ],
  ],
  [
    'a setter, feathers tidied',
    { coatType: 'feathered', weightKg: 28 },
    50,
    'feathers-tidied',
    [
      ['back', '-'],
      ['belly', 'ends'],
      ['foreleg', 'ends'],
      ['tail', 'ends'],
      ['breeches', '-'],
      ['front-paw', 'ends'],
    ],
  ],
  [
    'a westie with a round head',
    wire(8),
    50,
    'terrier-round-head',
    [
      ['back', 'comb', 13],
      ['crown', 'shears', 32],
      ['cheek', 'shears', 25],
      ['foreleg', 'ends'],
      ['tail', 'shears', 13],
      ['ear-outer', 'blade', 1.5],
    ],
  ],
  [
    'a fox terrier, clipped',
    wire(8),
    50,
    'terrier-clipped',
    [
      ['back', 'comb', 10],
      ['cheek', '*', 6],
      ['throat', 'blade', 1.5],
      ['muzzle', 'ends'],
      ['crown', 'comb', 10],
      ['foreleg', 'ends'],
    ],
  ],
  [
    'a schnauzer with two brows',
    wire(7),
    45,
    'terrier-brows',
    [
      ['back', 'comb', 10],
      ['crown', 'comb', 10],
      ['cheek', '*', 6],
      ['muzzle', 'shears', 25],
      ['eyes', 'ends'],
      ['foreleg', 'ends'],
    ],
  ],
  [
    'a border terrier, stripped',
    { coatType: 'wire', weightKg: 6, jacket: 'ready' },
    35,
    'terrier-stripped',
    [
      ['back', '-'],
      ['side', '-'],
      ['front-paw', 'shears', 6],
      ['tail', 'shears', 13],
      ['muzzle', 'ends'],
    ],
  ],
  [
    'a golden, double coat tidy',
    { coatType: 'double', weightKg: 30 },
    50,
    'double-tidy',
    [
      ['back', '-'],
      ['side', '-'],
      ['breeches', 'ends'],
      ['ear-outer', 'ends'],
      ['front-paw', 'ends'],
      ['tail', '-'],
    ],
  ],
  [
    'a samoyed, tidy with close feet',
    { coatType: 'double', weightKg: 22 },
    70,
    'double-tidy-ring',
    [
      ['back', '-'],
      ['neck', '-'],
      ['breeches', 'ends'],
      ['front-paw', 'shears', 6],
    ],
  ],
  // As they are said aloud at the desk.
  [
    'seven on the body, skirt off, top-knot kept, face clean',
    curly(12),
    50,
    {
      body: length(3),
      ...legs('length', 13),
      skirt: { shape: 'off' },
      head: { shape: 'top-knot' },
      face: { shape: 'clean' },
      muzzle: { shape: 'clean' },
    },
    [
      ['back', '*', 3],
      ['belly', '*', 3],
      ['crown', 'ends'],
      ['cheek', 'blade', 0.6],
      ['foreleg', 'comb', 13],
    ],
  ],
  [
    'half an inch, round feet, the head a step longer',
    curly(12),
    50,
    {
      body: length(13),
      ...legs('length', 13),
      feet: { shape: 'round' },
      head: { shape: 'length' },
      face: { shape: 'length' },
    },
    [
      ['back', 'comb', 13],
      ['front-paw', 'shears', 16],
      ['crown', 'comb', 16],
      ['cheek', '*', 16],
    ],
  ],
  [
    'a long comb everywhere, ears and tail grow out',
    { coatType: 'drop-double', weightKg: 9 },
    80,
    {
      body: length(25),
      ...legs('length', 25),
      skirt: { shape: 'none' },
      ears: { shape: 'natural' },
      tail: { shape: 'natural' },
    },
    [
      ['back', 'comb', 25],
      ['belly', 'comb', 25],
      ['ear-outer', '-'],
      ['tail', '-'],
    ],
  ],
  [
    'half-moon tail and ears, hair left behind the hock',
    { coatType: 'feathered', weightKg: 14 },
    50,
    {
      body: length(6),
      ...legs('feather-kept'),
      hock: { shape: 'flag' },
      tail: { shape: 'half-moon' },
      ears: { shape: 'scissored-round' },
    },
    [
      ['back', 'comb', 6],
      ['tail', 'ends'],
      ['ear-outer', 'ends'],
      ['hindleg', 'ends'],
    ],
  ],
  [
    'a doodle pup for its first time',
    { ...curly(9), ageMonths: 4 },
    40,
    'puppy-tidy',
    [
      ['back', '-'],
      ['foreleg', '-'],
      ['front-paw', 'ends'],
      ['eyes', 'ends'],
      ['tail', '-'],
    ],
  ],
  [
    'a wool coat with its armpits left and a beard kept',
    curly(15),
    50,
    {
      body: length(16),
      ...legs('column', 25),
      armpits: { shape: 'leave' },
      muzzle: { shape: 'beard' },
      head: { shape: 'round', mm: 25 },
    },
    [
      ['back', 'comb', 16],
      ['armpit', '-'],
      ['muzzle', 'ends'],
      ['crown', 'shears', 25],
      ['foreleg', 'shears', 25],
    ],
  ],
]

const NEAR_MM = 0.5
const said = ({ lines }: Cut, region: RegionId): string => {
  const own = lines.filter(({ index, part }) => REGION_SIDES[index]!.region === region && part !== 'pads')
  // The place itself; where only its upper or lower end is cut, or its opening, that.
  const line = own.find(({ part }) => part === 'coat') ?? own[0]
  return line ? `${line.tool.kind} ${line.leavesMm}` : '-'
}

test('they are thirty', () => expect(DOGS).toHaveLength(30))

test.each(DOGS)('%s', (_, dog, mm, of, wanted) => {
  const pattern = typeof of === 'string' ? LIBRARY.find(({ id }) => id === of)!.pattern : of
  const stripped = pattern.body?.shape === 'stripped'
  const assessment = anAssessment({
    dog: { temperament: 'easy', ...dog, lengthMm: lengths(mm) },
    wishes: { style: stripped ? 'strip' : 'trim', pattern },
  })
  const cut = cutOf(assessment, planWhole(assessment, HOUSE), HOUSE)!
  for (const [region, by, toMm] of wanted) {
    const got = said(cut, region)
    const at = `${region}: ${got}`
    if (by === '-') {
      expect(got, at).toBe('-')
      continue
    }
    const [kind, leaves] = got.split(' ') as [string, string]
    if (by === 'ends') {
      // Not more than a tenth, and never by a clipper.
      expect(['shears', 'other'], at).toContain(kind)
      expect(Number(leaves), at).toBeGreaterThanOrEqual(0.88 * mm)
      expect(Number(leaves), at).toBeLessThan(mm)
      continue
    }
    if (by !== '*') expect(kind === 'other' ? 'hands' : kind, at).toBe(by)
    expect(Math.abs(Number(leaves) - toMm!), at).toBeLessThanOrEqual(NEAR_MM)
  }
})
