import { localDate } from '../day/dates.ts'

/** How long nightly backups are kept: each of the last days, the last of each week, the last of each month. */
export interface Retention {
  readonly days: number
  readonly weeks: number
  readonly months: number
}
export const RETENTION: Retention = { days: 7, weeks: 4, months: 12 }

const MS_PER_DAY = 86_400_000
/** Weeks begin on Monday, wherever the salon is: this only says which of them is kept. */
const weekOf = (date: string): number => Math.floor((Date.parse(`${date}T00:00:00Z`) / MS_PER_DAY + 3) / 7)

/**
 * Which of these moments are kept: of each of the newest days, weeks and months that have any, the newest. What is kept
 * today would have been kept yesterday, so that nothing has to be made anew.
 * @param at moments of the backups there are, in any order @returns those kept, newest first
 */
export function kept(at: readonly Date[], { days, weeks, months }: Retention = RETENTION): Date[] {
  const newest = [...at].sort((a, b) => b.getTime() - a.getTime())
  const firstOf = (most: number, group: (date: string) => string | number): Set<Date> => {
    const seen = new Map<string | number, Date>()
    for (const one of newest) {
      const of = group(localDate(one))
      if (!seen.has(of)) seen.set(of, one)
    }
    return new Set([...seen.values()].slice(0, most))
  }
  const all = [firstOf(days, (date) => date), firstOf(weeks, weekOf), firstOf(months, (date) => date.slice(0, 7))]
  return newest.filter((one) => all.some((some) => some.has(one)))
}
