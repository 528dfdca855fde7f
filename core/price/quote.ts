import type { CoatType } from '../coat/coat-types.ts'
import { planned } from '../groom/today.ts'
import type { Minutes } from '../numbers/units.ts'
import type { Plan } from '../plan/plan-shape.ts'

/** Sizes of dog a price list knows, by weight: the first whose bound is not below it. */
export const SIZE_IDS = ['toy', 'small', 'medium', 'large', 'giant'] as const
export type SizeId = (typeof SIZE_IDS)[number]
const UP_TO_KG: Readonly<Record<SizeId, number>> = { toy: 5, small: 10, medium: 20, large: 35, giant: 120 }

export const sizeOf = (weightKg: number): SizeId => SIZE_IDS.find((id) => weightKg <= UP_TO_KG[id]) ?? 'giant'

/** Coats that are priced alike. */
export const COAT_PRICE_IDS = ['short', 'double', 'long', 'wool', 'wire'] as const
export type CoatPriceId = (typeof COAT_PRICE_IDS)[number]
export const COAT_PRICE: Readonly<Record<CoatType, CoatPriceId>> = {
  smooth: 'short',
  hairless: 'short',
  double: 'double',
  silky: 'long',
  'drop-double': 'long',
  feathered: 'long',
  curly: 'wool',
  cotton: 'wool',
  corded: 'wool',
  wire: 'wire',
}

/** The salon's price list. All amounts in hundredths of the currency, so that sums are whole. */
export interface PriceList {
  /** ISO 4217. */
  readonly currency: string
  /** Bath, drying, finishing cut and nails, by coat and size. */
  readonly base: Readonly<Record<CoatPriceId, Readonly<Record<SizeId, number>>>>
  /** Minutes of coat work that the base holds. */
  readonly minutesIncluded: number
  /** For each minute of coat work beyond those. */
  readonly perMinute: number
  /** Quotes are rounded up to this. */
  readonly roundTo: number
}

export interface Quote {
  readonly currency: string
  readonly size: SizeId
  readonly coat: CoatPriceId
  readonly base: number
  readonly minutes: Minutes
  readonly minutesIncluded: number
  readonly perMinute: number
  /** For coat work beyond what the base holds, each visit. */
  readonly coatWork: number
  readonly visits: number
  /** Of all visits, hundredths of the currency. */
  readonly total: number
}

/**
 * What a groom costs by the list.
 * @param minutes of coat work, over all visits
 * @param visits each pays the list price, and its share of the coat work
 */
export function quoteOf(
  dog: { coatType: CoatType; weightKg: number },
  minutes: Minutes,
  prices: PriceList,
  visits = 1,
): Quote {
  const size = sizeOf(dog.weightKg)
  const coat = COAT_PRICE[dog.coatType]
  const base = prices.base[coat][size]
  const { currency, minutesIncluded, perMinute, roundTo } = prices
  const coatWork = Math.round(Math.max(0, minutes / visits - minutesIncluded) * perMinute)
  const total = visits * Math.ceil((base + coatWork) / roundTo - 1e-9) * roundTo
  return { currency, size, coat, base, minutes, minutesIncluded, perMinute, coatWork, visits, total }
}

/** What a plan costs: the coat work of all visits that are planned; what is left for others to decide is not charged. */
export const quoteOfPlan = (
  dog: { coatType: CoatType; weightKg: number },
  plan: Pick<Plan, 'verdict' | 'split' | 'regions'>,
  prices: PriceList,
): Quote => quoteOf(dog, planned(plan, 'minutes').high, prices, plan.split?.visits.length || 1)

const sizes = (toy: number, small: number, medium: number, large: number, giant: number): Record<SizeId, number> => ({
  toy: toy * 100,
  small: small * 100,
  medium: medium * 100,
  large: large * 100,
  giant: giant * 100,
})

/** A list to begin with, invented; every salon sets its own. */
export const STARTING_PRICES: PriceList = {
  currency: 'EUR',
  base: {
    short: sizes(28, 34, 42, 52, 66),
    double: sizes(38, 46, 60, 78, 104),
    long: sizes(40, 48, 58, 72, 94),
    wool: sizes(44, 52, 66, 84, 110),
    wire: sizes(46, 54, 66, 82, 104),
  },
  minutesIncluded: 15,
  perMinute: 90,
  roundTo: 100,
}
