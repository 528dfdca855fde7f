/** A statistic of agreement with its 95 % interval. */
export interface Agreement {
  /** NaN where the data cannot say: nothing was rated, or everybody always gave the same. */
  readonly value: number
  /** NaN where fewer than five things were rated: that is no ground for an interval. */
  readonly low: number
  readonly high: number
  /** Things rated. */
  readonly n: number
  readonly raters: number
}

export const WEIGHT_IDS = ['linear', 'quadratic'] as const
export type Weights = (typeof WEIGHT_IDS)[number]

const Z95 = 1.959963984540054
/** Things that an interval wants at least; with fewer it would say more than anybody knows. */
const LEAST_THINGS = 5

/** A statistic and its interval within their bounds, and no interval from fewer things than tell one. */
export function bounded({ value, low, high, n, raters }: Agreement): Agreement {
  const within = (x: number): number => Math.max(-1, Math.min(1, x))
  const tells = n >= LEAST_THINGS
  return {
    value: within(value),
    low: tells ? within(low) : Number.NaN,
    high: tells ? within(high) : Number.NaN,
    n,
    raters,
  }
}

const within95 = (value: number, se: number, n: number, raters: number): Agreement =>
  bounded({ value, low: value - Z95 * se, high: value + Z95 * se, n, raters })

/**
 * Cohen's kappa of two raters, weighted or not, with the large-sample interval.
 * Weights are for agreement: 1 on the diagonal, 1 - d / dmax (linear) or 1 - (d / dmax)^2 off it, d the distance of the
 * two scores. Value: Cohen 1960, 1968. Interval: Fleiss, Cohen and Everitt 1969.
 * @param pairs the two raters' scores of each thing; numbers where weights are asked for
 */
export function kappa(
  pairs: readonly (readonly [string | number, string | number])[],
  weights: Weights | null,
): Agreement {
  const n = pairs.length
  const categories = [...new Set(pairs.flat())].sort((a, b) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b)),
  )
  const k = categories.length
  const at = new Map(categories.map((category, i) => [category, i]))
  const p = Array.from({ length: k }, () => new Array<number>(k).fill(0))
  for (const [a, b] of pairs) p[at.get(a)!]![at.get(b)!]! += 1 / n
  const row = p.map((cells) => cells.reduce((x, y) => x + y, 0))
  const column = categories.map((_, j) => p.reduce((sum, cells) => sum + cells[j]!, 0))
  const span = weights && k > 1 ? Number(categories[k - 1]) - Number(categories[0]) : 1
  const w = (i: number, j: number): number => {
    if (i === j) return 1
    if (!weights) return 0
    const distance = Math.abs(Number(categories[i]) - Number(categories[j])) / span
    return 1 - (weights === 'linear' ? distance : distance * distance)
  }
  let observed = 0
  let expected = 0
  for (let i = 0; i < k; i++)
    for (let j = 0; j < k; j++) {
      observed += w(i, j) * p[i]![j]!
      expected += w(i, j) * row[i]! * column[j]!
    }
  if (n === 0 || expected >= 1 - 1e-12) return { value: Number.NaN, low: Number.NaN, high: Number.NaN, n, raters: 2 }
  const value = (observed - expected) / (1 - expected)
  const rowMean = categories.map((_, i) => column.reduce((sum, q, j) => sum + q * w(i, j), 0))
  const columnMean = categories.map((_, j) => row.reduce((sum, q, i) => sum + q * w(i, j), 0))
  let spread = 0
  for (let i = 0; i < k; i++)
    for (let j = 0; j < k; j++) spread += p[i]![j]! * (w(i, j) - (rowMean[i]! + columnMean[j]!) * (1 - value)) ** 2
  const variance = (spread - (value - expected * (1 - value)) ** 2) / (n * (1 - expected) ** 2)
  return within95(value, Math.sqrt(Math.max(0, variance)), n, 2)
}

/**
 * Fleiss' kappa of several raters, everybody rating everything. Value: Fleiss 1971. Interval: the variance under no
 * assumption of chance is by the jackknife over the things rated.
 * @param rows the scores of each thing, one a rater
 */
export function fleissKappa(rows: readonly (readonly (string | number)[])[]): Agreement {
  const n = rows.length
  const raters = rows[0]?.length ?? 0
  const categories = [...new Set(rows.flat())]
  const counts = rows.map((row) => categories.map((category) => row.filter((given) => given === category).length))
  // Sums over the things, so that leaving one out is one subtraction.
  const agreed = counts.map((cells) => cells.reduce((sum, c) => sum + c * (c - 1), 0) / (raters * (raters - 1)))
  const totals = categories.map((_, j) => counts.reduce((sum, cells) => sum + cells[j]!, 0))
  const of = (things: number, agreement: number, total: readonly number[]): number => {
    const expected = total.reduce((sum, t) => sum + (t / (things * raters)) ** 2, 0)
    return (agreement / things - expected) / (1 - expected)
  }
  const sum = agreed.reduce((a, b) => a + b, 0)
  const value = of(n, sum, totals)
  const without = counts.map((cells, i) =>
    of(
      n - 1,
      sum - agreed[i]!,
      totals.map((t, j) => t - cells[j]!),
    ),
  )
  return within95(value, jackknifeError(without), n, raters)
}

/** Standard error from the estimates with one thing left out each. */
export function jackknifeError(without: readonly number[]): number {
  const n = without.length
  const mean = without.reduce((a, b) => a + b, 0) / n
  return Math.sqrt(((n - 1) / n) * without.reduce((sum, v) => sum + (v - mean) ** 2, 0))
}

/** Words for a kappa. Landis and Koch 1977; the bands are a convention, not a law. */
export const KAPPA_WORDS = ['poor', 'slight', 'fair', 'moderate', 'substantial', 'almost-perfect'] as const
export type KappaWord = (typeof KAPPA_WORDS)[number]
export const kappaWord = (value: number): KappaWord =>
  value < 0
    ? 'poor'
    : value <= 0.2
      ? 'slight'
      : value <= 0.4
        ? 'fair'
        : value <= 0.6
          ? 'moderate'
          : value <= 0.8
            ? 'substantial'
            : 'almost-perfect'
