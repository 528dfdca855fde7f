import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { mixForDay, mixLines } from '../day/mix-for-day.ts'
import { wholeGroom } from '../groom/steps.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { schoolsWith } from '../numbers/schools.ts'
import { planGroom } from '../plan/plan.ts'
import { planBath } from './bath.ts'
import { type Deshed, deshedOf } from './deshed.ts'
import { type Job, pack } from './overlap.ts'
import { USUAL_SHELF } from './products.ts'

describe('what the hands do meanwhile', () => {
  test('saves as much as any assignment could, never overfills a wait, never splits a job', () => {
    const someJobs = fc.array(
      fc.record({ minutes: fc.integer({ min: 1, max: 7 }), not: fc.integer({ min: 0, max: 3 }) }),
      { maxLength: 5 },
    )
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 10 }), { maxLength: 4 }), someJobs, (waits, list) => {
        const windows = waits.map((minutes, i) => ({ id: `w${i}`, minutes }))
        const jobs: Job[] = list.map(({ minutes, not }, i) => ({
          id: `j${i}`,
          minutes,
          allowed: (w) => w !== `w${not}`,
        }))
        const { at, saved } = pack(windows, jobs)
        let best = 0
        const total = (windows.length + 1) ** jobs.length
        for (let code = 0; code < total; code++) {
          const room = waits.slice()
          let sum = 0
          let rest = code
          const fits = jobs.every(({ minutes, allowed }) => {
            const w = rest % (windows.length + 1)
            rest = Math.floor(rest / (windows.length + 1))
            if (w === windows.length) return true
            room[w]! -= minutes
            sum += minutes
            return room[w]! >= 0 && allowed(`w${w}`)
          })
          if (fits) best = Math.max(best, sum)
        }
        const placed = jobs.filter(({ id }) => at.has(id))
        for (const { id, minutes } of windows)
          expect(
            placed.filter((job) => at.get(job.id) === id).reduce((sum, job) => sum + job.minutes, 0),
          ).toBeLessThanOrEqual(minutes)
        expect(placed.every((job) => job.allowed(at.get(job.id)!))).toBe(true)
        expect(placed.reduce((sum, job) => sum + job.minutes, 0)).toBe(saved)
        expect(saved).toBe(best)
      }),
      { numRuns: 150, seed: 8 },
    )
  })
})

