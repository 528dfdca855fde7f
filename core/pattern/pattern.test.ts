import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { planBath } from '../bath/bath.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { FACE_EDGE } from '../body/places.ts'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { COAT_TYPE_IDS, type CoatType } from '../coat/coat-types.ts'
import { cutOf } from '../cut/cut.ts'
import type { Cut } from '../cut/shape.ts'
import type { Assessment } from '../dog/dog.ts'
import { goesHome } from '../groom/goes-home.ts'
import { wholeGroom } from '../groom/steps.ts'
import { planWhole } from '../groom/whole.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'
import { type Schools, schoolsWith } from '../numbers/schools.ts'
import { withLength, withPart, withPattern } from './change.ts'
import { LIBRARY, patternsFor } from './library.ts'
import { notFor, type PartChoice, type Pattern, partOfRegion } from './pattern.ts'
import { hasOwnLength, PART_IDS, PART_REGIONS, PART_SHAPES, type PartId, shapeOf, shapesFor } from './shapes.ts'

type Changes = Parameters<typeof anAssessment>[0]
const dogOf = (coatType: CoatType, pattern: Pattern | null, changes: Changes = {}): Assessment =>
  anAssessment({
    ...changes,
    dog: {
      coatType,
      weightKg: 10,
      lengthMm: lengths(60),
      jacket: coatType === 'wire' ? 'past' : null,
      ...changes?.dog,
    },
    wishes: { style: 'trim', pattern, ...changes?.wishes },
  })
const cut = (assessment: Assessment): Cut => cutOf(assessment, planWhole(assessment, HOUSE), HOUSE)!
const regionsOf = (lines: Cut['lines'], of: (line: Cut['lines'][number]) => boolean): RegionId[] => [
  ...new Set(lines.filter(of).map(({ index }) => REGION_SIDES[index]!.region)),
]
const bodyOf = (mm: number): Pattern => ({
  body: { shape: 'length', mm },
  forelegs: { shape: 'length', mm },
  hindlegs: { shape: 'length', mm },
})
const everyShape = PART_IDS.flatMap((part) => Object.keys(PART_SHAPES[part]).map((id) => [part, id] as const))
const coatFor = (part: PartId, id: string): CoatType =>
  COAT_TYPE_IDS.find(
    (coat) => coat !== 'smooth' && coat !== 'corded' && coat !== 'double' && shapesFor(part, coat).includes(id),
  ) ?? 'double'

describe('every shape', () => {
  test.each(everyShape)('%s %s is one that some coat can carry', (part, id) => {
    expect(COAT_TYPE_IDS.some((coat) => shapesFor(part, coat).includes(id))).toBe(true)
  })
  // A groomer who asks for a shape gets work for it, at its places and nowhere else.
  test.each(everyShape.filter(([part, id]) => shapeOf(part, id)!.minutes > 0))(
    '%s %s has its line and its minutes',
    (part, id) => {
      const coat = coatFor(part, id)
      const { lines } = cut(dogOf(coat, { ...bodyOf(13), [part]: { shape: id } }))
      const own = lines.filter(({ shape }) => shape?.part === part && shape.id === id)
      expect(own.length, coat).toBeGreaterThan(0)
      for (const { index, minutes } of own) {
        expect(PART_REGIONS[part]).toContain(REGION_SIDES[index]!.region)
        expect(minutes).toBeGreaterThan(0)
      }
      const sum = own.reduce((total, { minutes }) => total + minutes, 0)
      expect(sum).toBeGreaterThanOrEqual(shapeOf(part, id)!.minutes)
    },
  )
  test.each(PART_IDS)('of %s that leaves the hair as it grows cuts nothing there', (part) => {
    for (const id of ['natural', 'kept', 'breeches-kept', 'leave'])
      if (part !== 'stains' && shapeOf(part, id)) {
        const { lines, mm } = cut(dogOf('curly', { ...bodyOf(13), [part]: { shape: id } }))
        const at = (index: number): boolean => PART_REGIONS[part].includes(REGION_SIDES[index]!.region)
        expect(lines.filter(({ index, part: what }) => at(index) && what === 'coat')).toEqual([])
        expect(mm.filter((_, index) => at(index)).every((length) => length === 60)).toBe(true)
      }
  })
})

