import { type Agreement, bounded } from './kappa.ts'

export const LEVEL_IDS = ['nominal', 'ordinal', 'interval', 'ratio'] as const
export type Level = (typeof LEVEL_IDS)[number]

type Value = string | number

/** How far apart two values are, squared, by the level of measurement; `ranks` holds how often each value was given. */
function differences(values: readonly Value[], totals: readonly number[], level: Level): number[][] {
  return values.map((a, c) =>
    values.map((b, k) => {
      if (c === k) return 0
      if (level === 'nominal') return 1
      if (level === 'ordinal') {
        const [from, to] = c < k ? [c, k] : [k, c]
        let between = 0
        for (let g = from; g <= to; g++) between += totals[g]!
        return (between - (totals[from]! + totals[to]!) / 2) ** 2
      }
      const apart = Number(a) - Number(b)
      if (level === 'interval') return apart ** 2
      const sum = Number(a) + Number(b)
      return sum === 0 ? 0 : (apart / sum) ** 2
    }),
  )
}

/** Alpha from how often each value stands in each unit; units with fewer than two values say nothing. */
function alphaOf(counts: readonly (readonly number[])[], values: readonly Value[], level: Level): number {
  const pairable = counts.filter((unit) => unit.reduce((a, b) => a + b, 0) >= 2)
  const totals = values.map((_, c) => pairable.reduce((sum, unit) => sum + unit[c]!, 0))
  const n = totals.reduce((a, b) => a + b, 0)
  const delta = differences(values, totals, level)
  let observed = 0
  let expected = 0
  for (const unit of pairable) {
    const m = unit.reduce((a, b) => a + b, 0)
    for (let c = 0; c < values.length; c++)
      for (let k = 0; k < values.length; k++) if (c !== k) observed += (unit[c]! * unit[k]! * delta[c]![k]!) / (m - 1)
  }
  for (let c = 0; c < values.length; c++)
    for (let k = 0; k < values.length; k++) if (c !== k) expected += (totals[c]! * totals[k]! * delta[c]![k]!) / (n - 1)
  return expected === 0 ? Number.NaN : 1 - observed / expected
}

const RESAMPLES = 2000

/**
 * Krippendorff's alpha of any number of raters with gaps. Value: Krippendorff 2011 (Computing Krippendorff's
 * alpha-reliability). Interval: percentiles of a bootstrap over the units, as Zapf et al. 2016 recommend.
 * @param rows the scores of each unit, one a rater, null where a rater gave nothing; numbers above nominal level
 * @param random uniform numbers from 0 up to 1; the same numbers give the same interval
 */
export function krippendorffAlpha(
  rows: readonly (readonly (Value | null)[])[],
  level: Level,
  random: () => number,
): Agreement {
  const values = [...new Set(rows.flat().filter((v) => v !== null))].sort((a, b) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b)),
  )
  const counts = rows
    .map((row) => values.map((value) => row.filter((given) => given === value).length))
    .filter((unit) => unit.reduce((a, b) => a + b, 0) >= 2)
  const raters = rows[0]?.length ?? 0
  const value = alphaOf(counts, values, level)
  const resampled: number[] = []
  for (let i = 0; i < RESAMPLES && Number.isFinite(value); i++) {
    const drawn = counts.map(() => counts[Math.floor(random() * counts.length)]!)
    const again = alphaOf(drawn, values, level)
    // A draw in which all values are alike has no disagreement to expect; it counts as full agreement.
    resampled.push(Number.isNaN(again) ? 1 : again)
  }
  resampled.sort((a, b) => a - b)
  const at = (share: number): number => resampled[Math.round(share * (resampled.length - 1))] ?? Number.NaN
  return bounded({ value, low: at(0.025), high: at(0.975), n: counts.length, raters })
}
