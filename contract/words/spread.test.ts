import { describe, expect, test } from 'vitest'
import {
  afterOf,
  consentNeeds,
  cutOf,
  DEFAULT_HOUSE as HOUSE,
  planWhole,
  STARTING_PRICES,
  vetDecides,
} from '../../core/index.ts'
import { aDogOf } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { consentPage } from './consent-page.ts'
import { outlineOf } from './goodbye-page.ts'
import { AFTER_VET_WEEKS, choiceText, verdictLabel } from './index.ts'

/** Old, with a bad heart, or biting, and felted: the dogs whose work is spread over visits, and those a vet decides on. */
const DOGS = 120
const told = Array.from({ length: DOGS }, (_, i) => {
  const dog = aDogOf(i + 1, 200)
  const health = i % 2 ? (['senior', 'heart'] as const) : []
  const assessment = {
    ...dog,
    dog: { ...dog.dog, health: [...health], temperament: i % 2 ? ('anxious' as const) : ('bites' as const) },
  }
  const plan = planWhole(assessment, HOUSE)
  const page = consentPage(
    {
      plan,
      assessment,
      dog: assessment.dog,
      rows: [],
      needs: consentNeeds(plan, assessment, null, HOUSE),
      prices: STARTING_PRICES,
      salon: 'Walnut Yard',
    },
    HOUSE,
  )
  return { i, assessment, plan, page }
}).flatMap((one) => (one.plan.split ? [{ ...one, split: one.plan.split }] : []))
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)

// Common practice: an owner pays for what is done and hears of it as it will be, whoever decides on the rest.
describe('what the owner of a dog in several visits is told', () => {
  test('is of every kind here: several visits, and one with the rest left to the vet', () => {
    expect(told.filter(({ split }) => split.visits.length > 1).length).toBeGreaterThan(20)
    expect(told.filter(({ plan }) => vetDecides(plan)).length).toBeGreaterThan(20)
  })
  test('the coat work told is that of the visits that are planned, and the groom is never shorter than its coat work', () => {
    for (const { i, page, split, plan } of told) {
      const visits = sum(split.visits.map(({ minutes }) => minutes))
      expect(page.minutes.low, `${i}`).toBeCloseTo(visits, 6)
      expect(page.minutes.high, `${i}`).toBeGreaterThanOrEqual(page.minutes.low - 1e-9)
      expect(plan.groom!.minutes, `${i}`).toBeGreaterThanOrEqual(split.visits[0]!.minutes - 1e-6)
    }
  })
  test('the book and the verdict call it by one name', () => {
    for (const { i, plan } of told)
      expect(verdictLabel(plan), `${i}`).toBe(choiceText({ choice: plan.verdict.choice, vet: vetDecides(plan) }))
  })
  test('bath, drying, cut and nails are in the price once, or a visit without a bath is paid by its minutes', () => {
    for (const { i, page, plan, split } of told) {
      if (split.visits.length > 1) expect(page.priceIs, `${i}`).toMatch(/^bath, drying, cut and nails, once/)
      else if (plan.groom!.parts.bath === 0) expect(page.priceIs, `${i}`).toMatch(/^the visit.* without a bath/)
      else expect(page.priceIs, `${i}`).toMatch(/^bath, drying, cut and nails(?!, once)/)
    }
  })
  test('no line speaks of one visit as of several, nor of dates to keep where there is one', () => {
    for (const { i, page, split } of told) {
      const lines = [...page.feels, ...page.meanwhile, page.advice, page.priceIs].join(' ')
      expect(lines, `${i}`).not.toMatch(/\b1 visits\b/)
      if (split.visits.length === 1) expect(lines, `${i}`).not.toMatch(/keep to the dates|spread|together/i)
    }
  })
  test('what no visit is planned for goes home as it came', () => {
    let left = 0
    for (const { i, page, split, plan } of told) {
      const worked = new Set(split.visits.flatMap(({ parts }) => parts.map(({ index }) => index)))
      for (const index of split.left.filter((one) => !worked.has(one))) {
        left++
        expect(page.outlineMm[index], `${i} ${index}`).toBe(plan.regions[index]!.coatMm)
      }
    }
    expect(left).toBeGreaterThan(100)
  })
  test('where a vet decides, the next date is the vet’s and not the coat’s', () => {
    for (const { i, page, plan } of told)
      if (vetDecides(plan)) {
        expect(page.nextWeeks, `${i}`).toBe(AFTER_VET_WEEKS)
        expect(page.nextWhy, `${i}`).toMatch(/vet/)
      }
  })
  test('goes home from the first visit with what belongs to a later one as it was', () => {
    for (const { i, assessment, plan, split } of told) {
      const today = new Map(split.visits[0]!.parts.map(({ index, part }) => [index, part]))
      const outline = outlineOf(plan, cutOf(assessment, plan, HOUSE), null)
      const after = afterOf(assessment, plan, null, [])
      for (const { index, treatment, coatMm, done } of plan.regions) {
        if (treatment !== 'clip' || done || today.get(index) === 1) continue
        expect(outline[index], `${i} ${index}`).toBe(coatMm)
        expect(after[index]!.mat, `${i} ${index}`).toBe(assessment.sheet[index]!.mat)
      }
    }
  })
})
