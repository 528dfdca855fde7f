import type { RegionId } from '../body/regions.ts'
import type { Assessment, Dog } from '../dog/dog.ts'
import { asksFor } from '../dog/extras.ts'
import { allergyUnnamed, isPuppy, vetBeforeOils, vetProductUnnamed } from '../dog/facts.ts'
import type { House } from '../numbers/estimates.ts'
import { findingKind } from '../scores/findings.ts'
import type { Score } from '../scores/scales.ts'
import type { ProductKind } from '../tools/product-kinds.ts'
import type { Product } from './products.ts'

/** Why a product may not go on, in the order in which they are said. */
export const PRODUCT_REFUSALS = [
  'retired',
  'expired',
  'only-prescribed',
  'vet-product-not-named',
  'sore-skin',
  'pink-skin',
  'needs-intact-skin',
  'too-young-for-it',
  'under-label-age',
  'age-not-known',
  'under-label-weight',
  'no-fleas-seen',
  'flea-vet-first',
  'essential-oils',
  'oils-undiluted',
  'fragrance',
  'allergy',
  'spoils-coat',
  'softens-jacket',
  'not-on-this-place',
  'not-enough',
] as const
export type ProductRefusal = (typeof PRODUCT_REFUSALS)[number]

/** A place on the dog that a product would go on. */
export interface Zone {
  readonly indexes: readonly number[]
  readonly regions: readonly RegionId[]
  /** Worst skin there that counts for products, 0 to 2; broken skin is never in a zone. */
  readonly skin: Score
  /** The vet's product is prescribed here. */
  readonly prescribed: boolean
  /** Some of it is a jacket that is to stay harsh. */
  readonly jacket: boolean
}

const GENTLE: ReadonlySet<ProductKind> = new Set(['hypoallergenic', 'soothing'])
/** For the youngest: mild kinds only. */
export const MILD: ReadonlySet<ProductKind> = new Set(['hypoallergenic', 'soothing', 'tearless-face'])
const SOFTENS: ReadonlySet<ProductKind> = new Set([
  'moisturising',
  'conditioner',
  'deshedding-conditioner',
  'mask',
  'keratin',
  'leave-in',
])
const WEEKS_PER_MONTH = 365.25 / 7 / 12
export const ageWeeks = ({ ageMonths }: Dog): number | null => (ageMonths === null ? null : ageMonths * WEEKS_PER_MONTH)

const says = (words: readonly string[], what: RegExp): boolean => words.some((word) => what.test(word))
const FRAGRANCE = /fragran|perfum|parfum|scent|cologne/i
const OILS = /essential|tea[\s-]?tree|citrus|eucalypt|lavender|\boils?\b/i

/** No perfume: the dog may not have it, or the owner does not want it. */
export const refusesFragrance = ({ dog, wishes }: Assessment): boolean =>
  says(dog.allergies, FRAGRANCE) ||
  asksFor(wishes, 'no-perfume') ||
  says([wishes.note ?? ''], FRAGRANCE) ||
  allergyUnnamed(dog)

function refusesOils(assessment: Assessment, house: House): boolean {
  const { dog } = assessment
  return vetBeforeOils(dog) || isPuppy(dog, house) || says(dog.allergies, OILS) || allergyUnnamed(dog)
}

const contained = ({ contains, name }: Product, { allergies }: Dog): boolean =>
  allergies.some((allergy) => {
    const word = allergy.trim().toLowerCase()
    return (
      word.length > 2 &&
      [...contains, name].some((part) => {
        const has = part.trim().toLowerCase()
        return has.length > 2 && (has.includes(word) || word.includes(has))
      })
    )
  })

export const seesFleas = ({ sheet }: Assessment): boolean =>
  sheet.some(({ findings }) => findings.some(({ id }) => findingKind(id).tub === 'flea-wash'))

/**
 * Everything that stands against a product on a zone of this dog, strongest first; empty where it may go on. What
 * forbids is never traded against coat, minutes or what is on the shelf.
 */
export function refusalsOf(product: Product, zone: Zone, assessment: Assessment, house: House): ProductRefusal[] {
  const { dog } = assessment
  const { kind } = product
  const weeks = ageWeeks(dog)
  const young = weeks !== null && weeks < house['bath.mild-weeks']
  const prescribedHere = zone.prescribed && dog.prescribed?.kind === kind
  const flea = kind === 'flea' && !prescribedHere
  const onSkin: Record<ProductRefusal, boolean> = {
    retired: product.retired,
    expired: product.expiresInDays !== null && product.expiresInDays < 0,
    'only-prescribed': zone.prescribed ? !prescribedHere : kind === 'medicated',
    'vet-product-not-named': vetProductUnnamed(dog) && !GENTLE.has(kind) && kind !== 'tearless-face',
    'sore-skin': !prescribedHere && zone.skin >= 2 && !GENTLE.has(kind),
    'pink-skin': !prescribedHere && zone.skin === 1 && product.fragrance,
    'needs-intact-skin': !prescribedHere && product.intactSkin && zone.skin >= 2,
    'too-young-for-it': !prescribedHere && young && !MILD.has(kind),
    'under-label-age': !prescribedHere && weeks !== null && weeks < product.minAgeWeeks,
    'age-not-known':
      weeks === null && product.minAgeWeeks > 0 && (flea || dog.health.includes('puppy')) && !prescribedHere,
    'under-label-weight': !prescribedHere && dog.weightKg < product.minWeightKg,
    'no-fleas-seen': flea && !seesFleas(assessment),
    'flea-vet-first': flea && vetBeforeOils(dog),
    'essential-oils': !prescribedHere && product.essentialOils && (zone.skin >= 2 || refusesOils(assessment, house)),
    'oils-undiluted': product.essentialOils && Object.values(product.dilution).some((parts) => parts === 0),
    fragrance: product.fragrance && (zone.skin >= 2 || refusesFragrance(assessment)),
    allergy: contained(product, dog),
    'spoils-coat': product.spoils.includes(dog.coatType),
    'softens-jacket':
      zone.jacket &&
      SOFTENS.has(kind) &&
      !prescribedHere &&
      !(kind === 'conditioner' && assessment.schools['wire-conditioner'] === 'light'),
    'not-on-this-place':
      product.regions.length > 0 && !zone.regions.every((region) => product.regions.includes(region)),
    'not-enough': product.stockMl <= 0,
  }
  return PRODUCT_REFUSALS.filter((code) => onSkin[code])
}
