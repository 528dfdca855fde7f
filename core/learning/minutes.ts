import type { EstimateId, House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import type { Minutes } from '../numbers/units.ts'
import { inverseOf } from './cholesky.ts'
import { type Learnt, learntAs, type Reach, reachOf, TAILS } from './learnt.ts'
import { isPaced, minutesBy, spreadOfSlow, type Timing } from './timing.ts'

/** A timing as it is learnt from. */
export interface MinutesLog extends Pick<Timing, 'personId' | 'parts' | 'factors' | 'fixedMin' | 'takenMin'> {
  /** Orders the logs; of those at one time the one with the lesser id is first. */
  readonly at: number
  readonly id: string
  readonly visitId: string
}

export interface PersonLearnt {
  readonly personId: string
  /** Times the house's rates, over all coat work. */
  readonly pace: number
  readonly low: number
  readonly high: number
  readonly logs: number
}

export interface MinutesLearnt {
  readonly rates: readonly Learnt[]
  readonly people: readonly PersonLearnt[]
  /** How unlike two like steps are, of the logarithm. */
  readonly spread: number
  readonly logs: number
}

const ROUNDS = 40
/** Rounds in which a gain a visit is hardly drawn in, so that what a learner's logs say is found before it is doubted. */
const ROUNDS_WIDE = 8
/** A gain a visit is Cauchy's: most work as they did, a few get much faster. */
const TREND_TAILS = 1
const TREND_WIDE = 0.01
const SETTLED = 1e-7
const COUNTS = 0.1
const LONGEST_STEP = 1
const LEAST_SPREAD = 0.05
/** Half of a standard normal's values are nearer to 0 than this. */
const MEDIAN_OF_NORMAL = 0.6744897501960817

interface Off {
  readonly off: number
  readonly weight: number
}

function medianOf(values: readonly Off[]): number {
  const sorted = values.toSorted((a, b) => a.off - b.off)
  let left = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2
  for (const { off, weight } of sorted) {
    left -= weight
    if (left <= 0) return off
  }
  return 0
}

/** How widely values are spread about their own middle, as a standard deviation, by the median of their distances. */
function spreadOf(values: readonly Off[]): number {
  const middle = medianOf(values)
  return medianOf(values.map(({ off, weight }) => ({ off: Math.abs(off - middle), weight }))) / MEDIAN_OF_NORMAL
}

/** The logarithm of a clock that was left running, or of a step ticked off at once, lies anywhere in so wide a range. */
const ANYWHERE = 2 * Math.log(12)

/** The chance that a clock says anything, of a log that is off by so many spreads. */
function saysMuch(off: number, spread: number, house: House): number {
  const clock = ((1 - house['learn.forgotten']) * Math.exp((-off * off) / 2)) / (spread * Math.sqrt(2 * Math.PI))
  return clock / (clock + house['learn.forgotten'] / ANYWHERE)
}

const inOrder = (a: MinutesLog, b: MinutesLog): number => a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)

/** Visits of the same person after that of each log. */
function agesOf(logs: readonly MinutesLog[]): number[] {
  const later = new Map<string, Set<string>>()
  const ages = new Array<number>(logs.length)
  for (let i = logs.length - 1; i >= 0; i--) {
    const { personId, visitId } = logs[i]!
    const who = personId ?? ''
    const visits = later.get(who) ?? new Set<string>()
    later.set(who, visits.add(visitId))
    ages[i] = visits.size - 1
  }
  return ages
}

/**
 * Minutes by treatment and mat level, the whole house, and everybody's pace, from what the clock said: person within house
 * within product. The logarithm of a step's minutes is that of what the rates make of it, each rate times the house's own
 * factor, its level's and those of the dog's temper and coat, the whole times the person's; all of those are normal about
 * 1 on the log scale, what somebody gains a visit is Cauchy's about nothing, and what a step is off by is Student's t.
 * Found as the mode, by Gauss and Newton's steps with the weights of the t (Lange, Little and Taylor, JASA 1989), ranges
 * by its curvature. What goes into plans is the mean of a step's minutes, not its median, so half the variance is taken
 * off first. The same logs in another order give the same.
 */
