/** Exact by definition: the international pound and inch (1959 agreement) [pub]. */
export const KG_PER_LB = 0.45359237
export const MM_PER_INCH = 25.4

/** @example lbToKg(10) // => 4.5359237 */
export const lbToKg = (lb: number): number => lb * KG_PER_LB
/** @example kgToLb(4.5359237) // => 10 */
export const kgToLb = (kg: number): number => kg / KG_PER_LB
/** @example inchToMm(0.5) // => 12.7 */
export const inchToMm = (inch: number): number => inch * MM_PER_INCH
/** @example mmToInch(12.7) // => 0.5 */
export const mmToInch = (mm: number): number => mm / MM_PER_INCH
/** @example fahrenheitToCelsius(212) // => 100 */
export const fahrenheitToCelsius = (f: number): number => ((f - 32) * 5) / 9
/** @example celsiusToFahrenheit(100) // => 212 */
export const celsiusToFahrenheit = (c: number): number => (c * 9) / 5 + 32
