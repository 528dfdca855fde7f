import { valueText } from '../contract/formats/problem.ts'
import {
  mixForProduct,
  mixForTotal,
  parseDilution,
  roundedVolume,
  UNIT_SYSTEMS,
  type UnitSystem,
  volumeFromMl,
  volumeToMl,
} from '../core/index.ts'
import { Refused } from './input.ts'

const LEAST_ML = 1
const MOST_ML = 1e6
const tenths = (value: number): number => Math.round(value * 10) / 10

function unitsOf(args: readonly string[]): UnitSystem {
  if (args.length === 0) return 'metric'
  const [flag, name, ...rest] = args
  const units = UNIT_SYSTEMS.find((known) => known === name)
  if (flag !== '--units' || rest.length > 0)
    throw new Refused(`arguments: got ${valueText(flag)}, expected --units ${UNIT_SYSTEMS.join('|')}`)
  if (!units) throw new Refused(`arguments: --units: got ${valueText(name)}, expected ${UNIT_SYSTEMS.join(', ')}`)
  return units
}

/** What to measure for a mix; with ounces, the same in ounces beside the millilitres. */
export function mix(args: readonly string[]): object {
  const [ratio, flag, amount, ...rest] = args
  const dilution = parseDilution(ratio ?? '')
  if (!dilution)
    throw new Refused(`arguments: RATIO: got ${valueText(ratio)}, expected 1:8, 8:1, "1 in 9", 10% or ready`)
  if (flag !== '--total' && flag !== '--product')
    throw new Refused(`arguments: got ${valueText(flag)}, expected --total AMOUNT or --product AMOUNT`)
  const units = unitsOf(rest)
  const given = amount === undefined || amount.trim() === '' ? Number.NaN : Number(amount)
  const ml = volumeToMl(given, units)
  if (!(ml >= LEAST_ML && ml <= MOST_ML))
    throw new Refused(`arguments: ${flag}: got ${valueText(amount)}, expected ${LEAST_ML} to ${MOST_ML} ml`)
  const { productMl, waterMl, totalMl, strengthPercent, mixedPercent } =
    flag === '--total' ? mixForTotal(dilution, units === 'metric' ? ml : Math.round(ml)) : mixForProduct(dilution, ml)
  const ounces = (volume: number): number => tenths(volumeFromMl(roundedVolume(volume, units), units))
  return {
    product_ml: productMl,
    water_ml: waterMl,
    total_ml: totalMl,
    strength_percent: strengthPercent,
    // What whole millilitres make of it, where that is not the label's strength.
    ...(mixedPercent === strengthPercent ? {} : { mixed_percent: mixedPercent }),
    ...(units === 'metric'
      ? {}
      : {
          units,
          product_fl_oz: ounces(productMl),
          water_fl_oz: waterMl === 0 ? 0 : ounces(waterMl),
          total_fl_oz: tenths(ounces(productMl) + (waterMl === 0 ? 0 : ounces(waterMl))),
        }),
  }
}
