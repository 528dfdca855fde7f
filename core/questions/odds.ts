import { NEIGHBOUR_PAIRS } from '../body/neighbours.ts'
import { mirrorIndex, type PlaceIndex, REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import { rememberingMaker } from '../plan/making.ts'
import { VERDICT_IDS, type VerdictName } from '../plan/names.ts'
import type { Range } from '../plan/plan-shape.ts'
import { type Weight, weightOf } from '../plan/weigh.ts'
import { SCORES, type Score } from '../scores/scales.ts'
import type { Sheet, SideScores } from '../scores/sheet.ts'

/** What is guessed of a place: undercoat and mats are seen in the same look. */
export type Guessed = 'mat' | 'undercoat'
/** What of a sheet is guessed where nobody looked. */
export type GuessedSheet = readonly Readonly<Record<Guessed, Score | null>>[]

/** How likely each score of a place that nobody looked at is taken to be. */
export interface Prior {
  readonly index: PlaceIndex
  readonly scale: Guessed
  /** Where the guess peaks, 0 to 4. */
  readonly mode: number
  /** Chance of 0, 1, 2, 3, 4; sums to 1. */
  readonly chance: readonly number[]
}

/** Region-sides that touch each region-side, and the other side of a pair. */
const AROUND: readonly (readonly number[])[] = REGION_SIDES.map(({ index }) => [
  ...new Set([
    ...NEIGHBOUR_PAIRS.flatMap(([a, b]) => (a === index ? [b] : b === index ? [a] : [])),
    ...(mirrorIndex[index] === index ? [] : [mirrorIndex[index]!]),
  ]),
])

/** Triangular over 0 to 4 with its peak at `mode`: rising from nothing at -1, falling to nothing at 5. */
export function triangular(mode: number): number[] {
  const weights = SCORES.map((score) => (score <= mode ? (score + 1) / (mode + 1) : (5 - score) / (5 - mode)))
  const sum = weights.reduce((a, b) => a + b, 0)
  return weights.map((weight) => weight / sum)
}

/** Mean score of what stands around a place and of its other side; null where none of it was looked at. */
export function meanAround(sheet: GuessedSheet, scale: Guessed, index: PlaceIndex): number | null {
  const around = AROUND[index]!.flatMap((i) => sheet[i]![scale] ?? [])
  return around.length > 0 ? around.reduce<number>((a, b) => a + b, 0) / around.length : null
}

/**
 * The prior of every score that is missing: it peaks at the mean of the scored neighbours and of the other side, for
 * mats one up in friction places; where nothing around was looked at, at the area mean of the dog [est].
 */
export function priorsOf(sheet: Sheet, house: House): Prior[] {
  return (['mat', 'undercoat'] as const).flatMap((scale) => {
    let sum = 0
    let area = 0
    for (const { index, share } of REGION_SIDES) {
      const score = sheet[index]![scale]
      if (score === null) continue
      sum += share * score
      area += share
    }
    const ofDog = area > 0 ? sum / area : house['prior.blank']
    return REGION_SIDES.filter(({ index }) => sheet[index]![scale] === null).map(({ index, region }) => {
      const mean = meanAround(sheet, scale, index) ?? ofDog
      const mode = Math.min(4, mean + (scale === 'mat' && REGIONS[region].rub ? house['prior.rub'] : 0))
      return { index, scale, mode, chance: triangular(mode) }
    })
  })
}

export interface Chance {
  readonly name: VerdictName
  /** 0 to 1; low and high hold it with 95 %, and equal it where every case was counted. */
  readonly chance: number
  readonly low: number
  readonly high: number
}

export interface NextLook {
  readonly index: PlaceIndex
  /** Expected fall of 1 - chance of the likeliest verdict, once this place was looked at. */
  readonly settles: number
}

export interface Odds {
  readonly draws: number
  /** Whether every case was counted, not drawn. */
  readonly exact: boolean
  /** The likeliest first. */
  readonly verdicts: readonly Chance[]
  /** What settles most first. */
  readonly looks: readonly NextLook[]
  /** Coat work from the 5th to the 95th of a hundred such dogs; null where everything was looked at, or none fits a visit. */
  readonly minutes: Range | null
  readonly pull: Range | null
}

const NOTHING_UNKNOWN: Odds = { draws: 0, exact: true, verdicts: [], looks: [], minutes: null, pull: null }

/** Of what was found, these shares lie below the low and above the high end. */
const LOW_SHARE = 0.05
const HIGH_SHARE = 0.95

/** From the 5th to the 95th of a hundred, each as likely as its weight. */
function spread(values: readonly (readonly [value: number, weight: number])[]): Range | null {
  const sorted = values.toSorted((a, b) => a[0] - b[0])
  const whole = sorted.reduce((sum, [, weight]) => sum + weight, 0)
  const at = (share: number): number => {
    let below = 0
    for (const [value, weight] of sorted) {
      below += weight
      if (below >= share * whole - 1e-12) return value
    }
    return sorted.at(-1)![0]
  }
  return sorted.length === 0 ? null : { low: at(LOW_SHARE), high: at(HIGH_SHARE) }
}
/** Up to so many cases are counted one by one. */
const COUNTED = 1000
const CELLS = 25
const Z95 = 1.959964

/** Wilson score interval of a share. */
function interval(share: number, n: number): { low: number; high: number } {
  const z2 = Z95 * Z95
  const middle = (share + z2 / (2 * n)) / (1 + z2 / n)
  const half = (Z95 * Math.sqrt((share * (1 - share)) / n + z2 / (4 * n * n))) / (1 + z2 / n)
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}

/** One guessed score an unknown, in the order of the priors. */
type Guess = Uint8Array

/** Every case of few unknowns with its chance. */
function* everyCase(priors: readonly Prior[]): Generator<{ guess: Guess; chance: number }> {
  const guess = new Uint8Array(priors.length)
  for (;;) {
    yield { guess, chance: priors.reduce((product, { chance }, v) => product * chance[guess[v]!]!, 1) }
    let v = 0
    while (v < guess.length && guess[v] === 4) guess[v++] = 0
    if (v === guess.length) return
    guess[v]!++
  }
}

/**
 * A batch of draws, stratified: of n draws each unknown takes every n-th part of its distribution once, in an order of
 * its own (a Latin hypercube), so that few draws say much.
 */
function drawBatch(priors: readonly Prior[], n: number, random: () => number): Guess[] {
  const guesses = Array.from({ length: n }, () => new Uint8Array(priors.length))
  const order = Array.from({ length: n }, (_, i) => i)
  for (const [v, { chance }] of priors.entries()) {
    for (let i = n - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1))
      const swap = order[i]!
      order[i] = order[j]!
      order[j] = swap
    }
    for (let i = 0; i < n; i++) {
      let u = (order[i]! + random()) / n
      let score = 0
      while (score < 4 && u >= chance[score]!) u -= chance[score++]!
      guesses[i]![v] = score
    }
  }
  return guesses
}

