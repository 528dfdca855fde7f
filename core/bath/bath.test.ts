import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { COAT_TYPE_IDS } from '../coat/coat-types.ts'
import { type Dog, HEALTH_IDS } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import { FINDING_IDS } from '../scores/findings.ts'
import { TAG_IDS, type Tag } from '../scores/scales.ts'
import { BATH_KIND_IDS, type ProductKind } from '../tools/product-kinds.ts'
import { ageWeeks, MILD, refusalsOf } from './allowed.ts'
import { planBath } from './bath.ts'
import { type Product, USUAL_SHELF } from './products.ts'
import type { Bath, BathStep, Swaps } from './shape.ts'
import { bathSkin } from './wanted.ts'

type Changes = Parameters<typeof anAssessment>[0]
const bathOf = (changes: Changes = {}, shelf: readonly Product[] = USUAL_SHELF, swaps: Swaps = {}): Bath => {
  const assessment = anAssessment(changes)
  return planBath(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE, shelf, swaps)
}
const kinds = ({ steps }: Bath): Set<ProductKind> =>
  new Set(steps.flatMap(({ productKind }) => (productKind ? [productKind] : [])))
const reasons = ({ steps }: Bath): Set<string> => new Set(steps.flatMap((step) => step.reasons))
const on = (regions: readonly RegionId[], scores: object): Changes => ({
  sheet: onRegions(cleanSheet(), regions, scores),
})
const all = (scores: object): Changes => ({ sheet: cleanSheet().map((side) => ({ ...side, ...scores })) })
const tagged = (regions: readonly RegionId[], ...tags: Tag[]): Changes => on(regions, { tags, condition: 2 })
const found = (region: RegionId, id: (typeof FINDING_IDS)[number]): Changes =>
  on([region], { findings: [{ id, sizeMm: null }] })
const dogs = (dog: Partial<Dog>, more: Changes = {}): Changes => ({ ...more, dog })
const medicated = (regions: readonly RegionId[] | 'all') =>
  ({ prescribed: { kind: 'medicated', waterParts: 0, dwellMin: 10, regions } }) as const

type Row = [what: string, dog: Changes, has: ProductKind[], hasNot: ProductKind[], because: string[]]