describe('ways of the house, otherwise on one dog', () => {
  const toolAt = (pattern: Pattern, region: RegionId, part: string, changes: Changes = {}) =>
    cut(dogOf('curly', { ...bodyOf(13), ...pattern }, changes)).lines.find(
      (line) => REGION_SIDES[line.index]!.region === region && line.part === part,
    )?.tool
  test('pads, hygiene and armpits go as this dog’s pattern has them, whatever the house does', () => {
    expect(toolAt({}, 'front-paw', 'pads')).toMatchObject({ kind: 'blade', id: '30' })
    expect(toolAt({ pads: { shape: 'narrow-or-shears' } }, 'front-paw', 'pads')?.kind).toBe('shears')
    expect(toolAt({ sanitary: { shape: 'longer' } }, 'sanitary', 'opening')?.kind).toBe('comb')
    expect(toolAt({ sanitary: { shape: 'short-close' } }, 'groin', 'coat')).toMatchObject({ kind: 'blade', id: '10' })
    const armpits = (shape: string) =>
      cut(dogOf('curly', { armpits: { shape } })).lines.some(
        ({ index, why }) => why === 'friction' && REGION_SIDES[index]!.region === 'armpit',
      )
    expect([armpits('every-coat'), armpits('leave')]).toEqual([true, false])
  })
  test('stained hair on the face is washed, cut away or left: by this dog, else by the house', () => {
    const stained = onRegions(cleanSheet(), ['eyes', 'muzzle'], { tags: ['tear-stain'] })
    const at = (pattern: Pattern | null, stains: Schools['stains']) => {
      const dog = dogOf('curly', pattern, { sheet: stained, schools: schoolsWith({ stains }) })
      const line = cut(dog).lines.find(({ why }) => why === 'stain')
      const bath = planBath(dog, planWhole(dog, HOUSE), HOUSE, USUAL_SHELF)
      const brightened = bath.steps.some(
        ({ id, indexes }) => id === 'soak.face' && indexes.every((index) => REGION_SIDES[index]!.region === 'muzzle'),
      )
      return [line?.leavesMm ?? null, brightened]
    }
    expect(at(null, 'wash')).toEqual([null, true])
    expect(at(null, 'cut')).toEqual([HOUSE['cut.stain-left'], false])
    expect(at(null, 'leave')).toEqual([null, false])
    expect(at({ stains: { shape: 'cut' } }, 'wash')).toEqual([HOUSE['cut.stain-left'], false])
    expect(at({ stains: { shape: 'wash' } }, 'cut')).toEqual([null, true])
  })
  test('a stain at a sore eye is left, and a beard that is to stay is not cut for it', () => {
    const sore = onRegions(cleanSheet(), ['eyes', 'muzzle'], { tags: ['tear-stain'] })
    const beard = dogOf('curly', { stains: { shape: 'cut' } }, { sheet: sore, wishes: { extras: ['keep-beard'] } })
    const at = (dog: Assessment) =>
      cut(dog).lines.flatMap(({ why, index }) => (why === 'stain' ? [REGION_SIDES[index]!.region] : []))
    expect(at(beard)).toEqual(['eyes'])
  })
})

