import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { mirrorIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { COAT_TYPE_IDS } from '../coat/coat-types.ts'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../fixtures.ts'
import { DEFAULT_HOUSE } from '../house/estimates.ts'
import { mirrorSheet } from '../verdict/mirror.ts'
import { planGroom } from '../verdict/plan.ts'
import { type Cut, type CutLine, cutOf } from './cut.ts'

type Changes = Parameters<typeof anAssessment>[0]
const cut = (changes: Changes = {}): Cut => {
  const assessment = anAssessment(changes)
  return cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!
}
const lineAt = ({ lines }: Cut, region: RegionId, part = 'coat'): CutLine | undefined =>
  lines.find((line) => REGION_SIDES[line.index]!.region === region && line.part === part)
const trim = (changes: Changes = {}): Changes => ({ ...changes, wishes: { style: 'trim', ...changes?.wishes } })

// Which tool and what it leaves: common practice; blades and combs as docs/model.md lists them.
describe('from a wanted length to a tool', () => {
  test.each([
    ['trim', 'back', 'comb', '16', 16],
    ['trim', 'foreleg', 'comb', '16', 16],
    ['trim', 'crown', 'comb', '19', 19],
    ['short', 'back', 'comb', '6', 6],
    ['short', 'crown', 'comb', '10', 10],
    ['puppy', 'side', 'comb', '25', 25],
  ] as const)('%s: %s with a %s %s, leaving %d mm', (style, region, kind, id, leavesMm) => {
    expect(lineAt(cut({ wishes: { style } }), region)).toMatchObject({
      tool: { kind, id },
      leavesMm,
      against: false,
      why: 'wish',
    })
  })
  test('as it is: nothing is cut but hygiene, pads, and armpits that would mat', () => {
    const { lines } = cut()
    expect(new Set(lines.map(({ why }) => why))).toEqual(new Set(['hygiene', 'friction']))
    expect(lineAt({ lines } as Cut, 'sanitary', 'opening')!.tool.id).toBe('10')
    expect(lineAt({ lines } as Cut, 'front-paw', 'pads')!.tool.id).toBe('30')
    expect(lineAt({ lines } as Cut, 'armpit')!.tool.id).toBe('7')
  })
  test('learners get longer blades at the opening and between pads', () => {
    const learner = cut({ experience: 'learner' })
    expect(lineAt(learner, 'sanitary', 'opening')!.tool.id).toBe('5')
    expect(lineAt(learner, 'hind-paw', 'pads')!.tool.id).toBe('10')
  })
  test('thin, old or pink skin: nothing shorter than a 7', () => {
    const asked = { style: 'trim' as const, targetMm: { body: 2 } }
    expect(lineAt(cut({ wishes: asked }), 'back')!.leavesMm).toBe(2)
    expect(lineAt(cut({ wishes: asked, dog: { health: ['senior'] } }), 'back')!.leavesMm).toBeGreaterThanOrEqual(3)
    expect(
      lineAt(cut({ wishes: asked, sheet: onRegions(cleanSheet(), ['back'], { skin: 1 }) }), 'back')!.leavesMm,
    ).toBeGreaterThanOrEqual(3)
  })
  test('a verdict of short decides, not taste', () => {
    const tight = cut({
      dog: { weightKg: 28 },
      wishes: { style: 'trim' },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    })
    expect(lineAt(tight, 'back')).toMatchObject({ why: 'verdict', tool: { kind: 'blade', id: '7' } })
  })
})

describe('what is not cut, and why', () => {
  test.each([
    ['a double coat', trim({ dog: { coatType: 'double', lengthMm: lengths(60) } }), 'back', 'double-coat'],
    ['a show coat', trim({ wishes: { show: true } }), 'back', 'show-coat'],
    [
      'a jacket the owner keeps',
      trim({ dog: { coatType: 'wire', lengthMm: lengths(35) }, wishes: { keepJacket: true } }),
      'back',
      'jacket',
    ],
    [
      'a place to be left',
      trim({ sheet: onRegions(cleanSheet(), ['tail'], { leave: 'bandage' }), wishes: { targetMm: { tail: 10 } } }),
      'tail',
      'left-alone',
    ],
    ['a face that is not tolerated', trim({ dog: { faceTolerance: 'none' } }), 'muzzle', 'face-not-tolerated'],
  ] as const)('%s', (_, changes, region, why) => {
    const made = cut(changes as Changes)
    expect(lineAt(made, region)).toBeUndefined()
    expect(made.notCut).toContainEqual(
      expect.objectContaining({ why, index: REGION_SIDES.findIndex((side) => side.region === region) }),
    )
  })
  test('a groom that stops is not cut', () => {
    const assessment = anAssessment({
      sheet: onRegions(cleanSheet(), ['back'], { findings: [{ id: 'mites-suspect', sizeMm: null }] }),
    })
    expect(cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)).toBeNull()
  })
})

