import * as z from 'zod'
import { kgOf, weightBounds, weightUnit } from '../../contract/words/measures.ts'

/** A number as people type it, with a point or a comma; NaN for what is none. */
export const numberOf = (text: string): number =>
  text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'))

/** What is typed, read; what was expected is said as it stands at that moment. */
const typed = (read: (text: string) => number, isGood: (value: number) => boolean, expected: () => string) =>
  z.string().transform((text, ctx) => {
    const value = read(text)
    if (isGood(value)) return value
    ctx.addIssue({ code: 'custom', message: expected() })
    return z.NEVER
  })

/**
 * A typed number of a form.
 * @throws {z.ZodError} outside its bounds, saying them
 */
export const numberText = (
  least: number,
  most: number,
  { whole = false, unit = '' }: { whole?: boolean; unit?: string } = {},
) =>
  typed(
    numberOf,
    (value) => value >= least && value <= most && (!whole || Number.isInteger(value)),
    () => `${whole ? 'a whole number, ' : ''}${least} to ${most}${unit && ` ${unit}`}`,
  )

/**
 * A typed weight of a form, in the salon's unit, as kg.
 * @throws {z.ZodError} outside its bounds, saying them
 */
export const weightTyped = (leastKg: number, mostKg: number) =>
  typed(
    (text) => kgOf(numberOf(text)),
    (kg) => kg >= leastKg && kg <= mostKg,
    () => `${weightBounds(leastKg, mostKg).join(' to ')} ${weightUnit()}`,
  )

const SIZES = [
  [1e9, 'GB'],
  [1e6, 'MB'],
] as const

/** "4.2 GB", "310 kB" */
export function sizeText(bytes: number): string {
  const [size, unit] = SIZES.find(([least]) => bytes >= least) ?? [1000, 'kB']
  return unit === 'kB' ? `${Math.ceil(bytes / size)} kB` : `${(bytes / size).toFixed(1)} ${unit}`
}
