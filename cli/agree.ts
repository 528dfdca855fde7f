import { parseArgs } from 'node:util'
import { BadInput, valueText } from '../contract/formats/problem.ts'
import { seeded } from '../contract/formats/random.ts'
import { numbers, type Ratings, readRatings, whole } from '../contract/formats/read-ratings.ts'
import {
  type Agreement,
  fleissKappa,
  icc,
  kappa,
  krippendorffAlpha,
  LEVEL_IDS,
  type Level,
  WEIGHT_IDS,
  type Weights,
} from '../core/index.ts'
import { Refused, readInput, refusal } from './input.ts'

const STAT_IDS = ['kappa', 'weighted-kappa', 'fleiss', 'icc', 'alpha'] as const
type Stat = (typeof STAT_IDS)[number]

const SEED = 1
const DECIMALS = 1e6
/** null in JSON where the data cannot say. */
const figure = (value: number): number | null =>
  Number.isFinite(value) ? Math.round(value * DECIMALS) / DECIMALS : null

const oneOf = <T extends string>(flag: string, value: string | undefined, ids: readonly T[]): T => {
  if (value === undefined || !(ids as readonly string[]).includes(value))
    throw new Refused(`arguments: --${flag}: got ${valueText(value)}, expected ${ids.join(', ')}`)
  return value as T
}

const LEAST_ROWS = 2

function leastRows(rows: readonly unknown[]): void {
  if (rows.length < LEAST_ROWS)
    throw new BadInput([{ path: 'the rows', value: rows.length, expected: 'two things rated or more' }])
}

const pairsOf = <T>(rows: readonly (readonly T[])[]): [T, T][] => rows.map((row) => [row[0]!, row[1]!])

function twoRaters({ raters }: Ratings): void {
  if (raters.length !== 2)
    throw new BadInput([{ path: 'line 1', value: raters.join(','), expected: 'exactly two raters for this statistic' }])
}

function measured(stat: Stat, ratings: Ratings, weights: Weights, level: Level): Agreement {
  const { raters, rows } = ratings
  switch (stat) {
    case 'kappa':
      twoRaters(ratings)
      return kappa(pairsOf(whole(ratings)), null)
    case 'weighted-kappa':
      twoRaters(ratings)
      return kappa(pairsOf(numbers(whole(ratings), raters)), weights)
    case 'fleiss': {
      const all = whole(ratings)
      leastRows(all)
      return fleissKappa(all)
    }
    case 'icc': {
      const all = numbers(whole(ratings), raters)
      leastRows(all)
      return icc(all)['ICC(2,1)']
    }
    case 'alpha':
      return krippendorffAlpha(level === 'nominal' ? rows : numbers(rows, raters), level, seeded(SEED))
  }
}

const shown = ({ value, low, high, n, raters }: Agreement): object => ({
  value: figure(value),
  low: figure(low),
  high: figure(high),
  n,
  raters,
})

/** How far raters agree; ratings as CSV in, one statistic with its 95 % interval out. */
export function agree(args: readonly string[]): object {
  const { values, positionals } = parsed(args)
  if (positionals.length !== 1)
    throw new Refused(`arguments: got ${positionals.length} files, expected one, or - for standard input`)
  const stat = oneOf('stat', values.stat, STAT_IDS)
  const weights = oneOf('weights', values.weights ?? 'linear', WEIGHT_IDS)
  const level = oneOf('level', values.level ?? 'ordinal', LEVEL_IDS)
  const input = readInput(positionals[0]!, 'a CSV file')
  try {
    const ratings = readRatings(input.text)
    const forms =
      stat === 'icc'
        ? Object.fromEntries(
            Object.entries(icc(numbers(whole(ratings), ratings.raters))).map(([name, { value }]) => [
              name,
              figure(value),
            ]),
          )
        : null
    return { stat, ...shown(measured(stat, ratings, weights, level)), ...(forms ? { forms } : {}) }
  } catch (error) {
    throw error instanceof BadInput ? refusal(input.label, error) : error
  }
}

function parsed(args: readonly string[]) {
  try {
    return parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { stat: { type: 'string' }, weights: { type: 'string' }, level: { type: 'string' } },
    })
  } catch (error) {
    throw new Refused(`arguments: got ${(error as Error).message}, expected FILE --stat STAT`)
  }
}