// Common practice, as any two groomers would agree on it.
describe('the trade’s rules', () => {
  test('a head without a length comes one step longer than the body; feet a little longer than the legs', () => {
    const { mm } = cut(dogOf('curly', { ...bodyOf(10), head: { shape: 'length' }, feet: { shape: 'round' } }))
    const at = (region: RegionId): number => mm[REGION_SIDES.findIndex((one) => one.region === region)]!
    expect(at('back')).toBe(10)
    expect(at('crown')).toBe(13)
    expect(at('front-paw')).toBe(13)
  })
  test('a clean face goes against the growth with a close blade, and nothing full-width to eyes', () => {
    const { lines } = cut(
      dogOf('curly', {
        ...bodyOf(13),
        face: { shape: 'clean' },
        muzzle: { shape: 'clean' },
        eyes: { shape: 'cleared' },
      }),
    )
    const cheek = lines.find(({ shape }) => shape?.part === 'face')!
    expect(cheek).toMatchObject({ tool: { kind: 'blade', id: '15' }, against: true })
    expect(lines.find(({ shape }) => shape?.part === 'eyes')!.tool.kind).toBe('shears')
  })
  test('a learner is not given a clean face by bare blade to do alone', () => {
    const { lines } = cut(
      dogOf(
        'curly',
        { ...bodyOf(13), face: { shape: 'clean' }, eyes: { shape: 'cleared' } },
        { experience: 'learner' },
      ),
    )
    for (const line of lines.filter(({ shape, tool }) => shape?.part === 'face' && tool.kind === 'blade'))
      expect(line.tool.id === '15' && !line.handOver).toBe(false)
  })
  test('an ear is not tapered into a cheek, a flag not into the rump', () => {
    const pattern: Pattern = {
      ...bodyOf(6),
      ears: { shape: 'natural' },
      tail: { shape: 'flag' },
      feet: { shape: 'round' },
    }
    const { blends } = cut(dogOf('curly', pattern))
    for (const { a, b } of blends)
      for (const index of [a, b])
        expect(['ear-outer', 'tail', 'front-paw', 'hind-paw']).not.toContain(REGION_SIDES[index]!.region)
  })
  test('feathers that are kept are tidied to the owner, not cut to a length', () => {
    const feathers: Pattern = {
      body: { shape: 'length', mm: 10 },
      forelegs: { shape: 'feather-kept' },
      hindlegs: { shape: 'feather-kept' },
    }
    const dog = dogOf('feathered', feathers)
    const home = goesHome(dog, planWhole(dog, HOUSE), HOUSE)
    expect(home.cut.map(({ part }) => part)).not.toContain('legs')
    expect(home.cut.map(({ part }) => part)).toContain('body')
    expect(home.tidied).toBe(true)
  })
  test('an outline that is only tidied needs no blending into the coat beside it', () => {
    const { blends, lines } = cut(dogOf('silky', LIBRARY.find(({ id }) => id === 'long-outline-tidied')!.pattern))
    expect(lines.filter(({ shape }) => shape !== null).length).toBeGreaterThan(5)
    const tidied = new Set(lines.flatMap(({ index, shape }) => (shape ? [index] : [])))
    for (const { a, b } of blends) expect(tidied.has(a) && tidied.has(b)).toBe(false)
  })
  test('a double coat has its tidy by shears, and no clipper over the body', () => {
    const pattern = LIBRARY.find(({ id }) => id === 'double-tidy')!.pattern
    const { lines, bent } = cut(dogOf('double', pattern, { wishes: { style: 'natural' } }))
    expect(bent).toEqual([])
    expect(regionsOf(lines, ({ shape }) => shape !== null)).toEqual(
      expect.arrayContaining(['breeches', 'hindleg', 'front-paw', 'ear-outer', 'belly']),
    )
    for (const { shape, tool } of lines) if (shape) expect(tool.kind).toBe('shears')
  })
  test('pads before the feet are shaped is the order of the steps’ places; the head comes last', () => {
    const { lines } = cut(dogOf('curly', LIBRARY.find(({ id }) => id === 'one-length-round-feet')!.pattern))
    const first = (of: (line: Cut['lines'][number]) => boolean): number => lines.findIndex(of)
    expect(first(({ shape }) => shape?.part === 'head')).toBeGreaterThan(first(({ shape }) => shape?.part === 'feet'))
    expect(first(({ shape }) => shape?.part === 'feet')).toBeGreaterThan(first(({ part }) => part === 'pads'))
  })
})

