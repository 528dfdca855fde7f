/**
 * Body surface of a dog.
 *
 * Method: Meeh's formula with the canine constant, m2 = 10.1 x grams^(2/3) / 10^4.
 * Source: the veterinary weight-to-surface table for dogs [pub, mem]. The printed table rounds the constant to 10
 * (0.1 x kg^(2/3)) and lies within 3 % of this. Valid for 0.5 to 120 kg.
 *
 * @param weightKg body weight in kilograms
 * @returns square metres
 * @throws {RangeError} if the weight is not between 0.5 and 120 kg
 * @example bodySurfaceM2(10).toFixed(3) // => '0.469'
 */
export function bodySurfaceM2(weightKg: number): number {
  if (!(weightKg >= 0.5 && weightKg <= 120))
    throw new RangeError(`bodySurfaceM2: weight must be 0.5 to 120 kg, got ${weightKg}`)
  return (10.1 * (weightKg * 1000) ** (2 / 3)) / 1e4
}
