/**
 * Marks: `pub` a published source, `trade` common practice without a source, `mem` recalled and not checked against
 * the source, `est` our own estimate.
 */
export type Mark = 'pub' | 'trade' | 'mem' | 'est'

/** A number of the model, with what it is and how sure it is. */
export interface Estimate {
  readonly value: number
  readonly unit: string
  readonly mark: Mark
  readonly what: string
}

export const est = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'est', what })
export const mem = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'mem', what })
export const trade = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'trade', what })