/** Chances so far: how often each verdict came, and how often with what was guessed at each place. */
class Tally {
  readonly places: readonly number[]
  readonly #verdicts = new Float64Array(VERDICT_IDS.length)
  /** Two halves, so that what is learnt on one is judged on the other. [half][place][cell][verdict] */
  readonly #cells: readonly [Float64Array, Float64Array]
  readonly #minutes: [number, number][] = []
  readonly #pull: [number, number][] = []
  #weight = 0
  draws = 0

  constructor(places: readonly number[]) {
    this.places = places
    const size = places.length * CELLS * VERDICT_IDS.length
    this.#cells = [new Float64Array(size), new Float64Array(size)]
  }

  add({ choice, minutes, pull }: Weight, cells: Uint8Array, weight: number): void {
    const v = VERDICT_IDS.indexOf(choice)
    if (minutes !== null && pull !== null) {
      this.#minutes.push([minutes, weight])
      this.#pull.push([pull, weight])
    }
    const half = this.#cells[this.draws % 2]!
    this.#verdicts[v]! += weight
    this.#weight += weight
    for (let p = 0; p < cells.length; p++) half[(p * CELLS + cells[p]!) * VERDICT_IDS.length + v]! += weight
    this.draws++
  }

  odds(exact: boolean): Odds {
    const shares = Array.from(this.#verdicts, (weight) => weight / this.#weight)
    const most = Math.max(...shares)
    const verdicts = VERDICT_IDS.flatMap((name, v): Chance[] => {
      const chance = shares[v]!
      if (chance === 0) return []
      return [{ name, chance, ...(exact ? { low: chance, high: chance } : interval(chance, this.draws)) }]
    }).sort((a, b) => b.chance - a.chance)
    const looks = this.places
      .map((index, p) => ({ index, settles: Math.max(0, this.#likeliestKnowing(p, exact, shares) - most) }))
      .sort((a, b) => b.settles - a.settles || a.index - b.index)
    return { draws: this.draws, exact, verdicts, looks, minutes: spread(this.#minutes), pull: spread(this.#pull) }
  }

  /**
   * Expected chance of the likeliest verdict once place p is known. From draws, the likeliest is picked on one half and
   * counted on the other: picked and counted on the same it would come out too high, everywhere.
   */
  #likeliestKnowing(p: number, exact: boolean, shares: readonly number[]): number {
    const n = VERDICT_IDS.length
    const [a, b] = this.#cells
    let sum = 0
    for (let cell = 0; cell < CELLS; cell++) {
      const at = (p * CELLS + cell) * n
      const both = (v: number): number => a[at + v]! + b[at + v]!
      if (exact) {
        let best = 0
        for (let v = 0; v < n; v++) best = Math.max(best, both(v))
        sum += best
        continue
      }
      for (const [learn, judge] of [
        [a, b],
        [b, a],
      ] as const) {
        let best = 0
        let bestCount = -1
        for (let v = 0; v < n; v++) {
          // One draw's worth of the overall odds keeps an empty or thin cell from inventing an answer.
          const count = learn[at + v]! + shares[v]!
          if (count > bestCount) {
            bestCount = count
            best = v
          }
        }
        sum += judge[at + best]!
      }
    }
    return sum / this.#weight
  }
}

/** A place with every mat and undercoat score it may have, by 5 times the one and the other. */
const everyGuess = (scores: SideScores): SideScores[] =>
  SCORES.flatMap((mat) =>
    SCORES.map((undercoat) => ({
      ...scores,
      mat,
      undercoat,
      // Skin that nobody saw is taken as sound: nothing is guessed that a verdict could rest on.
      skin: scores.skin === null && scores.findings.length === 0 ? 0 : scores.skin,
    })),
  )

/** Draws in the first answer, and in every step after it. */
const FIRST_DRAWS = 100
const STEP_DRAWS = 200

/**
 * The chance of each verdict over plausible scores of what nobody looked at, and which look would settle most: refined
 * step by step, each step complete in itself. Few cases are counted, many drawn.
 * @param draws how many at least, where they are drawn
 * @param random uniform numbers from 0 up to 1; the same numbers give the same odds
 */
export function* oddsOf(assessment: Assessment, house: House, draws: number, random: () => number): Generator<Odds> {
  const { sheet } = assessment
  const priors = priorsOf(sheet, house)
  if (priors.length === 0) {
    yield NOTHING_UNKNOWN
    return
  }
  const places = [...new Set(priors.map(({ index }) => index))].sort((a, b) => a - b)
  /** Of each prior, where its place stands among the places. */
  const placeOf = priors.map(({ index }) => places.indexOf(index))
  const make = rememberingMaker()
  const tally = new Tally(places)
  const cells = new Uint8Array(places.length)
  /** What each place may be guessed as: made once, so that what was worked out of it is found again. */
  const guessed = new Map(places.map((index) => [index, everyGuess(sheet[index]!)]))
  const count = (guess: Guess, weight: number): void => {
    const filled: SideScores[] = [...sheet]
    for (const [p, index] of places.entries()) {
      const { mat, undercoat } = sheet[index]!
      cells[p] = (mat ?? 0) * 5 + (undercoat ?? 0)
    }
    for (let v = 0; v < priors.length; v++) cells[placeOf[v]!]! += guess[v]! * (priors[v]!.scale === 'mat' ? 5 : 1)
    for (const [p, index] of places.entries()) filled[index] = guessed.get(index)![cells[p]!]!
    tally.add(weightOf({ ...assessment, sheet: filled }, house, make), cells, weight)
  }
  if (5 ** priors.length <= COUNTED) {
    for (const { guess, chance } of everyCase(priors)) count(guess, chance)
    yield tally.odds(true)
    return
  }
  while (tally.draws < draws) {
    const n = tally.draws === 0 ? FIRST_DRAWS : STEP_DRAWS
    for (const guess of drawBatch(priors, Math.min(n, draws - tally.draws), random)) count(guess, 1)
    yield tally.odds(false)
  }
}

/** The same, once all is drawn. */
export function lastOdds(assessment: Assessment, house: House, draws: number, random: () => number): Odds {
  let last = NOTHING_UNKNOWN
  for (const odds of oddsOf(assessment, house, draws, random)) last = odds
  return last
}
