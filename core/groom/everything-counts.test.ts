import { describe, expect, test } from 'vitest'
import { anAssessment, cleanSheet, lengths, onRegions } from '../../test/fixtures/dogs.ts'
import { USUAL_SHELF } from '../bath/products.ts'
import { COAT_TYPE_IDS, MODIFIER_IDS } from '../coat/coat-types.ts'
import { consentNeeds, consentRisks } from '../consent/needs.ts'
import { type Assessment, HEALTH_IDS } from '../dog/dog.ts'
import { DEFAULT_HOUSE as HOUSE } from '../numbers/estimates.ts'
import { FINDING_IDS } from '../scores/findings.ts'
import { TAG_IDS } from '../scores/scales.ts'
import { wholeGroom } from './steps.ts'
import { planWhole } from './whole.ts'

/*
 * Nothing that a groomer can tick is for show: each flag, tag, modifier and finding changes the plan, what the owner is
 * asked, or a step of the bench, on some ordinary dog.
 */
type Dog = Partial<Assessment['dog']>
const sheetOf = (side: object) => onRegions(cleanSheet(), ['back', 'side', 'hindleg', 'ear-outer'], side)

const said = (assessment: Assessment): string => {
  const plan = planWhole(assessment, HOUSE)
  return JSON.stringify({
    plan,
    steps: wholeGroom(assessment, plan, HOUSE, USUAL_SHELF),
    asked: [...consentNeeds(plan, assessment, null, HOUSE), ...consentRisks(plan, assessment, HOUSE)],
  })
}
/** Dogs of every coat, knotted and wished short: what changes nothing on any of them changes nothing. */
const onSome = (dog: Dog, side: object, differs: (plain: Assessment) => Assessment): boolean =>
  COAT_TYPE_IDS.some((coatType) => {
    const plain = anAssessment({
      sheet: sheetOf({ mat: 2, extent: 0.25, undercoat: 2, ...side }),
      dog: { coatType, weightKg: 14, jacket: coatType === 'wire' ? 'ready' : null, lengthMm: lengths(50), ...dog },
      wishes: { style: coatType === 'wire' ? 'strip' : 'short', keepLength: 1 },
    })
    const long = { ...plain, wishes: { ...plain.wishes, style: 'natural' as const } }
    return said(plain) !== said(differs(plain)) || said(long) !== said(differs(long))
  })

describe('what can be ticked counts', () => {
  test.each(HEALTH_IDS)('flag %s', (id) => {
    expect(onSome({}, {}, (dog) => ({ ...dog, dog: { ...dog.dog, health: [id] } }))).toBe(true)
  })
  test.each(MODIFIER_IDS)('modifier %s', (id) => {
    expect(onSome({}, {}, (dog) => ({ ...dog, dog: { ...dog.dog, modifiers: [id] } }))).toBe(true)
  })
  test.each(TAG_IDS)('tag %s', (id) => {
    const tagged = (dog: Assessment): Assessment => ({
      ...dog,
      sheet: onRegions(dog.sheet, ['back', 'muzzle', 'hindleg'], { tags: [id] }),
    })
    expect(onSome({}, {}, tagged)).toBe(true)
  })
  test.each(FINDING_IDS)('finding %s', (id) => {
    const found = (dog: Assessment): Assessment => ({
      ...dog,
      sheet: onRegions(dog.sheet, ['back', 'ear-outer', 'hind-paw'], { findings: [{ id, sizeMm: 10 }] }),
    })
    expect(onSome({}, {}, found)).toBe(true)
  })
})
