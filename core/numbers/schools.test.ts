import { expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { planBath } from '../bath/bath.ts'
import { deshedOf } from '../bath/deshed.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { cutOf } from '../cut/cut.ts'
import { dryingOf } from '../drying/drying.ts'
import { groomSteps } from '../groom/steps.ts'
import { planGroom } from '../plan/plan.ts'
import { DEFAULT_HOUSE } from './estimates.ts'
import { DEFAULT_SCHOOLS, PERSONAL_SCHOOLS, SCHOOL_IDS, SCHOOLS, schoolsWith } from './schools.ts'

type Changes = Parameters<typeof anAssessment>[0]
const dogs: Changes[] = [
  { dog: { weightKg: 20 }, sheet: cleanSheet().map((side) => ({ ...side, mat: 2 as const, condition: 1 as const })) },
  { dog: { weightKg: 20 }, sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.5, standoffMm: 4 }) },
  { dog: { coatType: 'double', weightKg: 25 }, sheet: onRegions(cleanSheet(), NINE, { undercoat: 2 }) },
  { dog: { coatType: 'wire', weightKg: 8 } },
  { dog: { coatType: 'feathered', weightKg: 10, lengthMm: lengths(25) } },
  { dog: { coatType: 'silky', weightKg: 5, lengthMm: lengths(90) } },
  { dog: { weightKg: 12 }, wishes: { style: 'short' } },
  {
    dog: { weightKg: 28 },
    wishes: { style: 'short', keepLength: 0 },
    sheet: onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.75, standoffMm: 7 }),
  },
  { dog: { weightKg: 9 }, wishes: { style: 'trim', targetMm: { head: 1, ears: 20 } } },
  { experience: 'learner', wishes: { style: 'short', targetMm: { body: 3 } } },
  { wishes: { style: 'short', targetMm: { body: 4 } } },
  { dog: { coatType: 'double', lengthMm: lengths(38) }, wishes: { style: 'trim', targetMm: { body: 16 } } },
  { dog: { coatType: 'feathered', lengthMm: lengths(60) }, wishes: { style: 'short' } },
  { dog: { coatType: 'wire', jacket: 'ready', weightKg: 8 }, wishes: { keepJacket: true } },
  {
    dog: { coatType: 'wire', jacket: 'ready', weightKg: 8 },
    wishes: { keepJacket: true },
    sheet: cleanSheet().map((side) => ({ ...side, condition: 3 as const })),
  },
  { dog: { coatType: 'wire', jacket: 'ready', weightKg: 8 }, wishes: { style: 'trim', targetMm: { body: 16 } } },
  {
    dog: { coatType: 'cotton', weightKg: 6 },
    sheet: onRegions(cleanSheet(), ['eyes', 'muzzle'], { tags: ['tear-stain'] }),
  },
  {
    dog: { weightKg: 9, nailTolerance: 'none' },
    wishes: { keepLength: 1 },
    sheet: onRegions(cleanSheet(), ['behind-ear', 'armpit', 'groin'], { mat: 2, extent: 1, standoffMm: 5 }),
  },
]

function planned(changes: Changes): string {
  const assessment = anAssessment(changes)
  const plan = planGroom(assessment, DEFAULT_HOUSE)
  const bath = planBath(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
  const drying = dryingOf(assessment, plan, DEFAULT_HOUSE)
  const cut = cutOf(assessment, plan, DEFAULT_HOUSE)
  return JSON.stringify([
    plan.regions.map(({ treatment, option }) => [treatment, option.when]),
    bath.steps.map(({ id, handsMin, notes, meanwhile, solutionMl }) => [id, handsMin, notes, meanwhile, solutionMl]),
    deshedOf(assessment, plan, DEFAULT_HOUSE),
    drying,
    groomSteps(assessment, plan, { bath, drying, cut }, DEFAULT_HOUSE),
  ])
}

test.each(SCHOOL_IDS.flatMap((id) => SCHOOLS[id].slice(1).map((option) => [id, option] as const)))(
  '%s: %s changes a plan',
  (id, option) => {
    expect(SCHOOLS[id]).toContain(DEFAULT_SCHOOLS[id])
    expect(dogs.some((dog) => planned(dog) !== planned({ ...dog, schools: schoolsWith({ [id]: option }) }))).toBe(true)
  },
)

test('what a person may do their own way is a way of the house too', () => {
  for (const id of PERSONAL_SCHOOLS) expect(SCHOOL_IDS).toContain(id)
  expect(PERSONAL_SCHOOLS.size).toBeLessThan(SCHOOL_IDS.length)
})