describe('what bends a pattern is said', () => {
  test('mats that are clipped shorter', () => {
    const sheet = onRegions(cleanSheet(), ['foreleg', 'hindleg', 'side', 'back', 'shoulder', 'rump', 'belly'], {
      mat: 4,
      extent: 1,
      standoffMm: 2,
    })
    const { bent } = cut(
      dogOf('curly', { ...bodyOf(25), skirt: { shape: 'kept' } }, { sheet, wishes: { keepLength: 0 } }),
    )
    expect(bent).toContainEqual({ part: 'body', id: 'length', why: 'mats' })
    expect(bent.map(({ part }) => part)).toContain('forelegs')
  })
  test('a coat that no clipper goes on', () => {
    const { bent, lines } = cut(dogOf('double', { body: { shape: 'length', mm: 10 } }))
    expect(bent).toEqual([{ part: 'body', id: 'length', why: 'double-coat' }])
    expect(lines.some(({ shape }) => shape?.part === 'body')).toBe(false)
  })
  test('a shape that this coat cannot carry', () => {
    const { bent } = cut(dogOf('feathered', { ...bodyOf(13), head: { shape: 'top-knot' } }))
    expect(bent).toContainEqual({ part: 'head', id: 'top-knot', why: 'coat-cannot-carry-it' })
  })
})

describe('of 150 dogs with a pattern of their own', () => {
  const made = Array.from({ length: 150 }, (_, i) => {
    const dog = aDogWithAll(i + 1)
    const pattern: Partial<Record<PartId, PartChoice>> = {}
    for (const [n, part] of PART_IDS.entries()) {
      const ids = shapesFor(part, dog.dog.coatType)
      const id = ids[(i * 7 + n * 3) % (ids.length + 1)]
      if (id) pattern[part] = hasOwnLength(part, id) ? { shape: id, mm: 10 + ((i + n) % 4) * 5 } : { shape: id }
    }
    const assessment: Assessment = { ...dog, wishes: { ...dog.wishes, pattern } }
    const plan = planWhole(assessment, HOUSE)
    return { seed: i + 1, assessment, plan, made: cutOf(assessment, plan, HOUSE) }
  })
  test('minutes are never negative, and parts add up to the total', () => {
    for (const { seed, made: cut, plan } of made) {
      if (!cut || !plan.groom) continue
      for (const { minutes } of cut.lines) expect(minutes, `${seed}`).toBeGreaterThanOrEqual(0)
      expect(Object.values(plan.groom.parts).reduce((a, b) => a + b, 0)).toBeCloseTo(plan.groom.minutes, 6)
    }
  })
  test('no blade comes where a tolerance, the jacket, a show or a scar forbids it', () => {
    for (const { seed, assessment, made: cut } of made)
      for (const { index, tool, why } of cut?.lines ?? []) {
        const { region } = REGION_SIDES[index]!
        const blade = tool.kind === 'blade' || tool.kind === 'comb'
        if (!blade || why !== 'shape') continue
        const said = `${seed} ${region} ${tool.id}`
        if (assessment.dog.faceTolerance === 'none') expect(FACE_EDGE.has(region), said).toBe(false)
        if (assessment.wishes.show) throw new Error(`${said}: a blade on a show coat`)
        if (assessment.dog.coatType === 'double' && !assessment.consents.vetDirectsClip)
          expect(['front-paw', 'hind-paw'], said).toContain(region)
      }
  })
  test('the mirrored dog has the mirrored cut', () => {
    for (const { assessment, made: cut, seed } of made.slice(0, 60)) {
      if (!cut) continue
      const mirrored: Assessment = {
        ...assessment,
        sheet: assessment.sheet.map((_, i) => assessment.sheet[mirrorIndex[i]!]!),
      }
      const other = cutOf(mirrored, planWhole(mirrored, HOUSE), HOUSE)!
      expect(
        other.mm.map((_, i) => other.mm[mirrorIndex[i]!]),
        `${seed}`,
      ).toEqual(cut.mm)
    }
  })
  test('every shape reaches its step on the bench', () => {
    for (const { assessment, plan, made: cut, seed } of made.slice(0, 80)) {
      if (!cut || plan.split) continue
      const steps = wholeGroom(assessment, plan, HOUSE, USUAL_SHELF)
      for (const { shape, index } of cut.lines)
        if (shape)
          expect(
            steps.some(
              (step) => step.shape?.part === shape.part && step.shape.id === shape.id && step.indexes.includes(index),
            ),
            `${seed} ${shape.part} ${shape.id}`,
          ).toBe(true)
    }
  })
})

