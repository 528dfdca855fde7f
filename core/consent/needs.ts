import { HYGIENE, isPaw } from '../body/places.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { cutOf } from '../cut/cut.ts'
import type { Assessment } from '../dog/dog.ts'
import { letsGrow } from '../dog/extras.ts'
import { hasJacket, isFrail, isPuppy } from '../dog/facts.ts'
import { type GoesHome, goesHome } from '../groom/goes-home.ts'
import { plannedPart } from '../groom/today.ts'
import type { House } from '../numbers/estimates.ts'
import type { Plan } from '../plan/plan-shape.ts'
import { CUTS } from '../tools/treatments.ts'

/** Why a groom may not start without the owner's yes. */
export const CONSENT_NEEDS = [
  'coat-cut-where-it-shows',
  'shorter-than-half',
  'every-hair-cut',
  'grown-hair-cut',
  'felted',
  'double-under-blade',
  'wire-clipped',
  'frail-dog',
  'quote-exceeded',
] as const
export type ConsentNeed = (typeof CONSENT_NEEDS)[number]

/**
 * What of this plan the owner must have said yes to. Empty: the groom may start.
 * @param quoted what the owner was told it would cost, and what it costs by this plan; null where nothing was told
 */
export function consentNeeds(
  plan: Plan,
  assessment: Assessment,
  quoted: { readonly told: number; readonly now: number } | null,
  house: House,
): ConsentNeed[] {
  if (plan.verdict.choice === 'refer' || plan.verdict.choice === 'look-first') return []
  const { dog, sheet } = assessment
  // What no visit is planned for is not asked for either.
  const partOf = plannedPart(plan)
  const ahead = plan.regions.filter(({ done, index }) => !done && partOf(index) > 0)
  const home = goesHome(assessment, plan, house)
  const needs: Record<ConsentNeed, boolean> = {
    'coat-cut-where-it-shows': ahead.some(
      ({ treatment, region, option }) =>
        CUTS.has(treatment) &&
        REGIONS[region].seen >= 1 &&
        option.loss > 0 &&
        !(isPaw(region) && treatment === 'clip-out'),
    ),
    'shorter-than-half': home.overHalf.some((index) => !plan.regions[index]!.done),
    'every-hair-cut': assessment.wishes.keepLength === 3 && (home.cut.length > 0 || home.tidied),
    'grown-hair-cut': ahead.some(
      ({ region, index, coatMm }) => letsGrow(region, assessment.wishes) && home.mm[index]! < coatMm - 1e-9,
    ),
    felted: ahead.some(({ index }) => sheet[index]!.mat === 4),
    'double-under-blade':
      dog.coatType === 'double' &&
      ahead.some(({ treatment, index }) => CUTS.has(treatment) && !HYGIENE.has(REGION_SIDES[index]!.region)),
    // Nobody who was never told clips a jacket away.
    'wire-clipped': hasJacket(dog) && clippedSomewhere(plan, home),
    'frail-dog': isFrail(dog, house),
    'quote-exceeded': quoted !== null && quoted.now > quoted.told,
  }
  return CONSENT_NEEDS.filter((need) => needs[need])
}

/** By the verdict or by the finishing cut, a blade or comb attachment takes the coat. */
const clippedSomewhere = ({ regions }: Plan, { cut }: GoesHome): boolean =>
  cut.length > 0 || regions.some(({ treatment, option, done }) => !done && treatment === 'clip' && option.loss > 0)

/** What a plan needs beyond what the owner said yes to earlier in the visit. A yes to one way is no yes to another. */
export function stillNeeded(
  needs: readonly ConsentNeed[],
  now: Plan,
  agreed: readonly { readonly plan: Plan; readonly needs: readonly ConsentNeed[] }[],
  house: House,
): ConsentNeed[] {
  const covering = agreed.filter(
    ({ plan }) =>
      plan.verdict.choice === now.verdict.choice &&
      now.verdict.coatKept.low >= plan.verdict.coatKept.low - house['consent.coat'],
  )
  // A dog does not grow older or iller during its groom: that yes holds for every plan of the visit.
  const said = (need: ConsentNeed): boolean =>
    (need === 'frail-dog' ? agreed : covering).some((before) => before.needs.includes(need))
  return needs.filter((need) => need === 'quote-exceeded' || !said(need))
}

/** Risks that apply to this dog and this plan, for the owner's page. */
export const CONSENT_RISKS = [
  'skin-under-felt',
  'close-clip-shows-skin',
  'double-may-not-regrow',
  'coat-uneven',
  'wire-softens',
  'double-skimmed',
  'ends-change-colour',
  'frail-may-stop',
  'puppy-short',
  'brush-soreness',
] as const
export type ConsentRisk = (typeof CONSENT_RISKS)[number]

export function consentRisks(plan: Plan, assessment: Assessment, house: House): ConsentRisk[] {
  const { dog, sheet } = assessment
  const partOf = plannedPart(plan)
  const cut = plan.regions.filter(
    ({ treatment, option, index }) => CUTS.has(treatment) && option.loss > 0 && partOf(index) > 0,
  )
  const clipped = cut.filter(({ treatment }) => treatment === 'clip')
  const home = goesHome(assessment, plan, house)
  const skimmed = cutOf(assessment, plan, house)?.lines.some(({ why }) => why === 'dead-ends') ?? false
  const risks: Record<ConsentRisk, boolean> = {
    'skin-under-felt': sheet.some(({ mat }) => mat === 4),
    'close-clip-shows-skin': clipped.some(
      ({ option }) => option.leavesMm !== null && option.leavesMm < house['consent.skin-shows'],
    ),
    'double-may-not-regrow':
      dog.coatType === 'double' && cut.some(({ index }) => !HYGIENE.has(REGION_SIDES[index]!.region)),
    'coat-uneven': cut.some(({ treatment, region }) => treatment !== 'clip' && REGIONS[region].seen >= 2),
    'wire-softens': dog.coatType === 'wire' && (clipped.length > 0 || home.cut.length > 0),
    'double-skimmed': skimmed,
    'ends-change-colour': home.cut.length > 0 && sheet.some(({ tags }) => tags.includes('sun-faded')),
    'frail-may-stop': isFrail(dog, house),
    'puppy-short': isPuppy(dog, house),
    'brush-soreness': plan.verdict.pull.high > house['consent.sore'] * plan.verdict.pullBudget,
  }
  return CONSENT_RISKS.filter((risk) => risks[risk])
}