describe('deshedding', () => {
  const deshed = (changes: Parameters<typeof anAssessment>[0]): Deshed | null => {
    const assessment = anAssessment(changes)
    return deshedOf(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE)
  }
  const shedding = (undercoat: 1 | 2 | 3 | 4, changes: object = {}) =>
    deshed({
      dog: { coatType: 'double', weightKg: 22, lengthMm: lengths(60) },
      sheet: onRegions(cleanSheet(), NINE, { undercoat }),
      ...changes,
    })

  test('nothing loose, nothing to do', () => expect(deshed({ dog: { coatType: 'double' } })).toBeNull())
  test('a groom that stops is not deshedded', () =>
    expect(
      deshed({
        sheet: onRegions(cleanSheet(), ['back'], { undercoat: 3, findings: [{ id: 'mites-suspect', sizeMm: null }] }),
      }),
    ).toBeNull())
  test('more loose, more grams: shares of the coat’s weight', () => {
    const grams = ([1, 2, 3, 4] as const).map((undercoat) => shedding(undercoat)!.looseG)
    for (const [i, share] of [0.03, 0.08, 0.15, 0.25].entries())
      expect(grams[i]! / grams[0]!).toBeCloseTo(share / 0.03, 6)
  })
  test('three brush-outs share the verdict’s carding, two where the house does not brush first', () => {
    const three = shedding(3)!
    expect(three.passes.map(({ when }) => when)).toEqual(['before-bath', 'after-towel', 'after-dryer'])
    expect(three.passes.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(three.minutes, 9)
    expect(shedding(3, { schools: schoolsWith({ 'brush-before-bath': 'never' }) })!.passes).toHaveLength(2)
  })
  test('tools follow the house: a rake lightly, never a blade unless it says so, and never on a show coat', () => {
    const tools = (schools: object, more: object = {}): Set<string> =>
      new Set(shedding(3, { schools: schoolsWith(schools), ...more })!.places.flatMap((place) => place.tools))
    expect(tools({})).toEqual(new Set(['air', 'brush-and-comb', 'rake']))
    expect(tools({ 'undercoat-tools': 'brush-and-air' })).toEqual(new Set(['air', 'brush-and-comb']))
    expect([...tools({ 'undercoat-tools': 'bladed' })]).toContain('bladed')
    const show = { dog: { coatType: 'double', weightKg: 22, modifiers: ['show-coat'], lengthMm: lengths(60) } }
    expect([...tools({ 'undercoat-tools': 'bladed' }, show)]).not.toContain('bladed')
  })
  test('no air for a dog that takes none', () => {
    const none = shedding(3, {
      dog: { coatType: 'double', weightKg: 22, dryerTolerance: 'none', lengthMm: lengths(60) },
    })!
    expect(none.places.every(({ tools }) => !tools.includes('air'))).toBe(true)
  })
})

describe('mixing for the day', () => {
  const baths = [6, 12, 30].map((weightKg, i) => {
    const assessment = anAssessment({ dog: { weightKg, coatType: i === 1 ? 'double' : 'curly' } })
    return {
      dogId: `dog ${i}`,
      lines: mixLines(planBath(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE, USUAL_SHELF).steps),
    }
  })
  test('a bottle holds what its dogs take, product and water make the total, each strength has its own', () => {
    const bottles = mixForDay(baths)
    expect(bottles.length).toBeGreaterThan(3)
    for (const { mix, dogs, productId, waterParts } of bottles) {
      expect(mix.totalMl).toBe(dogs.reduce((sum, { solutionMl }) => sum + solutionMl, 0))
      expect(mix.productMl + mix.waterMl).toBe(mix.totalMl)
      expect(Math.abs(mix.productMl - mix.totalMl / (waterParts + 1))).toBeLessThanOrEqual(1)
      expect(USUAL_SHELF.some(({ id }) => id === productId)).toBe(true)
    }
    expect(new Set(bottles.map(({ productId, waterParts }) => `${productId} ${waterParts}`)).size).toBe(bottles.length)
  })
  test('nobody to bathe, nothing to mix', () => expect(mixForDay([])).toEqual([]))
})

// Common practice: nobody stands and watches a stain soak; the rest is washed meanwhile, the stained places last.
describe('what loosens stains', () => {
  const tagged = (regions: Parameters<typeof onRegions>[1], tag: string) =>
    onRegions(cleanSheet(), regions, { condition: 2, tags: [tag] } as never)
  const bathOf = (sheet: ReturnType<typeof cleanSheet>, weightKg = 12) => {
    const assessment = anAssessment({ dog: { coatType: 'curly', weightKg, lengthMm: lengths(40) }, sheet })
    const plan = planGroom(assessment, DEFAULT_HOUSE)
    const bath = planBath(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
    return { bath, steps: wholeGroom(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF) }
  }
  test.each([
    ['feet', ['front-paw', 'hind-paw'], 'saliva-stain', 'soak.feet'],
    ['legs', ['hindleg'], 'urine-stain', 'soak.stains'],
    ['the beard', ['muzzle'], 'saliva-stain', 'soak.face'],
  ] as const)(
    'on %s goes on wet coat, works while the rest is washed, and is taken off when it has worked',
    (_, regions, tag, id) => {
      for (const kg of [4, 12, 40]) {
        const { bath, steps } = bathOf(tagged(regions, tag), kg)
        const at = (test: (step: (typeof bath.steps)[number]) => boolean) => bath.steps.findIndex(test)
        const soak = bath.steps.find((step) => step.id === id)!
        const off = bath.steps.find((step) => step.id === soak.until)!
        expect(at(({ kind }) => kind === 'wet')).toBeLessThan(at((step) => step === soak))
        expect(at((step) => step === soak)).toBeLessThan(at(({ kind }) => kind === 'wash'))
        expect(soak.waitMin).toBe(0)
        expect(off.startMin - (soak.startMin + soak.handsMin)).toBeGreaterThanOrEqual(soak.dwellMin - 1e-9)
        expect(steps.find((step) => step.id === `bath:${off.id}`)!.waitsFor).toContain(`bath:${id}`)
      }
    },
  )
  test('is not waited for on a large dog: what is washed meanwhile takes longer', () => {
    const { bath } = bathOf(tagged(['front-paw'], 'saliva-stain'), 40)
    const { dwellMin, until } = bath.steps.find(({ kind }) => kind === 'soak')!
    const before = bath.steps[bath.steps.findIndex(({ id }) => id === until) - 1]!
    expect(dwellMin).toBeGreaterThan(3)
    expect(before.waitMin).toBeLessThanOrEqual(before.dwellMin)
  })
})
