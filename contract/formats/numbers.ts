import * as z from 'zod'

/** A number in a range, and an error that says the range. */
export function between(low: number, high: number): z.ZodNumber {
  const error = `a number from ${low} to ${high}`
  return z.number({ error }).min(low, { error }).max(high, { error })
}

/** The lightest and the heaviest dog that is reckoned with, kg. */
export const LIGHTEST_KG = 0.5
export const HEAVIEST_KG = 120

/** A whole number in a range, and an error that says the range. */
export function whole(low: number, high: number): z.ZodNumber {
  const error = `a whole number from ${low} to ${high}`
  return z.int({ error }).min(low, { error }).max(high, { error })
}
