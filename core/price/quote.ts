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
  /** Bath, drying, finishing cut and nails, by coat and size: once, over however many visits a groom is spread. */
  readonly base: Readonly<Record<CoatPriceId, Readonly<Record<SizeId, number>>>>
  /** Minutes of coat work that the base holds. */
  readonly minutesIncluded: number
  /** For each minute of coat work beyond those; of a visit without a bath for every minute, up to the list price. */
  readonly perMinute: number
  /** Quotes are rounded up to this. */
  readonly roundTo: number
}

export interface Quote {
  readonly currency: string
  readonly size: SizeId
  readonly coat: CoatPriceId
  /** Whether the list price is in it, or every minute of the visit is paid by itself. */
  readonly by: 'list' | 'minute'
  /** The list price; 0 by the minute. */
  readonly base: number
  /** Of coat work over all visits; by the minute, of the visit. */
  readonly minutes: Minutes
  /** Those that the base holds. */
  readonly minutesIncluded: number
  readonly perMinute: number
  /** For the minutes that the base does not hold. */
  readonly work: number
  /** Of all visits, hundredths of the currency. */
  readonly total: number
}

type Priced = Readonly<{ coatType: CoatType; weightKg: number }>

/**
 * What a groom costs by the list.
 * @param minutes of coat work, over all visits
 */
export function quoteOf({ coatType, weightKg }: Priced, minutes: Minutes, prices: PriceList): Quote {
  const size = sizeOf(weightKg)
  const coat = COAT_PRICE[coatType]
  const { minutesIncluded } = prices
  return summed({ by: 'list', size, coat, base: prices.base[coat][size], minutes, minutesIncluded }, prices)
}

function summed(
  told: Pick<Quote, 'by' | 'size' | 'coat' | 'base' | 'minutes' | 'minutesIncluded'>,
  { currency, perMinute, roundTo }: PriceList,
): Quote {
  const work = Math.round(Math.max(0, told.minutes - told.minutesIncluded) * perMinute)
  const total = Math.ceil((told.base + work) / roundTo - 1e-9) * roundTo
  return { ...told, currency, perMinute, work, total }
}

/**
 * What a plan costs: the list price and the coat work of all visits that are planned; what is left for others to decide is
 * not charged. The one visit of a dog that is not bathed is paid by its minutes, where that is less.
 */
export function quoteOfPlan(
  dog: Priced,
  plan: Pick<Plan, 'verdict' | 'split' | 'regions' | 'groom'>,
  prices: PriceList,
): Quote {
  const list = quoteOf(dog, planned(plan, 'minutes').high, prices)
  const { groom, split } = plan
  // Several visits have bath, drying and cut once among them, whichever it is. A house that asks nothing for minutes has its
  // list price for everything.
  if (!groom || groom.parts.bath > 0 || (split?.visits.length ?? 0) > 1 || prices.perMinute === 0) return list
  const { size, coat } = list
  const visit = summed({ by: 'minute', size, coat, base: 0, minutes: groom.minutes, minutesIncluded: 0 }, prices)
  return visit.total < list.total ? visit : list
}

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
