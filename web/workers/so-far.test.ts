import { expect, test } from 'vitest'
import { DEFAULT_HOUSE, planWhole, vetDecides } from '../../core/index.ts'
import { aDogOf, frail } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { soFarOf } from './so-far.ts'

// Common practice: what is said while the hands are on the dog is what is said when they are done.
test('of a frail dog whose rest a vet decides on the look says what will be done, not what all of it would take', () => {
  const plans = Array.from({ length: 12 }, (_, i) => planWhole(frail(aDogOf(i + 1, 200)), DEFAULT_HOUSE)).filter(
    vetDecides,
  )
  expect(plans.length).toBeGreaterThan(1)
  for (const plan of plans) {
    const { says, minutes, pull, pullBudget } = soFarOf(plan)
    expect(says).toBe('What hurts, then the vet')
    expect(minutes.low).toBeCloseTo(plan.split!.visits[0]!.minutes, 6)
    expect(minutes.high).toBeLessThan(plan.verdict.minutes.low)
    expect(pull.low).toBeLessThanOrEqual(pullBudget + 1e-6)
  }
})