export function learnMinutes(given: readonly MinutesLog[], house: House): MinutesLearnt {
  const logs = given
    .filter(({ takenMin, parts }) => takenMin > 0 && parts.some(({ minutes }) => minutes > 0))
    .toSorted(inOrder)
  const rates = [...new Set(logs.flatMap(({ parts }) => parts.map(({ rate }) => rate)))].sort()
  const people = [...new Set(logs.flatMap(({ personId }) => personId ?? []))].sort()
  const factors = [...new Set(logs.flatMap((log) => log.factors.map(({ id }) => id)))].sort()
  if (logs.length === 0) return { rates: [], people: [], spread: house['pace.within'], logs: 0 }
  // The house first, then the levels, the people, what each gains or loses a visit, and what dogs make of it.
  const rateAt = new Map(rates.map((rate, i) => [rate, 1 + i]))
  const personAt = new Map(people.map((person, i) => [person, 1 + rates.length + i]))
  const trendAt = new Map(people.map((person, i) => [person, 1 + rates.length + people.length + i]))
  const factorAt = new Map(factors.map((factor, i) => [factor, 1 + rates.length + 2 * people.length + i]))
  const n = 1 + rates.length + 2 * people.length + factors.length
  const prior = [
    house['learn.house'],
    ...rates.map(() => house['learn.level']),
    ...people.map(() => house['pace.between']),
    ...people.map(() => house['learn.trend']),
    ...factors.map((id) => spreadOfSlow(id, house)),
  ].map((sd) => 1 / sd ** 2)
  const trends = new Set(trendAt.values())
  const drawnIn = (theta: readonly number[], round: number): number[] =>
    prior.map((precision, i) => {
      if (!trends.has(i)) return precision
      return round < ROUNDS_WIDE
        ? 1 / TREND_WIDE ** 2
        : (precision * (TREND_TAILS + 1)) / (TREND_TAILS + precision * theta[i]! ** 2)
    })
  const ages = agesOf(logs)
  const weights = ages.map((age) => 0.5 ** (age / house['learn.half-visits']))
  const places = { rateAt, personAt, trendAt, factorAt }
  let theta = new Array<number>(n).fill(0)
  const byOurs = logs.map((log, l): Off => ({ off: linear(log, 0, theta, places, 0).residual, weight: weights[l]! }))
  // Wide at first, so that a house that works unlike ours is not taken for clocks left running.
  let spread = Math.max(house['pace.within'], spreadOf(byOurs), Math.abs(medianOf(byOurs)))
  let covariance: number[][] = []
  for (let round = 0; round < ROUNDS; round++) {
    const precisions = drawnIn(theta, round)
    const matrix: number[][] = Array.from({ length: n }, (_, i) => {
      const row = new Array<number>(n).fill(0)
      row[i] = precisions[i]!
      return row
    })
    const right = precisions.map((precision, i) => -precision * theta[i]!)
    const residuals: Off[] = []
    for (const [l, log] of logs.entries()) {
      const { at, values, residual } = linear(log, ages[l]!, theta, places, spread)
      const off = residual / spread
      const said = weights[l]! * saysMuch(off, spread, house)
      const weight = (said * (TAILS + 1)) / (TAILS + off * off)
      residuals.push({ off: residual, weight: said })
      const scaled = weight / spread ** 2
      for (const [a, i] of at.entries()) {
        right[i]! += scaled * values[a]! * residual
        for (const [b, j] of at.entries()) matrix[i]![j]! += scaled * values[a]! * values[b]!
      }
    }
    covariance = inverseOf(matrix)
    const step = covariance.map((row) => row.reduce((sum, value, j) => sum + value * right[j]!, 0))
    theta = theta.map((value, i) => value + Math.max(-LONGEST_STEP, Math.min(LONGEST_STEP, step[i]!)))
    // What is usual, not what is far off, says how unlike like steps are. Its own prior is worth so many logs.
    const guess = house['learn.spread-logs']
    const counted = residuals.reduce((sum, { weight }) => sum + weight, 0)
    const usual = spreadOf(residuals)
    const next = Math.max(LEAST_SPREAD, (counted * usual + guess * house['pace.within']) / (counted + guess))
    const settled = Math.max(...step.map(Math.abs), Math.abs(next - spread)) < SETTLED
    spread = next
    if (settled && round > ROUNDS_WIDE) break
  }
  const rangeOf = (at: readonly number[]): Reach =>
    reachOf(
      at.reduce((sum, i) => sum + theta[i]!, 0),
      at.reduce((sum, i) => sum + at.reduce((all, j) => all + covariance[i]![j]!, 0), 0),
    )
  const ofRates = rates.map((id) =>
    learntAs(
      id,
      rangeOf([0, rateAt.get(id)!]),
      logs.filter(({ parts, fixedMin }) => shareOf(parts, fixedMin, id) >= COUNTS).length,
    ),
  )
  // A temper or a coat is that of a whole visit: its steps have a good deal in common, and say less than as many visits.
  const ofFactors = factors.map((id) => {
    const own = logs.filter((log) => hasSlow(log, id))
    const visits = new Set(own.map(({ visitId }) => visitId)).size
    const alike = 1 + (own.length / visits - 1) * house['learn.visit']
    const at = factorAt.get(id)!
    return learntAs(id, reachOf(theta[at]!, covariance[at]![at]! * alike), visits)
  })
  return {
    rates: [...ofRates, ...ofFactors],
    people: people.map((personId) => {
      const { factor, low, high } = rangeOf([personAt.get(personId)!])
      return { personId, pace: factor, low, high, logs: logs.filter((log) => log.personId === personId).length }
    }),
    spread,
    logs: logs.length,
  }
}

