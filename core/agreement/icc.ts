import { fQuantile } from './f-distribution.ts'
import { type Agreement, bounded } from './kappa.ts'

export const ICC_FORMS = ['ICC(1,1)', 'ICC(2,1)', 'ICC(3,1)', 'ICC(1,k)', 'ICC(2,k)', 'ICC(3,k)'] as const
export type IccForm = (typeof ICC_FORMS)[number]

/**
 * The six intraclass correlations of Shrout and Fleiss 1979, with 95 % intervals: single score and mean of k, raters
 * drawn anew for each thing (1), drawn once from many (2), or these very ones (3). Intervals of 1 and 3 by their F
 * ratios, of 2 by Satterthwaite's approximation as in McGraw and Wong 1996.
 * @param rows the scores of each thing, one a rater, no gaps; at least two things and two raters
 */
export function icc(rows: readonly (readonly number[])[]): Record<IccForm, Agreement> {
  const n = rows.length
  const k = rows[0]?.length ?? 0
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length
  const grand = mean(rows.flat())
  const rowMeans = rows.map(mean)
  const columnMeans = Array.from({ length: k }, (_, j) => mean(rows.map((row) => row[j]!)))
  const total = rows.flat().reduce((sum, x) => sum + (x - grand) ** 2, 0)
  const between = k * rowMeans.reduce((sum, m) => sum + (m - grand) ** 2, 0)
  const judges = n * columnMeans.reduce((sum, m) => sum + (m - grand) ** 2, 0)
  const bms = between / (n - 1)
  const wms = (total - between) / (n * (k - 1))
  const jms = judges / (k - 1)
  const ems = (total - between - judges) / ((n - 1) * (k - 1))

  const one = (bms - wms) / (bms + (k - 1) * wms)
  const two = (bms - ems) / (bms + (k - 1) * ems + (k * (jms - ems)) / n)
  const three = (bms - ems) / (bms + (k - 1) * ems)

  const TAIL = 0.975
  const single = (f: number): number => (f - 1) / (f + k - 1)
  const ofMean = (f: number): number => 1 - 1 / f
  const f1 = bms / wms
  const f3 = bms / ems
  const df1 = n * (k - 1)
  const df3 = (n - 1) * (k - 1)
  const low1 = f1 / fQuantile(TAIL, n - 1, df1)
  const high1 = f1 * fQuantile(TAIL, df1, n - 1)
  const low3 = f3 / fQuantile(TAIL, n - 1, df3)
  const high3 = f3 * fQuantile(TAIL, df3, n - 1)

  const a = (k * two) / (n * (1 - two))
  const b = 1 + (k * two * (n - 1)) / (n * (1 - two))
  const v = (a * jms + b * ems) ** 2 / ((a * jms) ** 2 / (k - 1) + (b * ems) ** 2 / df3)
  const fLow = fQuantile(TAIL, n - 1, v)
  const fHigh = fQuantile(TAIL, v, n - 1)
  const low2 = (n * (bms - fLow * ems)) / (fLow * (k * jms + (k * n - k - n) * ems) + n * bms)
  const high2 = (n * (fHigh * bms - ems)) / (k * jms + (k * n - k - n) * ems + n * fHigh * bms)
  /** Spearman and Brown: what the mean of k says, from what one says. */
  const stepped = (x: number): number => (k * x) / (1 + (k - 1) * x)

  // Where everybody gave every thing the same, the F ratios are without end and the interval is the value.
  const form = (value: number, low: number, high: number): Agreement =>
    bounded(
      ems === 0 && jms === 0 ? { value, low: value, high: value, n, raters: k } : { value, low, high, n, raters: k },
    )
  return {
    'ICC(1,1)': form(one, single(low1), single(high1)),
    'ICC(2,1)': form(two, low2, high2),
    'ICC(3,1)': form(three, single(low3), single(high3)),
    'ICC(1,k)': form(ofMean(f1), ofMean(low1), ofMean(high1)),
    'ICC(2,k)': form((bms - ems) / (bms + (jms - ems) / n), stepped(low2), stepped(high2)),
    'ICC(3,k)': form(ofMean(f3), ofMean(low3), ofMean(high3)),
  }
}