// Which product a dog gets and which it must not: common practice, the rules of docs/model.md.
const TABLE: readonly Row[] = [
  [
    'a clean curly coat',
    {},
    ['cleansing', 'conditioner', 'leave-in', 'tearless-face', 'ear-cleaner'],
    ['moisturising', 'degreasing', 'flea', 'medicated', 'mask'],
    ['curl', 'clean-one-wash'],
  ],
  [
    'a cotton coat',
    dogs({ coatType: 'cotton' }),
    ['cleansing', 'leave-in'],
    ['texturising', 'deshedding-shampoo'],
    ['curl'],
  ],
  ['a dirty curly coat', all({ condition: 2 }), ['cleansing', 'moisturising'], ['degreasing'], ['two-washes']],
  ['a filthy coat', all({ condition: 3 }), ['cleansing'], ['moisturising'], ['heavily-soiled', 'two-washes']],
  ['a foul coat', all({ condition: 4 }), ['cleansing'], [], ['heavily-soiled']],
  ['a greasy dog', tagged(['back', 'side', 'neck'], 'greasy'), ['degreasing', 'moisturising'], [], ['greasy']],
  [
    'a spaniel with greasy ears',
    dogs({ coatType: 'feathered' }, tagged(['ear-outer', 'chest'], 'greasy')),
    ['degreasing', 'cleansing'],
    [],
    ['greasy'],
  ],
  ['one that smells', tagged(['rump'], 'odour'), ['cleansing', 'soothing'], [], ['odour']],
  [
    'urine on the legs',
    tagged(['hindleg'], 'urine-stain'),
    ['cleansing', 'soothing', 'stain-soak'],
    [],
    ['odour', 'stained'],
  ],
  ['sticky feet', tagged(['front-paw'], 'sticky'), ['degreasing'], [], ['sticky']],
  ['saliva on the feet', tagged(['front-paw'], 'saliva-stain'), ['stain-soak', 'brightening'], [], ['stained']],
  ['a tear-stained face', tagged(['eyes'], 'tear-stain'), ['tearless-face'], ['brightening', 'stain-soak'], []],
  [
    'a wire jacket',
    dogs({ coatType: 'wire' }),
    ['texturising', 'conditioner'],
    ['moisturising', 'mask', 'leave-in'],
    ['jacket'],
  ],
  [
    'a wire coat clipped before',
    dogs({ coatType: 'wire', modifiers: ['clipped-wire'] }),
    ['cleansing'],
    ['texturising'],
    ['plain-coat'],
  ],
  [
    'a double coat shedding',
    dogs({ coatType: 'double' }, all({ undercoat: 2 })),
    ['deshedding-shampoo', 'deshedding-conditioner'],
    ['mask', 'leave-in'],
    ['loose-undercoat'],
  ],
  [
    'a double coat with nothing loose',
    dogs({ coatType: 'double' }),
    ['cleansing'],
    ['deshedding-shampoo', 'deshedding-conditioner'],
    ['plain-coat'],
  ],
  [
    'a double coat impacted',
    dogs({ coatType: 'double' }, on(NINE, { undercoat: 4 })),
    ['deshedding-shampoo', 'deshedding-conditioner'],
    [],
    ['packed-undercoat'],
  ],
  [
    'a double coat packed into mats',
    dogs({ coatType: 'double', lengthMm: lengths(65) }, on(NINE, { undercoat: 4, mat: 4, extent: 0.75 })),
    ['demat-cream', 'deshedding-shampoo'],
    [],
    ['packed-undercoat', 'mats-loosen'],
  ],
  [
    'a silky coat, clean',
    dogs({ coatType: 'silky', lengthMm: lengths(80) }),
    ['cleansing', 'mask'],
    ['moisturising', 'deshedding-shampoo'],
    ['drop-coat'],
  ],
  [
    'a silky coat, dirty',
    dogs({ coatType: 'silky', lengthMm: lengths(80) }, all({ condition: 2 })),
    ['cleansing', 'moisturising', 'mask'],
    [],
    ['drop-coat', 'two-washes'],
  ],
  [
    'a brittle drop coat',
    dogs({ coatType: 'drop-double', lengthMm: lengths(90) }, all({ tags: ['brittle'] })),
    ['keratin', 'cleansing'],
    ['mask'],
    ['drop-coat'],
  ],
  [
    'a corded coat',
    dogs({ coatType: 'corded', lengthMm: lengths(150) }),
    ['cleansing'],
    ['conditioner', 'mask', 'leave-in'],
    ['cords'],
  ],
  [
    'a smooth coat',
    dogs({ coatType: 'smooth', lengthMm: lengths(10) }),
    ['cleansing'],
    ['conditioner', 'mask'],
    ['plain-coat'],
  ],
  [
    'a hairless dog',
    dogs({ coatType: 'hairless', lengthMm: lengths(5) }),
    ['moisturising'],
    ['conditioner', 'degreasing'],
    ['bare-skin'],
  ],
  [
    'a feathered coat',
    dogs({ coatType: 'feathered' }),
    ['cleansing', 'conditioner'],
    ['leave-in'],
    ['feathering', 'plain-coat'],
  ],
  [
    'knots to work out after the bath',
    on(NINE, { mat: 2, condition: 1 }),
    ['demat-cream', 'cleansing'],
    [],
    ['mats-loosen'],
  ],
  ['pink skin on the belly', on(['belly'], { skin: 1 }), ['soothing', 'cleansing'], [], ['pink-skin', 'curl']],
  ['redness', found('belly', 'redness'), ['soothing'], [], ['pink-skin']],
  [
    'sore skin all over',
    all({ skin: 2 }),
    ['hypoallergenic'],
    ['conditioner', 'leave-in', 'moisturising', 'degreasing', 'deshedding-shampoo'],
    ['sore-skin'],
  ],
  [
    'a rash on greasy skin',
    on(['back'], { findings: [{ id: 'rash', sizeMm: null }], tags: ['greasy'], condition: 3 }),
    ['hypoallergenic', 'cleansing'],
    ['degreasing'],
    ['sore-skin'],
  ],
  ['dander leaves the wash as it is', found('back', 'dander'), ['cleansing'], ['soothing', 'hypoallergenic'], ['curl']],
  ['a lump leaves the wash as it is', found('side', 'lump'), ['cleansing'], ['hypoallergenic'], ['curl']],
  ['a tick leaves the wash as it is', found('neck', 'tick'), ['cleansing'], ['hypoallergenic'], ['curl']],
  ['fleas on a grown dog', found('rump', 'fleas'), ['flea'], [], ['fleas-seen']],
  [
    'flea dirt on a pregnant dog',
    dogs({ health: ['pregnant'] }, found('rump', 'flea-dirt')),
    ['hypoallergenic'],
    ['flea'],
    ['fleas-seen'],
  ],
  ['fleas on a dog with seizures', dogs({ health: ['seizures'] }, found('rump', 'fleas')), [], ['flea'], []],
  ['fleas on a diabetic dog', dogs({ health: ['diabetic'] }, found('rump', 'fleas')), [], ['flea'], []],
  ['fleas on a dog of unknown age', dogs({ ageMonths: null }, found('rump', 'fleas')), [], ['flea'], []],
  [
    'a puppy of ten weeks',
    dogs({ ageMonths: 2.3, health: ['puppy'] }),
    ['hypoallergenic'],
    ['moisturising', 'conditioner', 'mask', 'leave-in', 'flea'],
    ['under-12-weeks'],
  ],
  [
    'a puppy of six months',
    dogs({ ageMonths: 6 }),
    ['hypoallergenic', 'conditioner'],
    ['moisturising', 'degreasing'],
    ['puppy'],
  ],
  [
    'a vet’s product all over',
    dogs(medicated('all')),
    ['medicated'],
    ['moisturising', 'conditioner', 'tearless-face', 'leave-in', 'ear-cleaner'],
    ['prescribed'],
  ],
  [
    'a vet’s product on the belly',
    dogs(medicated(['belly', 'groin'])),
    ['medicated', 'cleansing', 'tearless-face'],
    [],
    ['prescribed', 'curl'],
  ],
  [
    'a vet’s product over grease',
    dogs(medicated('all'), tagged(['back'], 'greasy')),
    ['medicated'],
    ['degreasing'],
    ['prescribed'],
  ],
  [
    'under treatment, product not named',
    dogs({ health: ['skin-treatment'] }),
    ['hypoallergenic'],
    ['moisturising', 'conditioner', 'medicated'],
    ['vet-product-not-named'],
  ],
  ['medicated is never ours to choose', all({ skin: 2, condition: 4 }), ['hypoallergenic'], ['medicated'], []],
]

