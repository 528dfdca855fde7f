import fc from 'fast-check'
import { test } from 'vitest'
import { cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { found, place } from '../../test/fixtures/found.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { REGION_IDS, REGION_SIDES } from '../body/regions.ts'
import { bodySurfaceM2 } from '../body/surface.ts'
import { COAT_TYPE_IDS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { planGroom } from '../plan/plan.ts'
import { FINDING_IDS, findingKind } from '../scores/findings.ts'
import type { Score } from '../scores/scales.ts'
import { SEVEN_MM } from '../tools/blades.ts'
import type { GroomStep } from './step.ts'
import { wholeGroom } from './steps.ts'

const groom = (assessment: Assessment): GroomStep[] =>
  wholeGroom(assessment, planGroom(assessment, DEFAULT_HOUSE), DEFAULT_HOUSE, USUAL_SHELF)

test('on 2,000 seeded dogs no tool comes nearer to a finding than the table has it, and each step there says so', () => {
  const anyFinding = fc.record({
    region: fc.constantFrom(...REGION_IDS),
    id: fc.constantFrom(...FINDING_IDS.filter((id) => !findingKind(id).catching && findingKind(id).skin < 4)),
    sizeMm: fc.option(fc.integer({ min: 2, max: 80 }), { nil: null }),
    coatType: fc.constantFrom(...COAT_TYPE_IDS),
    weightKg: fc.constantFrom(3, 10, 28, 60),
    mat: fc.constantFrom(0, 2, 3, 4) as fc.Arbitrary<Score>,
    style: fc.constantFrom('natural', 'trim', 'short', 'puppy') as fc.Arbitrary<'short'>,
    experience: fc.constantFrom('learner', 'practised', 'expert') as fc.Arbitrary<'expert'>,
  })
  fc.assert(
    fc.property(anyFinding, ({ region, id, sizeMm, coatType, weightKg, mat, style, experience }) => {
      const sheet = onRegions(cleanSheet(), [region], mat > 0 ? { mat, extent: 0.5, standoffMm: 4 } : {})
      const assessment = found(region, id, sizeMm, {
        dog: { coatType, weightKg, lengthMm: lengths(50) },
        wishes: { style },
        sheet,
        experience,
      })
      const at = place(region)
      const kind = findingKind(id)
      const width = (sizeMm ?? DEFAULT_HOUSE['around.size']) + 2 * (kind.offMm === 'place' ? 0 : kind.offMm)
      const area = bodySurfaceM2(weightKg) * REGION_SIDES[at]!.share * 1e6
      const fills = kind.offMm === 'place' || (Math.PI / 4) * width * width > 0.5 * area
      for (const step of groom(assessment)) {
        if (!step.indexes.includes(at) || (step.kind !== 'cut' && step.kind !== 'coat')) continue
        const bladed = step.tool?.kind === 'blade' || step.tool?.kind === 'comb'
        const sheared = step.tool?.kind === 'shears'
        if (kind.coat === 'left') return false
        if (kind.coat === 'none-nearer' || kind.coat === 'out-first') {
          if (fills) return false
          if (!step.around.some(({ index, finding }) => index === at && finding === id)) return false
        }
        if (kind.coat === 'round-by-shears' && !sheared) {
          if (bladed && (fills || width + DEFAULT_HOUSE['blade.width'] > Math.sqrt(area))) return false
          if (!step.around.some(({ index, finding }) => index === at && finding === id)) return false
        }
        if ((kind.coat === 'gentle' || kind.coat === 'no-close-blade') && bladed && mat < 2)
          if ((step.leavesMm ?? 99) < SEVEN_MM - 1e-9 && step.what !== 'opening') return false
      }
      return true
    }),
    { numRuns: 2000, seed: 31 },
  )
})
