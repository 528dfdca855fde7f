/*
 * Heat on skin: the damage integral of Henriques and Moritz 1947 (American Journal of Pathology 23), with their pair of
 * constants. The often printed 6.28e5 J/mol with R = 8.314 does not belong to this A and makes every time five times longer.
 */
/** 1/s */
const A = 3.1e98
/** Activation energy over the gas constant: 150 kcal/mol over 2 cal/(mol K). K */
const E_OVER_R = 75_000
const KELVIN = 273.15

/**
 * Seconds at which the damage integral reaches 1 with the basal layer held at this temperature. For guards that warn
 * long before it; never a permission.
 */
export const secondsToInjury = (celsius: number): number => 1 / (A * Math.exp(-E_OVER_R / (celsius + KELVIN)))