describe('which product a dog gets', () => {
  expect(TABLE.length).toBeGreaterThanOrEqual(40)
  test.each(TABLE)('%s', (_, dog, has, hasNot, because) => {
    const bath = bathOf(dog)
    const used = kinds(bath)
    for (const kind of has) expect([...used], 'gets').toContain(kind)
    for (const kind of hasNot) expect([...used], 'must not get').not.toContain(kind)
    for (const code of because) expect([...reasons(bath)], 'because').toContain(code)
  })

  test.each([
    ['a spot-on yesterday', dogs({ daysSinceSpotOn: 1 }), 'spot-on-recent'],
    ['a spot-on two days ago', dogs({ daysSinceSpotOn: 2 }), 'spot-on-recent'],
    ['something catching', found('back', 'ringworm-suspect'), 'groom-stopped'],
    ['broken skin everywhere', all({ skin: 3 }), 'skin-broken'],
  ] as const)('%s: no bath', (_, dog, why) => {
    const bath = bathOf(dog)
    expect(bath.noBath).toBe(why)
    expect(bath.steps).toEqual([])
    expect(bath.minutes).toBe(0)
  })

  test('three days after a spot-on there is a bath', () =>
    expect(bathOf(dogs({ daysSinceSpotOn: 3 })).noBath).toBeNull())

  test.each([
    ['a wound', found('belly', 'wound'), 'belly', 'skin-broken'],
    [
      'a scar the vet has not cleared',
      dogs({ surgery: { daysAgo: 9, cleared: false } }, found('belly', 'surgery-site')),
      'belly',
      'surgery-not-cleared',
    ],
    ['told to leave it', on(['tail'], { leave: 'bandage' }), 'tail', 'told-to-leave'],
  ] as const)('%s is kept dry, and nothing goes on it', (_, dog, region, why) => {
    const bath = bathOf(dog)
    expect(bath.keptDry).toContainEqual({ index: REGION_SIDES.findIndex((side) => side.region === region), why })
    for (const { productKind, indexes } of bath.steps)
      if (productKind) expect(indexes.map((i) => REGION_SIDES[i]!.region)).not.toContain(region)
  })

  test('broken skin is bathed only where the vet names the place', () => {
    const sheet = onRegions(cleanSheet(), ['belly'], { findings: [{ id: 'hot-spot', sizeMm: null }] })
    const bathed = (regions: readonly RegionId[] | 'all'): boolean =>
      bathOf({ sheet, dog: medicated(regions) }).steps.some(
        ({ productKind, indexes }) => productKind && indexes.some((i) => REGION_SIDES[i]!.region === 'belly'),
      )
    expect(bathed(['belly'])).toBe(true)
    expect(bathed('all')).toBe(false)
  })

  test('an eye problem: no face bath', () => {
    const bath = bathOf(found('eyes', 'eye-problem'))
    expect([...kinds(bath)]).not.toContain('tearless-face')
    expect(bath.steps.find(({ kind }) => kind === 'face')!.notes).toContain('no-face-bath')
  })

  test('discharge from an ear: nothing goes in, the vet looks', () => {
    const bath = bathOf(found('ear-inner', 'ear-discharge'))
    expect([...kinds(bath)]).not.toContain('ear-cleaner')
    expect(bath.steps.find(({ kind }) => kind === 'ears')!.notes).toContain('ears-vet')
  })
})

