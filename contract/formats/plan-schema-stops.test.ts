import { expect, test } from 'vitest'
import { DEFAULT_HOUSE, HEALTH_IDS, MODIFIER_IDS, planWhole } from '../../core/index.ts'
import { anAssessment } from '../../test/fixtures/dogs.ts'
import { planSchema } from './plan-schema.ts'

// What the core may say the wire has to carry: a stop the schema does not know leaves the verdict blank.
test.each([...HEALTH_IDS, ...MODIFIER_IDS])('a plan of a dog with %s is one that the schema reads', (id) => {
  for (const coatType of ['double', 'feathered', 'wire', 'curly'] as const) {
    const dog = {
      coatType,
      health: HEALTH_IDS.filter((one) => one === id),
      modifiers: MODIFIER_IDS.filter((one) => one === id),
    }
    const read = planSchema.safeParse(JSON.parse(JSON.stringify(planWhole(anAssessment({ dog }), DEFAULT_HOUSE))))
    expect(read.error?.issues ?? [], coatType).toEqual([])
  }
})