describe('the library', () => {
  test('has about twenty patterns, each for coats that can carry it, each naming shapes that exist', () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(20)
    expect(new Set(LIBRARY.map(({ id }) => id)).size).toBe(LIBRARY.length)
    for (const { id, pattern, coats } of LIBRARY)
      for (const coat of coats) {
        expect(notFor(pattern, coat), `${id} on ${coat}`).toEqual([])
        for (const [part, choice] of Object.entries(pattern))
          expect(shapeOf(part as PartId, choice.shape), id).not.toBeNull()
      }
  })
  test('offers every coat that is cut something, and a puppy only what tidies', () => {
    for (const coat of COAT_TYPE_IDS)
      if (!['smooth', 'hairless', 'corded'].includes(coat))
        expect(patternsFor(dogOf(coat, null), HOUSE).length, coat).toBeGreaterThan(0)
    expect(patternsFor(dogOf('curly', null, { dog: { ageMonths: 5 } }), HOUSE).map(({ id }) => id)).toEqual([
      'puppy-tidy',
    ])
  })
  test('taken whole and taken again gives the same lines', () => {
    for (const { pattern, coats } of LIBRARY) {
      const dog = dogOf(coats[0]!, null)
      const once = { ...dog, wishes: { ...dog.wishes, ...withPattern(dog.wishes, pattern) } }
      const again = { ...once, wishes: { ...once.wishes, ...withPattern(once.wishes, once.wishes.pattern) } }
      expect(cut(again).lines).toEqual(cut(once).lines)
    }
  })
})

describe('changing a pattern', () => {
  const wishes = { style: 'trim' as const, targetMm: { body: 16, tail: 40 }, pattern: null }
  test('a length that a shape names is not said twice', () => {
    expect(withPattern(wishes, { body: { shape: 'length', mm: 10 } })).toEqual({
      style: 'trim',
      targetMm: { tail: 40 },
      pattern: { body: { shape: 'length', mm: 10 } },
    })
  })
  test('a length that is dragged goes to the shape that has it, else to the part', () => {
    const shaped = withPart(wishes, 'forelegs', { shape: 'column', mm: 20 })
    expect(withLength(shaped, 'legs', 30).pattern).toEqual({ forelegs: { shape: 'column', mm: 30 } })
    expect(withLength(shaped, 'tail', 30).targetMm.tail).toBe(30)
  })
  test('the last part taken out leaves no pattern; stripping makes the style a strip and back', () => {
    const stripped = withPart(wishes, 'body', { shape: 'stripped' })
    expect(stripped.style).toBe('strip')
    expect(withPart(stripped, 'body', { shape: 'length', mm: 10 }).style).toBe('trim')
    expect(withPart(stripped, 'body', null).pattern).toBeNull()
  })
  test('every region that a shape sets belongs to one part', () => {
    for (const part of PART_IDS)
      if (!['hock', 'sanitary', 'pads', 'armpits', 'stains'].includes(part))
        for (const region of PART_REGIONS[part]) expect(partOfRegion(region)).toBe(part)
  })
})