describe('amounts', () => {
  // 250 ml a square metre x share x (0.6 + 0.4 x cm x density), filled up to the next 50 ml; worked by hand.
  test('a wash follows body, length and density', () => {
    const bath = bathOf({ dog: { weightKg: 28, lengthMm: lengths(60) } })
    const wash = bath.steps.find(({ kind }) => kind === 'wash')!
    const share = wash.indexes.reduce((sum, i) => sum + REGION_SIDES[i]!.share, 0)
    const ml = 250 * bodySurfaceM2(28) * share * (0.6 + 0.4 * 6)
    expect(wash.solutionMl).toBe(Math.ceil(ml / 50) * 50)
    expect(share).toBeGreaterThan(0.9)
  })
  test('second wash 60 %, conditioner 70 %, face 30 ml, and product with water make the total', () => {
    const bath = bathOf({ ...all({ condition: 2 }), dog: { weightKg: 40, lengthMm: lengths(60) } })
    const ml = (id: string): number => bath.steps.find((step) => step.id.startsWith(id))!.solutionMl
    expect(ml('wash-2') / ml('wash-1')).toBeCloseTo(0.6, 1)
    expect(bath.steps.find(({ kind }) => kind === 'condition')!.solutionMl / ml('wash-1')).toBeGreaterThan(0.5)
    expect(ml('face')).toBe(30)
    for (const { choice } of bath.steps)
      if (choice?.mix) {
        expect(choice.mix.productMl + choice.mix.waterMl).toBe(choice.mix.totalMl)
        expect(choice.mix.productMl).toBeGreaterThanOrEqual(1)
      }
  })
  test('a pass over the body is never under 40 ml, and strength goes by how dirty it is', () => {
    const small = bathOf(dogs({ weightKg: 1, lengthMm: lengths(5) }))
    expect(small.steps.find(({ kind }) => kind === 'wash')!.solutionMl).toBeGreaterThanOrEqual(40)
    const parts = (changes: Changes): number =>
      bathOf(changes).steps.find(({ kind }) => kind === 'wash')!.choice!.waterParts
    expect(parts({})).toBe(16)
    expect(parts(all({ condition: 2 }))).toBe(8)
    expect(parts(dogs({ coatType: 'corded' }))).toBe(32)
  })
  test('a filled tub takes its own volume, and waits for its foam', () => {
    const bath = bathOf({ schools: schoolsWith({ foam: 'soak' }) })
    const wash = bath.steps.find(({ kind }) => kind === 'wash')!
    expect(wash.solutionMl).toBe(DEFAULT_HOUSE['bath.tank'])
    expect(wash.dwellMin).toBe(DEFAULT_HOUSE['bath.foam'])
  })
})

describe('the order of a bath', () => {
  const at = (bath: Bath, is: (step: BathStep) => boolean): number => bath.steps.findIndex(is)

  test('wet, washed, face, rinsed face first and last, conditioned, rinsed, towelled', () => {
    const bath = bathOf(all({ condition: 2 }))
    const ids = bath.steps.map(({ id }) => id.split('.')[0])
    expect(ids).toEqual([
      'wet',
      'wash-1',
      'rinse-1',
      'wash-2',
      'face',
      'rinse-2',
      'condition',
      'rinse-last',
      'ears',
      'towel',
      'leave-in',
    ])
    const rinses = bath.steps.filter(({ kind }) => kind === 'rinse')
    expect(rinses.every(({ notes }) => notes.includes('face-first'))).toBe(true)
    expect(rinses.at(-1)!.notes).toContain('face-last')
    expect(bath.steps[0]!.notes).toContain('withers-first')
  })

  test('an impacted undercoat: conditioner on the dry coat, air, rinse, shampoo, air, rinse, then as usual', () => {
    const bath = bathOf(dogs({ coatType: 'double' }, on(NINE, { undercoat: 3 })))
    expect(bath.cycles).toEqual({ planned: 1, low: 1, high: 2 })
    expect(bath.steps.slice(0, 6).map(({ kind }) => kind)).toEqual([
      'condition',
      'blast',
      'rinse',
      'wash',
      'blast',
      'rinse',
    ])
    expect(bath.steps[0]!.notes).toContain('dry-coat-to-root')
    expect(at(bath, ({ kind }) => kind === 'wet')).toBe(6)
    expect(bathOf(dogs({ coatType: 'double' }, on(NINE, { undercoat: 4 }))).cycles).toEqual({
      planned: 2,
      low: 2,
      high: 4,
    })
  })

  test.each([
    ['a dog that takes no dryer', { dryerTolerance: 'none' }],
    ['a heart', { health: ['heart'] }],
    ['short of breath', { health: ['breathing'] }],
    ['a frightened dog', { temperament: 'anxious' }],
  ] as const)('%s is not blown through in the tub, and is washed to the root all the same', (_, dog) => {
    const bath = bathOf(dogs({ coatType: 'double', ...dog }, on(NINE, { undercoat: 3 })))
    expect(bath.steps.some(({ kind, id }) => kind === 'blast' && id.startsWith('cycle'))).toBe(false)
    expect(kinds(bath)).toContain('deshedding-shampoo')
  })
  test('ears and pads are done in the last wait, so that they are not wetted again', () => {
    const { steps } = bathOf({})
    const waits = steps.filter(({ waitMin }) => waitMin > 0)
    expect(waits.length).toBeGreaterThan(1)
    expect(waits.at(-1)!.meanwhile).toEqual(expect.arrayContaining(['ears', 'paws']))
  })
  // Common practice: a small pet in ordinary condition.
  test.each(['curly', 'silky', 'smooth'] as const)('a %s pet of 3 kg stands 8 to 20 minutes in the tub', (coatType) => {
    const { minutes } = bathOf(dogs({ coatType, weightKg: 3, lengthMm: lengths(coatType === 'smooth' ? 12 : 35) }))
    expect(minutes).toBeGreaterThan(8)
    expect(minutes).toBeLessThan(20)
  })
  test('a coat that is cut short gets no mask', () => {
    const drop = dogs({ coatType: 'drop-double', lengthMm: lengths(90) })
    expect(kinds(bathOf(drop))).toContain('mask')
    expect(kinds(bathOf({ ...drop, wishes: { style: 'short' } }))).not.toContain('mask')
  })
  test('where no flea product may go on, a mild wash is left on five minutes', () => {
    const bath = bathOf(dogs({ health: ['pregnant'] }, found('rump', 'fleas')))
    const wash = bath.steps.find(({ kind }) => kind === 'wash')!
    expect(wash.productKind).toBe('hypoallergenic')
    expect(wash.dwellMin).toBeGreaterThanOrEqual(5)
  })
  test('mat-release is rinsed out, and then blown out on the towelled coat; those minutes are the verdict’s', () => {
    const bath = bathOf(
      dogs({ coatType: 'double', lengthMm: lengths(65) }, on(NINE, { undercoat: 4, mat: 4, extent: 0.75 })),
    )
    const i = at(bath, ({ id }) => id === 'mat-release')
    expect(bath.steps.slice(i, i + 2).map(({ kind }) => kind)).toEqual(['treat', 'rinse'])
    const towel = at(bath, ({ kind }) => kind === 'towel')
    expect(bath.steps[towel + 1]).toMatchObject({ kind: 'blast', inVerdict: true })
    const own = bath.steps.reduce(
      (sum, { handsMin, waitMin, inVerdict }) => sum + (inVerdict ? 0 : handsMin) + waitMin,
      0,
    )
    expect(bath.minutes).toBeCloseTo(own, 9)
  })

  test('conditioner on long drop coats stays off the roots, on double coats goes to them, on wire to legs and beard', () => {
    const notes = (changes: Changes): readonly string[] =>
      bathOf(changes).steps.find(({ kind }) => kind === 'condition')!.notes
    expect(notes(dogs({ coatType: 'silky', lengthMm: lengths(80) }))).toContain('lengths-not-roots')
    expect(notes(dogs({ coatType: 'double' }, all({ undercoat: 2 })))).toContain('to-the-root')
    const wire = bathOf(dogs({ coatType: 'wire' })).steps.find(({ kind }) => kind === 'condition')!
    expect(new Set(wire.indexes.map((i) => REGION_SIDES[i]!.region))).toEqual(new Set(['foreleg', 'hindleg', 'muzzle']))
  })

  test('the vet’s time holds to the minute', () => {
    expect(bathOf(dogs(medicated('all'))).steps.find(({ productKind }) => productKind === 'medicated')!.dwellMin).toBe(
      10,
    )
  })

  test('water is lukewarm for puppies, heavy coats, hot days and dogs that take heat badly', () => {
    expect(bathOf().waterC).toBe(37.5)
    expect(bathOf(dogs({ ageMonths: 5 })).waterC).toBe(35.5)
    expect(bathOf(dogs({ health: ['heart'] })).waterC).toBe(35.5)
    expect(bathOf({ room: { tempC: 30, rh: 0.5 } }).waterC).toBe(35.5)
  })
})

