const DECIMALS = 100

/** To hundredths, as every figure of a plan is written. */
export const round = (value: number): number => Math.round(value * DECIMALS) / DECIMALS

/** Drops what is null or undefined, so that a key is there or is not. */
export const present = <T extends object>(object: T): T =>
  Object.fromEntries(Object.entries(object).filter(([, value]) => value !== null && value !== undefined)) as T
