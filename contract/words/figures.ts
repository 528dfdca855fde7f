/** Figures as people read them: whole minutes, pull to the nearest half below 10, lengths to a tenth. */
export const minutesText = (minutes: number): string => String(Math.round(minutes))

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
