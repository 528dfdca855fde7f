import { FACE, FRINGE, FURNISHINGS, isPaw, JACKET } from '../body/places.ts'
import { type PlaceIndex, REGION_SIDES, type RegionId } from '../body/regions.ts'
import { CURLED_COATS, DROP_COATS } from '../coat/coat-types.ts'
import type { Assessment } from '../dog/dog.ts'
import { hasJacket, isPuppy, scarAt, vetProductUnnamed } from '../dog/facts.ts'
import { wishedMm } from '../dog/lengths.ts'
import { todaysPart } from '../groom/today.ts'
import type { House } from '../numbers/estimates.ts'
import type { Millimetres } from '../numbers/units.ts'
import { isLeftOut } from '../plan/left-out.ts'
import type { CoatWork } from '../plan/plan-shape.ts'
import { findingKind } from '../scores/findings.ts'
import type { Score } from '../scores/scales.ts'
import { isBroken, type SideScores } from '../scores/sheet.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import { ageWeeks, seesFleas } from './allowed.ts'
import { shareOf } from './volumes.ts'

/** Why a place is not bathed. */
export const NO_BATH = [
  'spot-on-recent',
  'groom-stopped',
  'another-day',
  'skin-broken',
  'vet-first',
  'surgery-not-cleared',
  'told-to-leave',
  'ear-canal',
  'mats-stay',
] as const
export type NoBath = (typeof NO_BATH)[number]

/** Why a step or a product is there: the rule that asked for it. */
export const BATH_REASONS = [
  'prescribed',
  'vet-product-not-named',
  'sore-skin',
  'pink-skin',
  'under-12-weeks',
  'puppy',
  'fleas-seen',
  'greasy',
  'sticky',
  'heavily-soiled',
  'odour',
  'jacket',
  'loose-undercoat',
  'packed-undercoat',
  'mats-loosen',
  'drop-coat',
  'curl',
  'cords',
  'feathering',
  'bare-skin',
  'stained',
  'plain-coat',
  'clean-one-wash',
  'two-washes',
  'residue',
  'sun-faded',
  'house-two-washes',
  'condition-unknown',
  'stood-long',
] as const
export type BathReason = (typeof BATH_REASONS)[number]

export interface Wanted {
  readonly kind: ProductKind
  readonly reason: BathReason
}

/** What one region-side asks of the bath. */
export interface SideWants {
  readonly index: PlaceIndex
  readonly region: RegionId
  readonly noBath: NoBath | null
  readonly skin: Score
  readonly prescribed: boolean
  readonly jacket: boolean
  readonly dander: boolean
  /** First and, where there is one, second wash; empty on the face and where nothing is washed. */
  readonly washes: readonly Wanted[]
  readonly passReason: BathReason
  readonly impacted: boolean
  readonly packed: boolean
  readonly condition: Wanted | null
}

/** The skin that binds the products of its place: the worst of what was given and what its findings mean. */
export function bathSkin({ skin, findings }: SideScores): Score {
  const bound = findings.filter(({ id }) => !findingKind(id).washAsUsual)
  const meant = Math.max(0, ...bound.map(({ id }) => findingKind(id).skin))
  // A given score that only repeats what a harmless finding means says nothing about the wash.
  const harmless = Math.max(
    -1,
    ...findings.filter(({ id }) => findingKind(id).washAsUsual).map(({ id }) => findingKind(id).skin),
  )
  return Math.max(meant, skin !== null && skin > harmless ? skin : 0) as Score
}

/** Where a feathered coat greases and tangles: ears and fringe. */
const FEATHERING: ReadonlySet<RegionId> = new Set(['ear-outer', 'behind-ear', ...FRINGE])

const twice = (wanted: Wanted): readonly [Wanted, Wanted] => [wanted, wanted]
const want = (kind: ProductKind, reason: BathReason): Wanted => ({ kind, reason })

