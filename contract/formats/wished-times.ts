import * as z from 'zod'
import { dateOf, timeOf } from '../words/dates.ts'

const time = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'a time of day as 09:30' })

/** When a dog's people can come; what is left open suits them at any time. */
export const wishedTimesSchema = z.object({
  /** Days of the week, Monday is 1; none named: any. */
  days: z.array(z.int().min(1).max(7)).max(7).default([]),
  /** They bring it no earlier and no later than that, by the clock of the salon. */
  notBefore: time.nullable().default(null),
  notAfter: time.nullable().default(null),
})
export type WishedTimes = z.infer<typeof wishedTimesSchema>

export const ANY_TIME: WishedTimes = { days: [], notBefore: null, notAfter: null }

/** The same as it stands in an address: `days=2,4&notBefore=09:30`. */
export const wishedTimesQuery = {
  days: z
    .string()
    .regex(/^[1-7](,[1-7]){0,6}$/, { error: 'days of the week from 1, Monday, to 7, as 2,4' })
    .optional(),
  notBefore: time.optional(),
  notAfter: time.optional(),
}

export const asQuery = ({ days, notBefore, notAfter }: WishedTimes) => ({
  days: days.length > 0 ? days.join() : undefined,
  notBefore: notBefore ?? undefined,
  notAfter: notAfter ?? undefined,
})

export const fromQuery = ({ days, notBefore, notAfter }: Partial<ReturnType<typeof asQuery>>): WishedTimes => ({
  days: days?.split(',').map(Number) ?? [],
  notBefore: notBefore ?? null,
  notAfter: notAfter ?? null,
})

/** Day of the week of a date as 2026-03-04; Monday is 1. */
export const weekdayOf = (date: string): number => ((new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7) + 1

/** Whether people who can come then could come at a moment, by the clock of the salon. */
export function suits({ days, notBefore, notAfter }: WishedTimes, at: string | Date): boolean {
  const time = timeOf(at)
  return (
    (days.length === 0 || days.includes(weekdayOf(dateOf(at)))) &&
    (notBefore === null || time >= notBefore) &&
    (notAfter === null || time <= notAfter)
  )
}
