import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, onRegions } from '../../test/fixtures/dogs.ts'
import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { mirrorIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import { mayEndEarly } from '../dog/facts.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { SCHOOLS, schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import { blendsOf } from './blends.ts'
import { cutOf } from './cut.ts'
import { hygieneOf } from './hygiene.ts'
import { inOrder } from './order.ts'
import { stripOf } from './strip.ts'

type Changes = Parameters<typeof anAssessment>[0]
const strip = (showInDays: number | null, changes: Changes = {}) => {
  const assessment = anAssessment({
    ...changes,
    dog: { coatType: 'wire', weightKg: 8, jacket: 'ready', ...changes?.dog },
    wishes: { style: 'strip', keepJacket: true, showInDays, ...changes?.wishes },
  })
  return stripOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
}
const WEEK = 7

// A full strip 8 to 12 weeks before a show, rolled every 4 to 6 weeks: common practice.
describe('a jacket on its way to a show', () => {
  test('whatever the date: in order, nothing in the past, the strip in its window, rolled by its cycle, a week to lie flat', () => {
    let stripped = 0
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), (showInDays) => {
        const { stages, tooLate } = strip(showInDays)!
        const days = stages.map(({ inDays }) => inDays)
        expect(days).toEqual(days.toSorted((a, b) => a - b))
        for (const day of days) expect(day).toBeGreaterThanOrEqual(0)
        expect(stages.at(-1)).toEqual({ stage: 'show', inDays: showInDays })
        const full = stages.filter(({ stage }) => stage === 'full-strip')
        expect(full.length).toBe(tooLate ? 0 : 1)
        expect(tooLate).toBe(showInDays < 8 * WEEK)
        if (full[0]) {
          stripped++
          const before = showInDays - full[0].inDays
          expect(before).toBeGreaterThanOrEqual(8 * WEEK)
          // Early enough for the window, it is in it; a show that is nearer is stripped for today.
          if (showInDays >= 12 * WEEK) expect(before).toBeLessThanOrEqual(12 * WEEK)
        }
        const rolls = stages.filter(({ stage }) => stage === 'roll').map(({ inDays }) => inDays)
        for (const roll of rolls) expect(showInDays - roll).toBeGreaterThanOrEqual(WEEK - 1)
        for (const [i, roll] of rolls.entries()) {
          const previous = rolls[i - 1]
          if (previous !== undefined) expect(Math.abs(roll - previous - 5 * WEEK)).toBeLessThanOrEqual(1)
        }
      }),
      { seed: 3 },
    )
    expect(stripped).toBeGreaterThan(30)
  })
  test('without a show it is rolled by the cycle alone; a tight jacket is not ready, and says where it will be taken', () => {
    expect(strip(null)!.stages).toEqual([])
    expect(strip(null)!.rollWeeks).toBe(DEFAULT_HOUSE['strip.roll'])
    const tight = strip(null, { dog: { jacket: 'tight' } })!
    expect(tight).toMatchObject({ ready: false, minutes: 0 })
    expect(tight.order.length).toBeGreaterThan(5)
  })
  test('tender places last, sore ones after them; a tail asks for a light hand at its scent patch', () => {
    const sore = strip(null, { sheet: onRegions(cleanSheet(), ['back'], { skin: 1 }) })!
    const region = (index: number): string => REGION_SIDES[index]!.region
    expect(region(sore.order.at(-1)!)).toBe('back')
    const sound = strip(null)!
    const tender = sound.order.map((index) => REGIONS[REGION_SIDES[index]!.region].tender)
    expect(tender).toEqual(tender.toSorted((a, b) => a - b))
    expect(sound.notes.includes('scent-patch-lightly')).toBe(sound.order.some((index) => region(index) === 'tail'))
  })
  test('a coat that was clipped several times, or nobody wants stripped, has no such plan', () => {
    expect(
      strip(null, { dog: { modifiers: ['clipped-wire'] }, wishes: { style: 'trim', keepJacket: false } }),
    ).toBeNull()
    const curly = anAssessment({ dog: { coatType: 'curly' } })
    expect(stripOf(curly, planGroom(curly, DEFAULT_HOUSE), DEFAULT_HOUSE)).toBeNull()
  })
})