/** What the coat itself asks for, first and second wash. */
function ownWashes(region: RegionId, undercoat: Score, assessment: Assessment): readonly [Wanted, Wanted] {
  const { coatType } = assessment.dog
  if (hasJacket(assessment.dog)) return twice(want(FURNISHINGS.has(region) ? 'cleansing' : 'texturising', 'jacket'))
  if (coatType === 'double' && undercoat >= 2) return twice(want('deshedding-shampoo', 'loose-undercoat'))
  if (DROP_COATS.has(coatType)) return [want('cleansing', 'drop-coat'), want('moisturising', 'drop-coat')]
  if (CURLED_COATS.has(coatType)) return [want('cleansing', 'curl'), want('moisturising', 'curl')]
  if (coatType === 'corded') return twice(want('cleansing', 'cords'))
  if (coatType === 'hairless') return twice(want('moisturising', 'bare-skin'))
  if (coatType === 'feathered' && FEATHERING.has(region))
    return [want('cleansing', 'feathering'), want('moisturising', 'feathering')]
  return twice(want('cleansing', 'plain-coat'))
}

/** The rules in their order: the vet, the skin, age, dirt, then the coat. */
function washesOf(
  scores: SideScores,
  region: RegionId,
  undercoat: Score,
  skin: Score,
  prescribed: boolean,
  assessment: Assessment,
  house: House,
): readonly [Wanted, Wanted] {
  const { dog } = assessment
  const tagged = (tag: SideScores['tags'][number]): boolean => scores.tags.includes(tag)
  const own = ownWashes(region, undercoat, assessment)
  if (prescribed) return twice(want(dog.prescribed!.kind, 'prescribed'))
  if (vetProductUnnamed(dog)) return twice(want('hypoallergenic', 'vet-product-not-named'))
  if (skin >= 2) return twice(want('hypoallergenic', 'sore-skin'))
  if (skin === 1) return twice(want('soothing', 'pink-skin'))
  const weeks = ageWeeks(dog)
  if (weeks !== null && weeks < house['bath.mild-weeks']) return twice(want('hypoallergenic', 'under-12-weeks'))
  const second = isPuppy(dog, house) ? want('hypoallergenic', 'puppy') : own[1]
  const first = isPuppy(dog, house) ? want('hypoallergenic', 'puppy') : own[0]
  if (seesFleas(assessment)) return [want('flea', 'fleas-seen'), second]
  if (tagged('sticky')) return [want('degreasing', 'sticky'), second]
  if (tagged('greasy')) return [want('degreasing', 'greasy'), second]
  if (tagged('odour') || tagged('urine-stain')) return [want('cleansing', 'odour'), want('soothing', 'odour')]
  // What lies on the hair is washed off before anything that cares for it goes on.
  if (tagged('product-residue')) return [want('cleansing', 'residue'), second]
  if (tagged('sun-faded')) return [want('cleansing', 'sun-faded'), second]
  if ((scores.condition ?? 0) >= 3) return twice(want('cleansing', 'heavily-soiled'))
  if (tagged('saliva-stain') || tagged('tear-stain')) return [want('brightening', 'stained'), second]
  return [first, second]
}

/** What goes on after the washes. */
function conditionOf(
  scores: SideScores,
  region: RegionId,
  undercoat: Score,
  mm: Millimetres,
  long: boolean,
  skin: Score,
  assessment: Assessment,
  house: House,
): Wanted | null {
  const { dog, schools } = assessment
  const weeks = ageWeeks(dog)
  // On sore skin nothing but the gentle wash; the youngest are kept mild and short.
  if (skin >= 2 || (weeks !== null && weeks < house['bath.mild-weeks'])) return null
  const worn = scores.tags.some((tag) => tag === 'brittle' || tag === 'dry' || tag === 'static')
  if (hasJacket(dog)) {
    if (schools['wire-conditioner'] === 'never') return null
    if (FURNISHINGS.has(region)) return want('conditioner', 'jacket')
    return schools['wire-conditioner'] === 'light' && JACKET.has(region) ? want('conditioner', 'jacket') : null
  }
  if (isPaw(region) || FACE.has(region)) return null
  if (dog.coatType === 'double' && undercoat >= 2) return want('deshedding-conditioner', 'loose-undercoat')
  if (DROP_COATS.has(dog.coatType))
    return want(long ? (scores.tags.includes('brittle') ? 'keratin' : 'mask') : 'conditioner', 'drop-coat')
  if (CURLED_COATS.has(dog.coatType)) return want(worn && long ? 'mask' : 'conditioner', 'curl')
  if (dog.coatType === 'feathered') return FEATHERING.has(region) ? want('conditioner', 'feathering') : null
  if (dog.coatType === 'corded' || dog.coatType === 'smooth' || dog.coatType === 'hairless') return null
  return mm > house['bath.conditioned'] ? want('conditioner', 'plain-coat') : null
}

