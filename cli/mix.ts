import { valueText } from '../contract/problem.ts'
import { mixForProduct, mixForTotal, parseDilution } from '../core/index.ts'
import { Refused } from './input.ts'

/** What to measure for a mix. */
export function mix(args: readonly string[]): object {
  const [ratio, flag, amount, ...rest] = args
  const dilution = parseDilution(ratio ?? '')
  if (!dilution)
    throw new Refused(`arguments: RATIO: got ${valueText(ratio)}, expected 1:8, 8:1, "1 in 9", 10% or ready`)
  if ((flag !== '--total' && flag !== '--product') || rest.length > 0)
    throw new Refused(`arguments: got ${valueText(flag)}, expected --total ML or --product ML`)
  const ml = amount === undefined || amount.trim() === '' ? Number.NaN : Number(amount)
  if (!(ml >= 1 && ml <= 1e6))
    throw new Refused(`arguments: ${flag}: got ${valueText(amount)}, expected 1 to 1000000 ml`)
  const { productMl, waterMl, totalMl, strengthPercent } =
    flag === '--total' ? mixForTotal(dilution, ml) : mixForProduct(dilution, ml)
  return { product_ml: productMl, water_ml: waterMl, total_ml: totalMl, strength_percent: strengthPercent }
}