const hasSlow = ({ factors }: Pick<MinutesLog, 'factors'>, id: EstimateId): boolean =>
  factors.some((factor) => factor.id === id)

function shareOf(parts: MinutesLog['parts'], fixedMin: Minutes, id: EstimateId): number {
  const all = parts.reduce((sum, { minutes }) => sum + minutes, fixedMin)
  return all > 0 ? (parts.find(({ rate }) => rate === id)?.minutes ?? 0) / all : 0
}

interface Places {
  readonly rateAt: ReadonlyMap<EstimateId, number>
  readonly personAt: ReadonlyMap<string, number>
  readonly trendAt: ReadonlyMap<string, number>
  readonly factorAt: ReadonlyMap<EstimateId, number>
}

/** What a log's logarithm hangs on, there where the numbers stand, and how far off it is. */
function linear(
  { parts, factors, fixedMin, personId, takenMin }: MinutesLog,
  age: number,
  theta: readonly number[],
  { rateAt, personAt, trendAt, factorAt }: Places,
  spread: number,
): { at: readonly number[]; values: readonly number[]; residual: number } {
  const person = personId === null ? [] : [personAt.get(personId)!, trendAt.get(personId)!]
  const pace = person.length === 0 ? 0 : theta[person[0]!]! - age * theta[person[1]!]!
  const slows = factors.map(({ id, share }) => ({ i: factorAt.get(id)!, share }))
  const times = theta[0]! + slows.reduce((sum, { i, share }) => sum + share * theta[i]!, 0)
  const minutes = parts.map(({ rate, minutes: own }) => own * Math.exp(times + theta[rateAt.get(rate)!]!))
  const worked = minutes.reduce((a, b) => a + b, 0)
  const whole = worked + fixedMin
  return {
    at: [0, ...parts.map(({ rate }) => rateAt.get(rate)!), ...slows.map(({ i }) => i), ...person],
    values: [
      worked / whole,
      ...minutes.map((own) => own / whole),
      ...slows.map(({ share }) => (share * worked) / whole),
      ...(person.length === 0 ? [] : [1, -age]),
    ],
    residual: Math.log(takenMin) + spread ** 2 / 2 - Math.log(whole) - pace,
  }
}

