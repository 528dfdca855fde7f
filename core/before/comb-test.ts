import { REGION_SIDES, type RegionId } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Sheet } from '../scores/sheet.ts'

/** Where an owner is asked to try a comb, in the order in which a hand gets there. Common practice. */
export const COMB_PLACES = ['behind-ears', 'armpits', 'belly', 'breeches', 'toes'] as const
export type CombPlace = (typeof COMB_PLACES)[number]

/** What the comb did there. */
export const COMB_RESULTS = ['through', 'stops', 'not-in'] as const
export type CombResult = (typeof COMB_RESULTS)[number]

export type CombTest = Readonly<Partial<Record<CombPlace, CombResult>>>

export const COMB_REGIONS: Readonly<Record<CombPlace, readonly RegionId[]>> = {
  'behind-ears': ['behind-ear'],
  armpits: ['armpit'],
  belly: ['belly'],
  breeches: ['breeches'],
  toes: ['front-paw', 'hind-paw'],
}

const PLACE_OF = new Map<RegionId, CombPlace>(
  COMB_PLACES.flatMap((place) => COMB_REGIONS[place].map((region) => [region, place] as const)),
)

/** The place of the comb test a region belongs to; undefined for the others. */
export const combPlaceOf = (region: RegionId): CombPlace | undefined => PLACE_OF.get(region)

/** The mat score that an answer means, word for word. */
export const levelSaid = (result: CombResult, house: House): number => house[`before.${result}`]

/** One place of which both is known: what the owner's comb said, and what hands found. Mat scores 0 to 4. */
export interface SaidAndFound {
  readonly said: number
  readonly found: number
}

/** Every place of a looked-at dog of which its owner had said something: the worst of its region-sides counts. */
export function comparedWith(test: CombTest, sheet: Sheet, house: House): SaidAndFound[] {
  return COMB_PLACES.flatMap((place): SaidAndFound[] => {
    const result = test[place]
    if (!result) return []
    const mats = REGION_SIDES.flatMap(({ index, region }) =>
      combPlaceOf(region) === place ? (sheet[index]!.mat ?? []) : [],
    )
    return mats.length === 0 ? [] : [{ said: levelSaid(result, house), found: Math.max(...mats) }]
  })
}

/** How far owners' words are from the comb: what is found is so much worse on average, and spread so widely. */
export interface OwnersWord {
  /** Mat scores to be added to what was said. */
  readonly bias: number
  /** Standard deviation of what is found about that, mat scores. */
  readonly spread: number
  readonly places: number
}

/**
 * What the salon's own comparisons teach. The normal mean and variance of found less said, with a conjugate prior that
 * counts as much as `before.prior-places` comparisons (normal-inverse-gamma; Gelman et al., Bayesian Data Analysis, 3.3).
 * @param dogs the places of each dog; those of one dog lean the same way, so a dog counts as `before.places-of-dog` at most
 */
export function ownersWord(dogs: readonly (readonly SaidAndFound[])[], house: House): OwnersWord {
  const prior = house['before.prior-places']
  let weight = prior
  let sum = prior * house['before.bias']
  let squares = prior * house['before.spread'] ** 2
  let places = 0
  const looks = dogs.flatMap((compared) =>
    compared.map(({ said, found }) => ({
      off: found - said,
      weight: Math.min(1, house['before.places-of-dog'] / compared.length),
    })),
  )
  for (const look of looks) {
    weight += look.weight
    sum += look.weight * look.off
    places++
  }
  const bias = sum / weight
  squares += prior * (house['before.bias'] - bias) ** 2
  for (const look of looks) squares += look.weight * (look.off - bias) ** 2
  return { bias, spread: Math.sqrt(squares / weight), places }
}
