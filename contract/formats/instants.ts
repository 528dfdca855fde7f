import * as z from 'zod'

/** Years that a salon's book can hold; the database knows no year 0, and a slip of the finger is told at once. */
const A_YEAR = /^(19|2\d)\d\d-/

/** A moment with its offset from Greenwich. */
export const instant = z.iso
  .datetime({ offset: true })
  .refine((at) => A_YEAR.test(at), { error: 'a moment of the years 1900 to 2999' })

/** A calendar date. */
export const calendarDate = z.iso
  .date({ error: 'a date as 2026-03-01', abort: true })
  .refine((date) => A_YEAR.test(date), { error: 'a date of the years 1900 to 2999' })