describe('the ways of the house', () => {
  test.each([
    ['washes', 'two', (bath: Bath) => bath.steps.some(({ pass }) => pass === 2)],
    ['first-product', 'conditioner', (bath: Bath) => bath.steps[0]!.kind === 'condition'],
    [
      'nails-when',
      'wet-last',
      (bath: Bath) => bath.steps.some(({ kind, handsMin }) => kind === 'nails' && handsMin > 0),
    ],
    ['nails-when', 'in-dwell', (bath: Bath) => bath.steps.some(({ meanwhile }) => meanwhile.includes('nails-front'))],
    ['ears-when', 'before-bath', (bath: Bath) => bath.steps[0]!.kind === 'ears'],
    ['ears-when', 'after-drying', (bath: Bath) => bath.steps.every(({ kind }) => kind !== 'ears')],
    [
      'head-water',
      'head-first',
      (bath: Bath) => bath.steps.find(({ kind }) => kind === 'wet')!.notes.includes('head-first'),
    ],
    ['rinse', 'face-last', (bath: Bath) => bath.steps.every(({ notes }) => !notes.includes('face-first'))],
    [
      'conditioner-where',
      'lengths',
      (bath: Bath) => bath.steps.find(({ kind }) => kind === 'condition')!.notes.includes('lengths-not-roots'),
    ],
    ['foam', 'soak', (bath: Bath) => bath.steps.some(({ notes }) => notes.includes('foam-gone'))],
  ] as const)('%s: %s changes the plan', (id, option, holds) => {
    const dog = { ...all({ condition: 1 }), dog: { weightKg: 30 } }
    expect(holds(bathOf(dog))).toBe(false)
    expect(holds(bathOf({ ...dog, schools: schoolsWith({ [id]: option }) }))).toBe(true)
  })

  test('no conditioner on a wire jacket where the house never does', () => {
    const never = bathOf({ dog: { coatType: 'wire' }, schools: schoolsWith({ 'wire-conditioner': 'never' }) })
    expect([...kinds(never)]).not.toContain('conditioner')
  })
})

