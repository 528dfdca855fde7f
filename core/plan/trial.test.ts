import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { anAssessment, cleanSheet, lengths } from '../../test/fixtures/dogs.ts'
import { mirrorIndex } from '../body/regions.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { mirrorSheet } from './mirror.ts'
import { planGroom } from './plan.ts'

/** Dogs with one kind of mat on some of their places. */
function aDog(seed: number) {
  const random = seeded(seed)
  const mat = (2 + Math.floor(random() * 2)) as 2 | 3
  const extent = [0.25, 0.5, 0.75, 1][Math.floor(random() * 4)]!
  const often = 0.2 + 0.8 * random()
  return anAssessment({
    dog: { weightKg: 4 + Math.floor(30 * random()), lengthMm: lengths(60) },
    wishes: { keepLength: Math.floor(random() * 4) as 0 | 1 | 2 | 3 },
    slotMinutes: 240,
    sheet: cleanSheet().map((side) => (random() < often ? { ...side, mat, extent, standoffMm: 5 } : side)),
  })
}

// Common practice: where it is close, a groomer works one mat and sees.
describe('one mat to try first', () => {
  const plans = Array.from({ length: 400 }, (_, i) => {
    const assessment = aDog(i + 1)
    return { assessment, plan: planGroom(assessment, DEFAULT_HOUSE) }
  })
  const tried = plans.filter(({ plan }) => plan.trial !== null)
  test('is proposed where two ways are close and one kind of mat parts them, and names the best way among the two', () => {
    expect(tried.length).toBeGreaterThan(3)
    expect(tried.length).toBeLessThan(plans.length / 2)
    for (const { assessment, plan } of tried) {
      const { index, ifItComes, ifNot, minutes } = plan.trial!
      expect(assessment.sheet[index]!.mat).toBeGreaterThanOrEqual(2)
      expect([ifItComes, ifNot]).toContain(plan.verdict.choice)
      expect(ifItComes).not.toBe(ifNot)
      expect(minutes).toBe(2)
      const objectives = [
        plan.verdict.objective.total,
        ...plan.verdict.alternatives
          .filter(({ closed, feasible, visits }) => !closed && feasible && visits === 1)
          .map(({ objective }) => objective),
      ].toSorted((a, b) => a - b)
      const near = objectives.filter((x) => x <= objectives[0]! + 0.1 * Math.max(5, objectives[0]!) + 1e-9)
      expect(near.length).toBeGreaterThan(1)
      expect(plan.stops).toContainEqual(expect.objectContaining({ code: 'try-one-mat', action: 'try-first' }))
    }
  })
  test('the mirror image of a dog tries the mirror image of the mat', () => {
    for (const { assessment, plan } of tried.slice(0, 20)) {
      const mirrored = planGroom(mirrorSheet(assessment), DEFAULT_HOUSE).trial!
      expect(mirrored).toEqual({ ...plan.trial, index: mirrorIndex[plan.trial!.index] })
    }
  })
})
