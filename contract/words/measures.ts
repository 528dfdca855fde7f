import type { Units } from './countries.ts'

/*
 * Weights and temperatures as they are said where the salon is. What is kept, sent and written into files is in kilograms
 * and degrees Celsius. Lengths of coat are in millimetres everywhere: blades and combs are told by what they leave.
 */

/** The international avoirdupois pound, exactly (NIST Special Publication 811, B.8). */
const POUND_KG = 0.45359237

let units: Units = 'metric'

/** Says in which units weights and temperatures are written from here on. */
export const setUnits = (by: Units): void => {
  units = by
}

export const weightUnit = (): 'kg' | 'lb' => (units === 'us' ? 'lb' : 'kg')
const perUnit = (): number => (units === 'us' ? POUND_KG : 1)

const TENTHS = 10
const GRAMS = 1000

/** A weight in the unit it is written in, as it stands in a field: kilograms as they were said, pounds to tenths. */
export const weightIn = (kg: number): number => (units === 'us' ? Math.round((kg / POUND_KG) * TENTHS) / TENTHS : kg)
/**
 * What was typed in that unit, kg to the gram.
 * @param before what stood there, kg: as long as the field shows it, it is that weight, and not what its rounding makes of it
 */
export const kgOf = (typed: number, before?: number | null): number =>
  before !== undefined && before !== null && typed === weightIn(before)
    ? before
    : Math.round(typed * perUnit() * GRAMS) / GRAMS

/** "12.4 kg", "27.3 lb". @param digits after the point, as a scale shows them; without, as many as a field shows */
export const weightText = (kg: number, digits?: number): string =>
  `${digits === undefined ? weightIn(kg) : (kg / perUnit()).toFixed(digits)} ${weightUnit()}`

/** "5 to 8.5 kg", in whole units where they are pounds. */
export const weightRangeText = (least: number, most: number): string =>
  units === 'us' ? `${Math.round(least / POUND_KG)} to ${Math.round(most / POUND_KG)} lb` : `${least} to ${most} kg`

/** The lightest and heaviest dog that is taken, in the unit of the fields, never beyond what is taken in kg. */
export const weightBounds = (least: number, most: number): readonly [least: number, most: number] => [
  Math.ceil((least / perUnit()) * TENTHS) / TENTHS,
  Math.floor((most / perUnit()) * TENTHS) / TENTHS,
]

/** "37 °C", "99 °F". @param digits of degrees Celsius after the point */
export const temperatureText = (celsius: number, digits = 0): string =>
  units === 'us' ? `${((celsius * 9) / 5 + 32).toFixed(digits)} °F` : `${celsius.toFixed(digits)} °C`
