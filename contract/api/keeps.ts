import * as z from 'zod'

const YEARS = z.int().min(1).max(30)
const MONTHS = z.int().min(1).max(240)

/** How long what is kept of people is kept; null for ever. What an owner asks to have forgotten is so at once, whatever stands here. */
export const keepsSchema = z.object({
  /** Owners whose dogs have not been here for so many years are forgotten, as if they had asked for it. */
  ownersYears: YEARS.nullable(),
  photosMonths: MONTHS.nullable(),
  messagesMonths: MONTHS.nullable(),
})
export type Keeps = z.infer<typeof keepsSchema>

export const FOR_EVER: Keeps = { ownersYears: null, photosMonths: null, messagesMonths: null }

/** The same as it stands in an address: what is not said is kept for ever. */
export const keepsQuerySchema = z.object({
  ownersYears: z.coerce.number().pipe(YEARS).optional(),
  photosMonths: z.coerce.number().pipe(MONTHS).optional(),
  messagesMonths: z.coerce.number().pipe(MONTHS).optional(),
})

/** How much of each is older than that. */
export const overdueSchema = z.object({ owners: z.int(), photos: z.int(), messages: z.int() })
export type Overdue = z.infer<typeof overdueSchema>
