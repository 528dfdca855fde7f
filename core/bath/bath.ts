import { REGION_SIDES } from '../body/regions.ts'
import { mixForDay, mixLines } from '../day/mix-for-day.ts'
import type { Assessment } from '../dog/dog.ts'
import { nailsAreDone, needsHeatCare, vetProductUnnamed } from '../dog/facts.ts'
import type { WetCoat } from '../drying/coat.ts'
import { dryingModel } from '../drying/drying.ts'
import type { House } from '../numbers/estimates.ts'
import { isLeftOut } from '../plan/left-out.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import {
  blowOut,
  condition,
  cycle,
  cyclesOf,
  ears,
  face,
  finishRinsing,
  matRelease,
  oil,
  rinse,
  small,
  soaks,
  washes,
  wet,
} from './passes.ts'
import type { Product } from './products.ts'
import type { Bath, BathStep, BathWarning, ProductUse, Swaps } from './shape.ts'
import { nailMinutes, timed } from './timing.ts'
import { indexesOf, Tub } from './tub.ts'
import { isThick, shareOf } from './volumes.ts'
import type { NoBath } from './wanted.ts'

/** What is taken off the shelf: what its bottles take, one for each product and strength. */
function usesOf(steps: readonly BathStep[], shelf: readonly Product[]): ProductUse[] {
  const used = new Map<string, number>()
  for (const { productId, mix } of mixForDay([{ dogId: '', lines: mixLines(steps) }]))
    used.set(productId, (used.get(productId) ?? 0) + mix.productMl)
  return shelf
    .filter(({ id }) => used.has(id))
    .map((product) => {
      const solutionMl = steps.reduce(
        (sum, { choice, solutionMl: ml }) => sum + (choice?.product?.id === product.id ? ml : 0),
        0,
      )
      const productMl = used.get(product.id)!
      return {
        product,
        productMl,
        solutionMl,
        cost: product.packMl > 0 ? (productMl * product.packCost) / product.packMl : 0,
      }
    })
}

function stockWarnings(uses: readonly ProductUse[], house: House): BathWarning[] {
  return uses.flatMap(({ product, productMl }): BathWarning[] => [
    ...(product.stockMl - productMl < product.lowMl
      ? [{ code: 'low-after' as const, product, value: product.stockMl - productMl }]
      : []),
    ...(product.expiresInDays !== null && product.expiresInDays <= house['stock.soon']
      ? [{ code: 'expires-soon' as const, product, value: product.expiresInDays }]
      : []),
  ])
}

function waterOf(assessment: Assessment, coat: WetCoat, house: House): number {
  const cool =
    needsHeatCare(assessment, house) || isThick(coat, house) || assessment.room.tempC >= house['bath.hot-day']
  return house[cool ? 'bath.water-cool' : 'bath.water']
}

const dry = (noBath: NoBath, waterC: number): Bath => ({
  noBath,
  waterC,
  steps: [],
  minutes: 0,
  standing: 0,
  saved: 0,
  jobMinutes: {},
  keptDry: REGION_SIDES.map(({ index }) => ({ index, why: noBath })),
  cycles: null,
  uses: [],
  warnings: [],
})

/**
 * The bath as a timeline: every step with its product, strength, volume, places, dwell and what the hands do meanwhile.
 * Pure. What the rules forbid on this dog is never chosen, whatever is on the shelf or was swapped by hand.
 * @param shelf the salon's products, or USUAL_SHELF @param swaps products chosen by hand, by slot
 */
export function planBath(
  assessment: Assessment,
  plan: CoatWork,
  house: House,
  shelf: readonly Product[],
  swaps: Swaps = {},
): Bath {
  const { dog, schools } = assessment
  const tub = new Tub(assessment, plan, house, shelf, swaps)
  const waterC = waterOf(assessment, tub.coat, house)
  if (plan.verdict.choice === 'refer') return dry('groom-stopped', waterC)
  if (isLeftOut(plan, 'bath')) return dry('another-day', waterC)
  if (dog.daysSinceSpotOn !== null && dog.daysSinceSpotOn <= house['bath.spot-on']) return dry('spot-on-recent', waterC)
  const bathed = tub.wants.filter(({ noBath }) => noBath === null)
  if (bathed.length === 0) return dry(tub.wants[0]!.noBath ?? 'skin-broken', waterC)
  const stays = shareOf(indexesOf(tub.wants.filter(({ noBath }) => noBath === 'mats-stay')))
  if (stays > house['bath.stays']) return dry('mats-stay', waterC)
  const all = indexesOf(bathed)
  const impacted = bathed.filter((side) => side.impacted)
  const cycles = cyclesOf(impacted, assessment)
  const { towels } = dryingModel(assessment, plan, house)
  const conditionerFirst = schools['first-product'] === 'conditioner' && !cycles

  if (schools['ears-when'] === 'before-bath') ears(tub)
  oil(tub)
  if (conditionerFirst) condition(tub, true)
  if (cycles) cycle(tub, impacted, cycles.planned)
  wet(tub, bathed, indexesOf(impacted))
  soaks(tub)
  washes(tub, bathed, new Set(indexesOf(impacted)))
  face(tub)
  rinse(tub, 'rinse-2', all)
  const loosened = matRelease(tub, plan)
  if (loosened.length > 0) rinse(tub, 'rinse-mats', loosened)
  const before = tub.steps.length
  if (!conditionerFirst) condition(tub, false)
  if (tub.steps.length > before) rinse(tub, 'rinse-last', all)
  finishRinsing(tub)
  if (schools['ears-when'] === 'in-dwell') ears(tub)
  if (schools['nails-when'] !== 'after-pads' && nailsAreDone(assessment) && !isLeftOut(plan, 'nails'))
    tub.plain('nails', 'nails', [], nailMinutes(assessment, house), [])
  tub.plain('towel', 'towel', all, house['bath.towel'] + house['bath.towel-each'] * towels, ['shake-squeeze'], {
    whole: true,
  })
  blowOut(tub, plan)
  const leaveIn = bathed.filter(({ prescribed, skin }) => !prescribed && skin < 2)
  if ((dog.coatType === 'curly' || dog.coatType === 'cotton') && leaveIn.length > 0) {
    const indexes = indexesOf(leaveIn)
    tub.product(
      'leave-in',
      'leave-in',
      'leave-in',
      indexes,
      small(house['bath.leave-in'] * tub.coat.bsaM2 * shareOf(indexes)),
      {
        group: 'leave-in',
        handsMin: house['bath.spray'],
        reasons: ['curl'],
        notes: ['spray-and-comb'],
        dwellMin: 0,
      },
    )
  }
  const steps = timed(tub)
  const uses = usesOf(steps.steps, shelf)
  return {
    noBath: null,
    waterC,
    ...steps,
    keptDry: tub.wants.flatMap(({ index, noBath }) =>
      noBath && noBath !== 'ear-canal' ? [{ index, why: noBath }] : [],
    ),
    cycles,
    uses,
    warnings: [
      ...(vetProductUnnamed(dog) ? [{ code: 'ask-vet-product' } as const] : []),
      ...dedupe(tub.warnings),
      ...stockWarnings(uses, house),
    ],
  }
}

const dedupe = (warnings: readonly BathWarning[]): BathWarning[] => {
  const seen = new Set<string>()
  return warnings.filter((warning) => {
    const key =
      'wanted' in warning ? `${warning.code} ${warning.wanted} ${'kind' in warning ? warning.kind : ''}` : warning.code
    return !seen.has(key) && seen.add(key)
  })
}
