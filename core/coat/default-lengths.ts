import type { CoatType, LengthsMm } from './coat-types.ts'

const lengths = (body: number, legs: number, head: number, ears: number, tail: number): LengthsMm => ({
  body,
  legs,
  head,
  ears,
  tail,
})

/** Coat lengths in mm where nobody measured, by coat type [est]. */
export const DEFAULT_LENGTHS: Readonly<Record<CoatType, LengthsMm>> = {
  smooth: lengths(12, 10, 6, 8, 12),
  double: lengths(50, 30, 15, 20, 70),
  silky: lengths(80, 70, 60, 80, 80),
  'drop-double': lengths(90, 80, 70, 90, 90),
  feathered: lengths(25, 55, 15, 70, 60),
  curly: lengths(40, 45, 35, 50, 50),
  cotton: lengths(45, 45, 45, 55, 60),
  wire: lengths(35, 35, 25, 15, 25),
  corded: lengths(150, 120, 80, 100, 150),
  hairless: lengths(0, 15, 30, 20, 40),
}