const product = (kind: ProductKind, changes: Partial<Product> = {}): Product => ({
  ...USUAL_SHELF.find((usual) => usual.kind === kind)!,
  id: `${kind}-${JSON.stringify(changes).length}`,
  name: kind,
  stockMl: 1000,
  ...changes,
})
const without = (...gone: ProductKind[]): Product[] => USUAL_SHELF.filter(({ kind }) => !gone.includes(kind))

describe('the shelf', () => {
  test('what is not there steps down to the next kind, and says so', () => {
    const bath = bathOf({}, without('cleansing'))
    expect(bath.steps.find(({ kind }) => kind === 'wash')!.productKind).toBe('moisturising')
    expect(bath.warnings).toContainEqual(
      expect.objectContaining({ code: 'stepped-down', wanted: 'cleansing', kind: 'moisturising' }),
    )
  })
  test('an empty shelf leaves water', () => {
    const bath = bathOf({}, [])
    expect([...kinds(bath)]).toEqual([])
    expect(bath.uses).toEqual([])
    expect(bath.warnings.map(({ code }) => code)).toContain('nothing-fits')
  })
  test.each([
    ['expired', { expiresInDays: -1 }],
    ['not-enough', { stockMl: 3 }],
    ['spoils-coat', { spoils: ['curly' as const] }],
    ['not-on-this-place', { regions: ['tail' as const] }],
    ['under-label-age', { minAgeWeeks: 400 }],
    ['under-label-weight', { minWeightKg: 50 }],
  ])('a product that is %s is passed over, with that reason', (code, changes) => {
    const bad = product('cleansing', changes)
    const bath = bathOf({}, [bad, ...without('cleansing')])
    const { choice } = bath.steps.find(({ kind }) => kind === 'wash')!
    expect(choice!.product!.id).not.toBe(bad.id)
    expect(choice!.weighed.find((weighed) => weighed.product.id === bad.id)!.refusals).toContain(code)
  })
  test('one family where there is a choice; what expires first goes first', () => {
    const shelf = [
      product('cleansing', { family: 'Fennel' }),
      product('conditioner', { name: 'Aster', id: 'a', family: 'Aster' }),
      product('conditioner', { name: 'Fennel', id: 'f', family: 'Fennel' }),
    ]
    expect(bathOf({}, shelf).steps.find(({ kind }) => kind === 'condition')!.choice!.product!.id).toBe('f')
    const old = [
      product('cleansing', { id: 'new', expiresInDays: 300 }),
      product('cleansing', { id: 'old', expiresInDays: 20 }),
    ]
    expect(bathOf({}, old).steps.find(({ kind }) => kind === 'wash')!.choice!.product!.id).toBe('old')
  })
  test('a swap by hand holds where no rule is against it, and is refused with the reason where one is', () => {
    const shelf = [
      ...USUAL_SHELF,
      product('cleansing', { id: 'mine' }),
      product('cleansing', { id: 'bad', expiresInDays: -3 }),
    ]
    const slot = bathOf({}, shelf).steps.find(({ kind }) => kind === 'wash')!.id
    const swapped = (id: string) => bathOf({}, shelf, { [slot]: id }).steps.find((step) => step.id === slot)!.choice!
    expect(swapped('mine').product!.id).toBe('mine')
    expect(swapped('mine').swapRefused).toBeNull()
    expect(swapped('bad').product!.id).toBe('cleansing')
    expect(swapped('bad').swapRefused).toEqual(['expired'])
  })
  test('what is used adds up, and low stock and near dates are said', () => {
    const shelf = USUAL_SHELF.map((usual) => ({
      ...usual,
      stockMl: 500,
      lowMl: 490,
      packMl: 1000,
      packCost: 2000,
      expiresInDays: 7,
    }))
    const bath = bathOf({ dog: { weightKg: 30 } }, shelf)
    const wash = bath.uses.find(({ product: { kind } }) => kind === 'cleansing')!
    expect(wash.cost).toBeCloseTo(wash.productMl * 2, 9)
    expect(bath.warnings.map(({ code }) => code)).toEqual(expect.arrayContaining(['low-after', 'expires-soon']))
  })
  test('allergies, in the owner’s words, keep off what contains it', () => {
    const oats = product('moisturising', { contains: ['oat protein'] })
    const refusals = (allergies: string[], what: Product): readonly string[] =>
      bathOf({ dog: { allergies } }, [what]).steps.find(({ kind }) => kind === 'wash')!.choice!.weighed[0]!.refusals
    expect(refusals(['oat'], oats)).toContain('allergy')
    expect(refusals([], oats)).toEqual([])
    expect(refusals(['perfume'], product('moisturising', { fragrance: true }))).toContain('fragrance')
    expect(refusals(['tea tree'], product('moisturising', { essentialOils: true }))).toContain('essential-oils')
  })
  test('essential oils are never put on undiluted', () => {
    const neat = product('moisturising', { essentialOils: true, dilution: { dirty: 0, normal: 0, light: 0 } })
    expect(bathOf({}, [neat]).uses).toEqual([])
  })
})

