import { fixed } from '../numbers/fixed.ts'
import { normalQuantile } from '../numbers/normal.ts'

/** What was said beforehand of one thing, and what came of it; both above 0. */
export interface SaidAndCame {
  readonly id: string
  readonly at: number
  readonly said: number
  readonly came: number
}

/** Of what was said to hold so often, how often it held. */
export interface Held {
  readonly nominal: number
  readonly share: number
}

export interface Drift {
  /** Times what was said, before and lately. */
  readonly before: number
  readonly lately: number
  readonly since: number
}

export interface HowRight {
  readonly count: number
  /** Times what was said, on average (the geometric mean): 1.1 is a tenth more than said. */
  readonly bias: number
  /** Standard deviation of the logarithm of came over said. */
  readonly spread: number
  readonly held: readonly Held[]
  /** Average by month, oldest first. */
  readonly months: readonly { readonly month: string; readonly times: number; readonly count: number }[]
  readonly drift: Drift | null
  /** Farthest off first. */
  readonly worst: readonly SaidAndCame[]
}

const NOMINAL = [0.5, 0.8, 0.9, 0.95] as const
const WORST = 5
/** The last so many are compared with those before them. */
const LATELY = fixed('right.lately')
const LEAST_BEFORE = fixed('right.least-before')
/** Chance by which no drift is said where there is none, roughly: two standard errors and a half. */
const SURE = fixed('right.sure')

const off = ({ said, came }: SaidAndCame): number => Math.log(came / said)
const meanOf = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length
const varianceOf = (values: readonly number[]): number => {
  const mean = meanOf(values)
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / Math.max(1, values.length - 1)
}

/**
 * How right predictions were, on the log scale.
 * @param sigma spread that was reckoned with, of the logarithm: what is held up against what came
 * @param monthOf of an instant, by the salon's calendar
 */
export function howRight(
  given: readonly SaidAndCame[],
  sigma: number,
  monthOf: (at: number) => string,
): HowRight | null {
  const all = given
    .filter(({ said, came }) => said > 0 && came > 0)
    .toSorted((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
  if (all.length === 0) return null
  const offs = all.map(off)
  const months = new Map<string, number[]>()
  for (const one of all) months.set(monthOf(one.at), [...(months.get(monthOf(one.at)) ?? []), off(one)])
  return {
    count: all.length,
    bias: Math.exp(meanOf(offs)),
    spread: Math.sqrt(varianceOf(offs)),
    held: NOMINAL.map((nominal) => {
      const reach = sigma * normalQuantile((1 + nominal) / 2)
      return { nominal, share: offs.filter((value) => Math.abs(value) <= reach).length / offs.length }
    }),
    months: [...months].map(([month, values]) => ({ month, times: Math.exp(meanOf(values)), count: values.length })),
    drift: driftOf(all, offs),
    worst: all.toSorted((a, b) => Math.abs(off(b)) - Math.abs(off(a)) || (a.id < b.id ? -1 : 1)).slice(0, WORST),
  }
}

/** When a dog was ready beside what its people were told, min from when it came. */
export interface PromisedAndCame extends SaidAndCame {
  /** What holds on nineteen days of twenty; `said` holds on four of five. */
  readonly latest: number
}

/** How right promises were: they were kept or not, nothing lies about them. */
export function howPromised(given: readonly PromisedAndCame[], monthOf: (at: number) => string): HowRight | null {
  const right = howRight(given, 1, monthOf)
  if (!right) return null
  const kept = (by: (one: PromisedAndCame) => number): number =>
    given.filter((one) => one.came <= by(one)).length / given.length
  return {
    ...right,
    held: [
      { nominal: 0.8, share: kept(({ said }) => said) },
      { nominal: 0.95, share: kept(({ latest }) => latest) },
    ],
  }
}

/** Whether the last ten are unlike those before them: dull blades, somebody new, another room (Welch's comparison). */
function driftOf(all: readonly SaidAndCame[], offs: readonly number[]): Drift | null {
  if (offs.length < LATELY + LEAST_BEFORE) return null
  const [before, lately] = [offs.slice(0, -LATELY), offs.slice(-LATELY)]
  const error = Math.sqrt(varianceOf(before) / before.length + varianceOf(lately) / lately.length)
  if (Math.abs(meanOf(lately) - meanOf(before)) <= SURE * error) return null
  return { before: Math.exp(meanOf(before)), lately: Math.exp(meanOf(lately)), since: all.at(-LATELY)!.at }
}
