/** Figures as people read them: whole minutes, pull to the nearest half below 10, lengths to a tenth. */
export const minutesText = (minutes: number): string => String(Math.round(minutes))

/**
 * Parts as whole numbers that add up to the whole as it is said: what is left after rounding down goes to the parts that
 * lost most by it (the method of largest remainders, Hamilton 1792). Each is less than one away from what it was.
 */
export function wholeParts(parts: readonly number[]): number[] {
  const whole = parts.map(Math.floor)
  const left = Math.round(parts.reduce((sum, part) => sum + part, 0)) - whole.reduce((sum, part) => sum + part, 0)
  const most = parts.map((part, i) => ({ i, lost: part - whole[i]! })).sort((a, b) => b.lost - a.lost || a.i - b.i)
  for (const { i } of most.slice(0, left)) whole[i]! += 1
  return whole
}

export const pullText = (pull: number): string =>
  pull < 9.95 ? (Math.round(pull * 2) / 2).toString() : String(Math.round(pull))

export const mmText = (mm: number): string => String(Math.round(mm * 10) / 10)

export interface Ends {
  readonly low: number
  readonly high: number
}

/** A range, or one figure where both ends read alike. */
export function rangeText({ low, high }: Ends, text: (value: number) => string): string {
  const a = text(low)
  const b = text(high)
  return a === b ? a : `${a} to ${b}`
}
