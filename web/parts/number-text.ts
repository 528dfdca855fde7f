import * as z from 'zod'

/** A number as people type it, with a point or a comma; NaN for what is none. */
export const numberOf = (text: string): number =>
  text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'))

/**
 * A typed number of a form.
 * @throws {z.ZodError} outside its bounds, saying them
 */
export const numberText = (
  least: number,
  most: number,
  { whole = false, unit = '' }: { whole?: boolean; unit?: string } = {},
) =>
  z.string().transform((text, ctx) => {
    const value = numberOf(text)
    if (value >= least && value <= most && (!whole || Number.isInteger(value))) return value
    ctx.addIssue({
      code: 'custom',
      message: `${whole ? 'a whole number, ' : ''}${least} to ${most}${unit && ` ${unit}`}`,
    })
    return z.NEVER
  })

const SIZES = [
  [1e9, 'GB'],
  [1e6, 'MB'],
] as const

/** "4.2 GB", "310 kB" */
export function sizeText(bytes: number): string {
  const [size, unit] = SIZES.find(([least]) => bytes >= least) ?? [1000, 'kB']
  return unit === 'kB' ? `${Math.ceil(bytes / size)} kB` : `${(bytes / size).toFixed(1)} ${unit}`
}