describe('lines and blends', () => {
  test('neighbours two millimetres apart or more are blended, what shows most first, with the tool for the step', () => {
    const { blends, mm } = cut({ wishes: { style: 'trim' }, dog: { lengthMm: lengths(60, { tail: 80 }) } })
    expect(blends.length).toBeGreaterThan(2)
    for (const [i, { a, b, stepMm, tool, shows }] of blends.entries()) {
      expect(stepMm).toBeCloseTo(Math.abs(mm[a]! - mm[b]!), 9)
      expect(stepMm).toBeGreaterThanOrEqual(2)
      expect(tool).toBe(stepMm > 20 ? 'comb-taper' : stepMm > 10 ? 'chunking' : 'thinning')
      if (i > 0) expect(shows).toBeLessThanOrEqual(blends[i - 1]!.shows)
    }
  })
  test('body before legs, feet, tail, ears; the head last', () => {
    const order = cut({ wishes: { style: 'trim', targetMm: { ears: 20, tail: 30 } } }).lines.map(
      ({ index }) => REGION_SIDES[index]!.region,
    )
    const at = (region: RegionId): number => order.indexOf(region)
    expect(at('back')).toBeLessThan(at('foreleg'))
    expect(at('foreleg')).toBeLessThan(at('sanitary'))
    expect(at('sanitary')).toBeLessThan(at('tail'))
    expect(at('tail')).toBeLessThan(at('ear-outer'))
    expect(at('ear-outer')).toBeLessThan(at('muzzle'))
  })
  test('a side that was forced shorter is named', () => {
    const sheet = cleanSheet().map((side, i) =>
      REGION_SIDES[i]!.region === 'cheek' && REGION_SIDES[i]!.side === 'left'
        ? { ...side, mat: 4 as const, extent: 1, standoffMm: 2 }
        : side,
    )
    const { unlike } = cut({ wishes: { style: 'trim' }, sheet, dog: { lengthMm: lengths(20) } })
    expect(unlike.map(({ left }) => REGION_SIDES[left]!.region)).toContain('cheek')
  })
})

describe('whatever the dog', () => {
  const anyDog = fc.record({
    coatType: fc.constantFrom(...COAT_TYPE_IDS),
    style: fc.constantFrom('natural' as const, 'trim' as const, 'short' as const, 'show' as const, 'puppy' as const),
    experience: fc.constantFrom('learner' as const, 'practised' as const, 'expert' as const),
    mm: fc.integer({ min: 5, max: 120 }),
    weightKg: fc.integer({ min: 2, max: 60 }),
    mats: fc.array(fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const), {
      minLength: 39,
      maxLength: 39,
    }),
    skins: fc.array(fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const, 3 as const), {
      minLength: 39,
      maxLength: 39,
    }),
  })
  test('no blade at eyes, lips or between toes, no comb attachment through mats, no double coat clipped, nothing where it is left; the mirror dog is cut alike', () => {
    let cuts = 0
    fc.assert(
      fc.property(anyDog, ({ coatType, style, experience, mm, weightKg, mats, skins }) => {
        const sheet = cleanSheet().map((side, i) => ({ ...side, mat: mats[i]!, skin: skins[i]! }))
        const assessment = anAssessment({
          dog: { coatType, weightKg, lengthMm: lengths(mm) },
          wishes: { style },
          experience,
          sheet,
        })
        const plan = planGroom(assessment, DEFAULT_HOUSE)
        const made = cutOf(assessment, plan, DEFAULT_HOUSE)
        if (!made) return
        for (const { index, tool, part, leavesMm } of made.lines) {
          cuts++
          const { region } = REGION_SIDES[index]!
          expect(plan.regions[index]!.treatment).not.toBe('leave')
          if (part === 'coat' && ['eyes', 'muzzle', 'cheek', 'front-paw', 'hind-paw'].includes(region))
            expect(tool.kind).toBe('shears')
          if (tool.kind === 'comb' && plan.regions[index]!.treatment === 'clip') expect(mats[index]).toBeLessThan(2)
          if (coatType === 'double' && part === 'coat')
            expect(['sanitary', 'front-paw', 'hind-paw', 'groin', 'armpit']).toContain(region)
          if (style === 'show') expect(plan.regions[index]!.treatment).not.toBe('clip')
          expect(leavesMm).toBeLessThanOrEqual(Math.max(mm, 32))
        }
        const mirrored = cutOf(...mirrorOf(assessment), DEFAULT_HOUSE)!
        for (const { index } of REGION_SIDES) expect(mirrored.mm[mirrorIndex[index]!]).toBeCloseTo(made.mm[index]!, 9)
      }),
      { numRuns: 120, seed: 12 },
    )
    expect(cuts).toBeGreaterThan(500)
  })
  const mirrorOf = (assessment: ReturnType<typeof anAssessment>) => {
    const mirrored = mirrorSheet(assessment)
    return [mirrored, planGroom(mirrored, DEFAULT_HOUSE)] as const
  }
})
