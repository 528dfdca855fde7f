import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { ESTIMATES, type House } from '../numbers/estimates.ts'
import { type Guessed, type GuessedSheet, meanAround, triangular } from '../questions/odds.ts'
import { onGrid, type Posterior } from './grid.ts'
import type { Learnt } from './learnt.ts'

/** A sheet of which hands scored all, or nearly all: each of its places tells what one would have guessed of it. */
export interface PlacesLog {
  /** The dog; what one says often counts as one. */
  readonly of: string
  readonly sheet: GuessedSheet
}

/** A score beside what stood around it; null where nothing around was looked at. */
interface Held {
  readonly score: number
  readonly around: number
}

type PriorId = 'prior.rub' | 'prior.blank'
const IDS: readonly PriorId[] = ['prior.rub', 'prior.blank']
const SCALES: readonly Guessed[] = ['mat', 'undercoat']

/** What one sheet holds that a number foretells: friction places beside what is around them, and every score by itself. */
function heldFor(id: PriorId, sheet: GuessedSheet): Held[] {
  return SCALES.flatMap((scale) =>
    REGION_SIDES.flatMap(({ index, region }): Held[] => {
      const score = sheet[index]![scale]
      const rubs = scale === 'mat' && REGIONS[region].rub
      if (score === null) return []
      if (id === 'prior.blank') return rubs ? [] : [{ score, around: 0 }]
      const around = meanAround(sheet, scale, index)
      return rubs && around !== null ? [{ score, around }] : []
    }),
  )
}

/** Places alike in both, with what they weigh: of a dog all together as one. */
interface Weighed extends Held {
  readonly weight: number
}

/** What each dog's sheets hold, dogs in an order that is always the same. */
function byDog(logs: readonly PlacesLog[], id: PriorId): Held[][] {
  const held = new Map<string, Held[]>()
  for (const { of, sheet } of logs) held.set(of, [...(held.get(of) ?? []), ...heldFor(id, sheet)])
  return [...held]
    .filter(([, own]) => own.length > 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, own]) => own)
}

function weighed(dogs: readonly (readonly Held[])[]): Weighed[] {
  const all = new Map<string, Weighed>()
  for (const own of dogs)
    for (const { score, around } of own) {
      const key = `${around} ${score}`
      all.set(key, { score, around, weight: (all.get(key)?.weight ?? 0) + 1 / own.length })
    }
  return [...all.values()].sort((a, b) => a.around - b.around || a.score - b.score)
}

/** Logarithm of the chance that a number gives to what was found, over all dogs; its log score. */
const logScore = (places: readonly Weighed[], value: number): number =>
  places.reduce(
    (sum, { score, around, weight }) => sum + weight * Math.log(triangular(Math.min(4, around + value))[score]!),
    0,
  )

const learntFrom = (places: readonly Weighed[], id: PriorId, house: House): Posterior =>
  onGrid(
    { mean: ESTIMATES[id].value, sd: house['learn.places'], least: 0 },
    (value) => house['learn.sheet'] * logScore(places, value),
  )

/** One dog in so many is held back to try on what the others taught. */
const HELD_BACK = 4

/**
 * What to expect at a place nobody looked at, by sheets of which all was looked at: each place is left out and guessed from
 * the rest. Places of one dog are much alike, so all of a dog together weighs as a few places that are not.
 * @returns the numbers, and those of them that foretell dogs held back no better than the ones in use
 */
export function learnPlaces(
  logs: readonly PlacesLog[],
  house: House,
): { learnt: Learnt[]; noBetter: ReadonlySet<PriorId> } {
  const noBetter = new Set<PriorId>()
  const all = IDS.flatMap((id): Learnt[] => {
    const dogs = byDog(logs, id)
    if (dogs.length === 0) return []
    const { mean, low, high } = learntFrom(weighed(dogs), id, house)
    const rest = weighed(dogs.filter((_, i) => i % HELD_BACK !== 0))
    const back = weighed(dogs.filter((_, i) => i % HELD_BACK === 0))
    if (logScore(back, learntFrom(rest, id, house).mean) <= logScore(back, house[id])) noBetter.add(id)
    return [{ id, value: mean, low, high, logs: dogs.length }]
  })
  return { learnt: all, noBetter }
}