describe('whatever the dog and the shelf', () => {
  const seldom = fc.constantFrom(false, false, false, false, true)
  const aProduct = (i: number): fc.Arbitrary<Product> =>
    fc.record({
      id: fc.constant(`p${i}`),
      name: fc.constant(`p${i}`),
      kind: fc.constantFrom(...BATH_KIND_IDS),
      family: fc.constantFrom('', 'a', 'b'),
      dilution: fc.record({
        dirty: fc.constantFrom(0, 4, 8),
        normal: fc.constantFrom(0, 8, 16),
        light: fc.constantFrom(8, 32),
      }),
      dwellMin: fc.constantFrom([0, 0] as const, [3, 5] as const, [10, 10] as const),
      suits: fc.subarray([...COAT_TYPE_IDS], { maxLength: 3 }),
      spoils: fc.subarray([...COAT_TYPE_IDS], { maxLength: 1 }),
      regions: fc.constantFrom<readonly RegionId[]>(
        [],
        [],
        [],
        [],
        ['tail', 'back'],
        ['muzzle', 'eyes', 'cheek', 'crown'],
      ),
      minAgeWeeks: fc.constantFrom(0, 0, 8, 52),
      minWeightKg: fc.constantFrom(0, 0, 4, 20),
      intactSkin: seldom,
      fragrance: seldom,
      essentialOils: seldom,
      contains: fc.subarray(['oat', 'chlorhexidine', 'aloe']),
      leaveIn: fc.boolean(),
      stockMl: fc.constantFrom(0, 5, 100, 5000, 5000, 5000),
      lowMl: fc.constantFrom(0, 200),
      packMl: fc.constant(1000),
      packCost: fc.constant(1500),
      expiresInDays: fc.constantFrom(null, null, -2, 5, 400),
      safety: fc.constant(''),
      retired: seldom,
    })
  const aShelf = fc.tuple(...Array.from({ length: 24 }, (_, i) => aProduct(i)))
  // What stops the groom is left out, or hardly a dog of these would be bathed.
  const HARMLESS = FINDING_IDS.filter((id) => !['ringworm-suspect', 'mites-suspect', 'maggots'].includes(id))
  const aSheet = fc
    .array(
      fc.record({
        mat: fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const),
        undercoat: fc.constantFrom(0 as const, 2 as const, 4 as const),
        condition: fc.constantFrom(null, 0 as const, 1 as const, 2 as const, 4 as const),
        skin: fc.constantFrom(null, 0 as const, 0 as const, 0 as const, 1 as const, 2 as const, 3 as const),
        tags: fc.subarray([...TAG_IDS], { maxLength: 2 }),
        findings: fc.array(fc.record({ id: fc.constantFrom(...HARMLESS), sizeMm: fc.constant(null) }), {
          maxLength: 1,
        }),
      }),
      { minLength: 39, maxLength: 39 },
    )
    .map((sides) =>
      cleanSheet().map((side, i) => ({ ...side, ...sides[i]!, ...(i % 9 === 0 ? {} : { findings: [] }) })),
    )
  const aDogOnTheDay = fc.record({
    coatType: fc.constantFrom(...COAT_TYPE_IDS),
    weightKg: fc.integer({ min: 1, max: 80 }),
    ageMonths: fc.constantFrom(null, 1.5, 2.6, 6, 40, 150),
    health: fc.subarray([...HEALTH_IDS], { maxLength: 1 }),
    allergies: fc.subarray(['oat', 'perfume', 'tea tree oil']),
    daysSinceSpotOn: fc.constantFrom(null, null, null, null, 0, 2, 3, 30),
    prescribed: fc.constantFrom(
      null,
      null,
      null,
      null,
      null,
      null,
      null,
      medicated('all').prescribed,
      medicated(['back', 'belly']).prescribed,
    ),
  })

  test('nothing forbidden is ever on a dog, every millilitre is accounted for, and times are sound', () => {
    let productSteps = 0
    fc.assert(
      fc.property(aDogOnTheDay, aSheet, aShelf, fc.boolean(), (dog, sheet, shelf, soak) => {
        const assessment = anAssessment({
          dog,
          sheet,
          schools: schoolsWith(soak ? { foam: 'soak', 'nails-when': 'in-dwell' } : {}),
        })
        const swaps = Object.fromEntries(
          ['wash-1.moisturising.curl', 'face', 'condition.conditioner'].map((slot, i) => [slot, `p${i}`]),
        )
        const bath = planBath(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE, shelf, swaps)
        const weeks = ageWeeks(assessment.dog)
        const sick = ['pregnant', 'diabetic', 'seizures'].some((flag) => dog.health.includes(flag as never))
        for (const { choice, indexes } of bath.steps) {
          const it = choice?.product
          if (!it) continue
          productSteps++
          for (const index of indexes) {
            const here = sheet[index]!
            const vets =
              dog.prescribed &&
              (dog.prescribed.regions === 'all' || dog.prescribed.regions.includes(REGION_SIDES[index]!.region))
            // Said again here in plain words, so that a slip in the rules shows.
            expect(it.retired || (it.expiresInDays ?? 0) < 0).toBe(false)
            expect(
              bathSkin(here) >= 3 && !(vets && dog.prescribed!.regions !== 'all') && it.kind !== 'ear-cleaner',
            ).toBe(false)
            if (vets) expect(it.kind).toBe(dog.prescribed!.kind)
            else {
              expect(it.kind).not.toBe('medicated')
              if (bathSkin(here) === 2) expect(['hypoallergenic', 'soothing']).toContain(it.kind)
              if (bathSkin(here) >= 1) expect(it.fragrance).toBe(false)
              if (bathSkin(here) >= 2) expect(it.essentialOils || it.intactSkin).toBe(false)
              if (weeks !== null && weeks < 12) expect(MILD.has(it.kind)).toBe(true)
              if (weeks !== null) expect(it.minAgeWeeks).toBeLessThanOrEqual(weeks)
              if (sick) expect(it.essentialOils || it.kind === 'flea').toBe(false)
              expect(it.minWeightKg).toBeLessThanOrEqual(dog.weightKg)
            }
            expect(it.spoils).not.toContain(dog.coatType)
            if (it.regions.length > 0) expect(it.regions).toContain(REGION_SIDES[index]!.region)
            expect(it.contains.some((part) => dog.allergies.includes(part))).toBe(false)
          }
        }
        if (dog.daysSinceSpotOn !== null && dog.daysSinceSpotOn <= 2) expect(bath.steps).toEqual([])
        for (const { product: used, productMl } of bath.uses) {
          const measured = bath.steps.reduce(
            (sum, { choice }) => sum + (choice?.product?.id === used.id ? (choice.mix?.productMl ?? 0) : 0),
            0,
          )
          // A bottle of what two steps take is mixed once: to the millilitre of each at most.
          const steps = bath.steps.filter(({ choice }) => choice?.product?.id === used.id).length
          expect(Math.abs(productMl - measured)).toBeLessThanOrEqual(steps - 1)
          expect(productMl).toBeLessThanOrEqual(used.stockMl)
        }
        expect(bath.standing).toBeGreaterThanOrEqual(-1e-9)
        expect(bath.saved).toBeGreaterThanOrEqual(0)
        const ends = bath.steps.map(
          ({ startMin, handsMin, waitMin, inVerdict }) => startMin + (inVerdict ? 0 : handsMin) + waitMin,
        )
        for (const [i, step] of bath.steps.entries()) if (i > 0) expect(step.startMin).toBeCloseTo(ends[i - 1]!, 9)
      }),
      { numRuns: 300, seed: 4 },
    )
    expect(productSteps).toBeGreaterThan(500)
  })

  test('every refusal can happen', () => {
    const zone = { indexes: [0], regions: ['back' as const], skin: 2 as const, prescribed: false, jacket: true }
    const worst = product('flea', {
      retired: true,
      expiresInDays: -1,
      fragrance: true,
      essentialOils: true,
      intactSkin: true,
      minWeightKg: 90,
      minAgeWeeks: 99,
      regions: ['tail'],
      spoils: ['curly'],
      contains: ['oat'],
      dilution: { dirty: 0, normal: 0, light: 0 },
      stockMl: 0,
    })
    const sick = anAssessment({ dog: { ageMonths: 1, health: ['pregnant', 'skin-treatment'], allergies: ['oat'] } })
    const codes = new Set(refusalsOf(worst, zone, sick, DEFAULT_HOUSE))
    for (const code of refusalsOf(
      product('leave-in'),
      zone,
      anAssessment({ dog: { coatType: 'wire' } }),
      DEFAULT_HOUSE,
    ))
      codes.add(code)
    for (const code of refusalsOf(
      product('medicated', { fragrance: true }),
      { ...zone, skin: 1 },
      anAssessment(),
      DEFAULT_HOUSE,
    ))
      codes.add(code)
    for (const code of refusalsOf(product('flea'), zone, anAssessment({ dog: { ageMonths: null } }), DEFAULT_HOUSE))
      codes.add(code)
    expect(codes.size).toBe(21)
  })
})

