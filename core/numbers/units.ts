/**
 * What a number is of, for the compiler: any plain number may be given, but minutes are never taken for millimetres.
 * Nothing of it is there at run time.
 */
type Of<Unit extends string> = number & { readonly __unit?: Unit }
export type Millimetres = Of<'mm'>
export type Minutes = Of<'min'>

/** Fluid ounces, ml: the US customary one (231 cubic inches a gallon, 128 to it) and the imperial one (4.54609 L a gallon, 160 to it) [pub]. */
export const ML_PER_US_FL_OZ = 29.5735295625
export const ML_PER_IMP_FL_OZ = 28.4130625

export const UNIT_SYSTEMS = ['metric', 'us', 'imperial'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]

const ML_PER: Readonly<Record<UnitSystem, number>> = { metric: 1, us: ML_PER_US_FL_OZ, imperial: ML_PER_IMP_FL_OZ }
/** @example Math.round(volumeFromMl(450, 'us') * 100) / 100 // => 15.22 */
export const volumeFromMl = (ml: number, system: UnitSystem): number => ml / ML_PER[system]
/** @example volumeToMl(10, 'imperial') // => 284.130625 */
export const volumeToMl = (volume: number, system: UnitSystem): number => volume * ML_PER[system]

/** Rounded to what can be measured: 1 ml, or a tenth of an ounce; never to nothing. @returns ml */
export function roundedVolume(ml: number, system: UnitSystem): number {
  if (system === 'metric') return Math.max(1, Math.round(ml))
  return volumeToMl(Math.max(1, Math.round(volumeFromMl(ml, system) * 10)) / 10, system)
}
