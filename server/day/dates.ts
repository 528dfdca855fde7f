/** The calendar date where the salon is. */
export const localDate = (date: Date): string =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`

export interface DaySpan {
  readonly date: string
  readonly from: Date
  readonly to: Date
}

/** From midnight to midnight where the salon is; not 24 hours on, because a day has 23 or 25 where the clocks change. */
export function spanOf(date: string): DaySpan {
  const from = new Date(`${date}T00:00:00`)
  return { date, from, to: new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1) }
}