/** How often a place is washed, and why. */
function passesOf(
  scores: SideScores,
  packed: boolean,
  prescribed: boolean,
  { schools }: Assessment,
): { passes: 1 | 2; reason: BathReason } {
  if (prescribed) return { passes: 1, reason: 'prescribed' }
  if (packed) return { passes: 2, reason: 'packed-undercoat' }
  // Cleansed, then soothed.
  if (scores.tags.includes('odour')) return { passes: 2, reason: 'odour' }
  if (scores.tags.includes('product-residue')) return { passes: 2, reason: 'residue' }
  if ((scores.condition ?? 0) >= 2 || scores.tags.includes('dirty')) return { passes: 2, reason: 'two-washes' }
  if (schools.washes === 'two') return { passes: 2, reason: 'house-two-washes' }
  return { passes: 1, reason: scores.condition === null ? 'condition-unknown' : 'clean-one-wash' }
}

function noBathOf(scores: SideScores, region: RegionId, skin: Score, { dog }: Assessment): NoBath | null {
  if (scores.leave !== null) return 'told-to-leave'
  if (scarAt(scores, dog) === 'not-cleared') return 'surgery-not-cleared'
  const named = dog.prescribed && dog.prescribed.regions !== 'all' && dog.prescribed.regions.includes(region)
  if (skin >= 3 && !named) return isBroken(scores) ? 'skin-broken' : 'vet-first'
  return region === 'ear-inner' ? 'ear-canal' : null
}

/** What every region-side asks of the bath. @param mm length of each as it comes to the tub */
export function wantsOf(assessment: Assessment, plan: CoatWork, mm: readonly Millimetres[], house: House): SideWants[] {
  const { dog, sheet } = assessment
  // A mask is for a coat that is long and stays so, not for the ears and tail of a clipped one.
  const staysLong = REGION_SIDES.map(
    ({ index, region }) => Math.min(mm[index]!, wishedMm(region, assessment, house) ?? mm[index]!) > house['bath.mask'],
  )
  const masked =
    shareOf(REGION_SIDES.filter(({ index }) => staysLong[index]).map(({ index }) => index)) > house['bath.dirty']
  const partOf = todaysPart(plan)
  return REGION_SIDES.map(({ index, region }): SideWants => {
    const scores = sheet[index]!
    // Water tightens what is not worked out today.
    const stays = (scores.mat ?? 0) >= 2 && partOf(index) < 1
    const skin = bathSkin(scores)
    const prescribed =
      dog.prescribed !== null && (dog.prescribed.regions === 'all' || dog.prescribed.regions.includes(region))
    const undercoat = scores.undercoat ?? 0
    const carries = dog.coatType === 'double' || dog.coatType === 'drop-double'
    const packed = plan.regions[index]!.treatment === 'blow-out' && (scores.mat ?? 0) >= 3
    // Cut before the bath: nothing is left to work conditioner into.
    const clipped = plan.regions[index]!.treatment === 'clip' && plan.regions[index]!.option.when === 'before-bath'
    const noBath = noBathOf(scores, region, skin, assessment) ?? (stays ? 'mats-stay' : null)
    const { passes, reason } = passesOf(scores, packed, prescribed, assessment)
    const washes = washesOf(scores, region, undercoat, skin, prescribed, assessment, house)
    // The first wash cleans, the second cares; where one is enough it is the one that cleans.
    const once = passes === 2 && !prescribed && isLeftOut(plan, 'wash')
    const list = passes === 2 && !once ? washes : [washes[0]]
    return {
      index,
      region,
      noBath,
      skin: Math.min(2, skin) as Score,
      prescribed,
      jacket: hasJacket(dog) && JACKET.has(region),
      dander: scores.findings.some(({ id }) => id === 'dander') || scores.tags.includes('dander'),
      washes: noBath || FACE.has(region) ? [] : list,
      passReason: once ? 'stood-long' : reason,
      impacted:
        !FACE.has(region) &&
        carries &&
        undercoat >= 3 &&
        (scores.mat ?? 0) < 3 &&
        !packed &&
        !clipped &&
        skin < 2 &&
        !prescribed,
      packed,
      condition:
        noBath || prescribed
          ? null
          : conditionOf(scores, region, undercoat, mm[index]!, masked && staysLong[index]!, skin, assessment, house),
    }
  })
}