/** Logs of work that pace goes for, and of the rest: a quick hand with the shears is not a quick hand in the tub. */
export const logsLike = (logs: readonly MinutesLog[], paced: boolean): MinutesLog[] =>
  logs.filter(({ parts }) => parts.every(({ rate }) => isPaced(rate) === paced))

/** All that the clock says, each kind of work by itself; everybody's pace is that of coat work and cut. */
export function learnWork(logs: readonly MinutesLog[], house: House): MinutesLearnt {
  const [paced, rest] = [true, false].map((of) => learnMinutes(logsLike(logs, of), house)) as [
    MinutesLearnt,
    MinutesLearnt,
  ]
  return { ...paced, rates: [...paced.rates, ...rest.rates], logs: paced.logs + rest.logs }
}

/** How far off, of the logarithm, whole minutes are on what was not learnt from: by the numbers in use, and as learnt. */
export interface HeldBackMinutes {
  readonly logs: number
  readonly errorNow: number
  readonly errorLearnt: number
}

/** The last share of the logs that what is learnt from those before them is tried on. */
const TRIED = fixed('learn.tried')
const LEAST_TRIED = fixed('learn.tried-least')

/** Whether learning pays: learnt from the earlier logs, tried on the later ones, of all rates or of one. null with too few. */
export type Trial = (rate: EstimateId | null) => HeldBackMinutes | null

/** Learns once from the earlier logs, for whatever is tried on the later. */
export function trialOf(given: readonly MinutesLog[], house: House): Trial {
  const logs = given.filter(({ takenMin }) => takenMin > 0).toSorted(inOrder)
  const from = Math.floor(logs.length * (1 - TRIED))
  const earlier = logs.slice(0, from)
  const learnt = Object.fromEntries(learnMinutes(earlier, house).rates.map(({ id, value }) => [id, value]))
  const errorsBy = (numbers: House): ((log: MinutesLog) => number) => {
    const offOf = (log: MinutesLog): number => Math.log(log.takenMin / minutesBy(log, numbers))
    const paces = paceBy(earlier, offOf)
    return (log) => Math.abs(offOf(log) - (paces.get(log.personId) ?? 0))
  }
  const [errorNow, errorLearnt] = [errorsBy(house), errorsBy({ ...house, ...learnt })]
  return (rate) => {
    const later = logs
      .slice(from)
      .filter((log) => !rate || hasSlow(log, rate) || shareOf(log.parts, log.fixedMin, rate) >= COUNTS)
    if (later.length < LEAST_TRIED) return null
    const mean = (errorOf: (log: MinutesLog) => number): number =>
      later.reduce((sum, log) => sum + errorOf(log), 0) / later.length
    return { logs: later.length, errorNow: mean(errorNow), errorLearnt: mean(errorLearnt) }
  }
}

/** Everybody's median distance from some numbers, drawn in while there is little of it. */
function paceBy(
  logs: readonly MinutesLog[],
  offOf: (log: MinutesLog) => number,
): ReadonlyMap<MinutesLog['personId'], number> {
  const offs = new Map<MinutesLog['personId'], number[]>()
  for (const log of logs) offs.set(log.personId, [...(offs.get(log.personId) ?? []), offOf(log)])
  return new Map(
    [...offs].map(([person, all]) => {
      const sorted = all.toSorted((a, b) => a - b)
      return [person, (sorted[Math.floor(sorted.length / 2)]! * sorted.length) / (sorted.length + DRAWN_IN)]
    }),
  )
}
const DRAWN_IN = 4