// Neighbours 2 mm apart have a line: thinning shears, chunking over 10 mm, a tapered comb over 20. Common practice.
describe('lines to blend', () => {
  const anyLengths = fc.array(fc.double({ min: 0.5, max: 90, noNaN: true }), {
    minLength: REGION_SIDES.length,
    maxLength: REGION_SIDES.length,
  })
  test('exactly the neighbours that differ, by tool and by how much they show, whichever was cut', () => {
    fc.assert(
      fc.property(anyLengths, fc.array(fc.boolean(), { minLength: 39, maxLength: 39 }), (mm, worked) => {
        const blends = blendsOf(mm, (index) => worked[index]!, DEFAULT_HOUSE)
        const seen = (index: number): number => REGIONS[REGION_SIDES[index]!.region].seen
        const wanted = NEIGHBOUR_PAIRS.filter(
          ([a, b]) => (worked[a] || worked[b]) && Math.abs(mm[a]! - mm[b]!) >= 2 && seen(a) > 0 && seen(b) > 0,
        )
        expect(blends).toHaveLength(wanted.length)
        for (const { stepMm, tool } of blends)
          expect(tool).toBe(stepMm > 20 ? 'comb-taper' : stepMm > 10 ? 'chunking' : 'thinning')
        const shows = blends.map(({ shows: much }) => much)
        expect(shows).toEqual(shows.toSorted((a, b) => b - a))
      }),
      { seed: 4, numRuns: 60 },
    )
  })
  test('the mirror image of a dog has the mirror image of its lines', () => {
    fc.assert(
      fc.property(anyLengths, (mm) => {
        const all = (): boolean => true
        const mirrored = REGION_SIDES.map(({ index }) => mm[mirrorIndex[index]!]!)
        const key = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`)
        const there = blendsOf(mm, all, DEFAULT_HOUSE).map(({ a, b }) => key(mirrorIndex[a]!, mirrorIndex[b]!))
        expect(
          blendsOf(mirrored, all, DEFAULT_HOUSE)
            .map(({ a, b }) => key(a, b))
            .toSorted(),
        ).toEqual(there.toSorted())
      }),
      { seed: 6, numRuns: 40 },
    )
  })
})

// A 10 at the opening and a 7 around it; longer for learners and tender skin; 30 between pads, a 10 for learners. Common practice.
describe('the hygiene cut', () => {
  const at = (region: 'sanitary' | 'groin' | 'front-paw', changes: Changes = {}, mm = 40) => {
    const index = REGION_SIDES.findIndex((side) => side.region === region)
    return hygieneOf(index, region, mm, anAssessment(changes), DEFAULT_HOUSE)[0]
  }
  const old: Changes = { dog: { health: ['senior'] } }
  test.each([
    ['ten-at-opening', '10', '7', '5', '4'],
    ['short-close', '10', '10', '7', '5'],
    ['longer', '3', '6', '3', '6'],
  ] as const)(
    '%s: %s at the opening, %s around; careful hands %s and %s',
    (way, opening, around, carefulOpening, carefulAround) => {
      const schools = schoolsWith({ sanitary: way })
      expect(at('sanitary', { schools })?.tool.id).toBe(opening)
      expect(at('groin', { schools })?.tool.id).toBe(around)
      for (const careful of [
        { schools, experience: 'learner' as const },
        { schools, ...old },
      ]) {
        expect(at('sanitary', careful)?.tool.id).toBe(carefulOpening)
        expect(at('groin', careful)?.tool.id).toBe(carefulAround)
      }
    },
  )
  test('pads by hands and house; nothing where the hair is short already; the blade is cleaned after', () => {
    expect(at('front-paw')?.tool.id).toBe('30')
    expect(at('front-paw', { experience: 'learner' })?.tool.id).toBe('10')
    expect(at('front-paw', { schools: schoolsWith({ pads: 'narrow-or-shears' }) })?.tool.kind).toBe('shears')
    for (const region of ['sanitary', 'groin', 'front-paw'] as const)
      expect(at(region, {}, DEFAULT_HOUSE['cut.hygiene'])).toBeUndefined()
    expect(at('sanitary')?.notes).toContain('disinfect-after')
  })
  test('never shorter for careful hands than for others, whatever the house does', () => {
    for (const sanitary of SCHOOLS.sanitary)
      for (const pads of SCHOOLS.pads)
        for (const region of ['sanitary', 'groin', 'front-paw'] as const) {
          const schools = schoolsWith({ sanitary, pads })
          const usual = at(region, { schools })!.leavesMm
          expect(
            at(region, { schools, experience: 'learner' })!.leavesMm,
            `${sanitary} ${pads} ${region}`,
          ).toBeGreaterThanOrEqual(usual)
        }
  })
})

// Body, legs, hygiene, feet, tail, ears, head last; a dog that will not stand long has face and feet first. Common practice.
describe('the order of the cut', () => {
  const regions = (changes: Changes): string[] => {
    const assessment = anAssessment({ wishes: { style: 'trim', targetMm: { body: 16 } }, ...changes })
    const { lines } = cutOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)!
    expect(inOrder([...lines].reverse(), assessment, DEFAULT_HOUSE)).toEqual(lines)
    return [
      ...new Set(lines.filter(({ when }) => when !== 'before-bath').map(({ index }) => REGION_SIDES[index]!.region)),
    ]
  }
  test('the head comes last, both sides of a pair together, and sorting again changes nothing', () => {
    const order = regions({})
    expect(order[0]).toBe('back')
    expect(order.at(-1)).toBe('muzzle')
    expect(order.indexOf('sanitary')).toBeLessThan(order.indexOf('front-paw'))
  })
  test('by the house: the neck first, or the hygiene cut first', () => {
    expect(regions({ schools: schoolsWith({ 'body-start': 'neck' }) })[0]).toBe('neck')
    expect(regions({ schools: schoolsWith({ 'sanitary-when': 'first' }) }).slice(0, 2)).toEqual(['groin', 'sanitary'])
  })
  test.each([
    [{ dog: { temperament: 'anxious' as const } }, true],
    [{ dog: { health: ['arthritis' as const] } }, true],
    [{ dog: { temperament: 'easy' as const } }, false],
  ])('%o stands briefly: %s', (changes, briefly) => {
    expect(mayEndEarly(anAssessment(changes), DEFAULT_HOUSE)).toBe(briefly)
    const order = regions(changes)
    expect(order.indexOf('muzzle') < order.indexOf('back')).toBe(briefly)
  })
})
