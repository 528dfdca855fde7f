/** A number after what was seen of it: its mean, and from where to where four of five times it lies. */
export interface Posterior {
  readonly mean: number
  readonly low: number
  readonly high: number
}

/** Points of the grid to either side of the prior's middle, and how many of its own spreads they reach. */
const POINTS = 120
const SPREADS = 4
const TENTH = 0.1

/**
 * The posterior of one number with a normal prior, on a grid: for likelihoods that have no closed form.
 * @param least no value below this is possible
 * @param logLikely logarithm of how likely what was seen is, by the number; a constant in it does not matter
 */
export function onGrid(
  prior: { readonly mean: number; readonly sd: number; readonly least?: number },
  logLikely: (value: number) => number,
): Posterior {
  const step = (SPREADS * prior.sd) / POINTS
  const values = Array.from({ length: 2 * POINTS + 1 }, (_, i) => prior.mean + (i - POINTS) * step).filter(
    (value) => value >= (prior.least ?? Number.NEGATIVE_INFINITY),
  )
  const logs = values.map((value) => logLikely(value) - ((value - prior.mean) / prior.sd) ** 2 / 2)
  const most = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY)
  const weights = logs.map((log) => Math.exp(log - most))
  const total = weights.reduce((a, b) => a + b, 0)
  const quantile = (share: number): number => {
    let sum = 0
    const at = weights.findIndex((weight) => {
      sum += weight
      return sum >= share * total
    })
    return values[at]!
  }
  return {
    mean: values.reduce((sum, value, i) => sum + value * weights[i]!, 0) / total,
    low: quantile(TENTH),
    high: quantile(1 - TENTH),
  }
}
