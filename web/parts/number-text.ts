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
