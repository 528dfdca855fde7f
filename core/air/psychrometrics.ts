/*
 * Moist air at sea level. ASHRAE Handbook, Fundamentals 2017, chapter 1: equations 5 and 6 (saturation pressure, Hyland
 * and Wexler 1983), 20 (humidity ratio), 26 (volume), 33 and 35 (thermodynamic wet bulb).
 */
/** Pa */
export const STANDARD_PRESSURE = 101_325
const KELVIN = 273.15
/** Gas constant of dry air, J/(kg K). */
const DRY_AIR = 287.042
/** Ratio of the molar masses of water and dry air. */
const RATIO = 0.621945

/** Saturation pressure over water, or over ice below 0 C. @param tempC -100 to 200 @returns Pa */
export function saturationPressure(tempC: number): number {
  const t = tempC + KELVIN
  if (tempC <= 0.01)
    return Math.exp(
      -5.6745359e3 / t +
        6.3925247 -
        9.677843e-3 * t +
        6.2215701e-7 * t ** 2 +
        2.0747825e-9 * t ** 3 -
        9.484024e-13 * t ** 4 +
        4.1635019 * Math.log(t),
    )
  return Math.exp(
    -5.8002206e3 / t +
      1.3914993 -
      4.8640239e-2 * t +
      4.1764768e-5 * t ** 2 -
      1.4452093e-8 * t ** 3 +
      6.5459673 * Math.log(t),
  )
}

const ratioOf = (vapour: number, pressure: number): number => (RATIO * vapour) / (pressure - vapour)

/** kg of water a kg of dry air. @param rh 0 to 1 */
export const humidityRatio = (tempC: number, rh: number, pressure = STANDARD_PRESSURE): number =>
  ratioOf(rh * saturationPressure(tempC), pressure)

export const saturationRatio = (tempC: number, pressure = STANDARD_PRESSURE): number =>
  humidityRatio(tempC, 1, pressure)

/** Relative humidity, 0 to 1, of air with that much water when it has that temperature. */
export const relativeHumidity = (tempC: number, ratio: number, pressure = STANDARD_PRESSURE): number =>
  (ratio * pressure) / (RATIO + ratio) / saturationPressure(tempC)

/** Humidity ratio of air at `dry` whose thermodynamic wet bulb is `wet`, above freezing. */
const ratioFromWetBulb = (dry: number, wet: number, pressure: number): number =>
  ((2501 - 2.326 * wet) * saturationRatio(wet, pressure) - 1.006 * (dry - wet)) / (2501 + 1.86 * dry - 4.186 * wet)

/** Temperature that water evaporating into this air comes to, C. @param ratio kg/kg; for wet bulbs above 0 C */
export function wetBulb(tempC: number, ratio: number, pressure = STANDARD_PRESSURE): number {
  let low = 0
  let high = tempC
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2
    if (ratioFromWetBulb(tempC, middle, pressure) > ratio) high = middle
    else low = middle
  }
  return (low + high) / 2
}

/** kg of dry air in a cubic metre. */
export const airDensity = (tempC: number, ratio: number, pressure = STANDARD_PRESSURE): number =>
  pressure / (DRY_AIR * (tempC + KELVIN) * (1 + 1.607858 * ratio))

/**
 * What a stream of warmed room air carries off a wet coat, g/s: room air heated at its own humidity ratio and brought to
 * its wet bulb could take up so much more; a share of that it does.
 * @param flow m3/s @param share 0 to 1
 */
export function evaporation(
  room: { readonly tempC: number; readonly rh: number },
  outletC: number,
  flow: number,
  share: number,
): number {
  const ratio = humidityRatio(room.tempC, room.rh)
  const could = saturationRatio(wetBulb(outletC, ratio)) - ratio
  return Math.max(0, airDensity(outletC, ratio) * flow * could * 1000 * share)
}