// Common practice: water tightens a mat, so what is not worked out today is not wetted today.
test('mats that stay for another visit are kept dry, and where most of them stay nothing is bathed', () => {
  const felted = anAssessment({
    dog: { weightKg: 28, temperament: 'anxious', health: ['senior'] },
    wishes: { keepLength: 3 },
    sheet: cleanSheet().map((side) => ({ ...side, mat: 4 as const, extent: 1 })),
  })
  const plan = planGroom(felted, DEFAULT_HOUSE)
  expect(plan.verdict.choice).toBe('split-visits')
  expect(planBath(felted, plan, DEFAULT_HOUSE, USUAL_SHELF)).toMatchObject({
    noBath: 'mats-stay',
    steps: [],
    minutes: 0,
  })
  const few = {
    ...plan,
    split: {
      visits: [
        {
          ...plan.split!.visits[0]!,
          parts: plan.regions.filter(({ region }) => region !== 'belly').map(({ index }) => ({ index, part: 1 })),
        },
      ],
      left: [],
    },
  }
  const bath = planBath(felted, few, DEFAULT_HOUSE, USUAL_SHELF)
  expect(bath.noBath).toBeNull()
  expect(bath.keptDry.map(({ index, why }) => [REGION_SIDES[index]!.region, why])).toContainEqual([
    'belly',
    'mats-stay',
  ])
})
