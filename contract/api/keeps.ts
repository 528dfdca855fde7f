import * as z from 'zod'

const whole = (most: number) => z.int().min(1).max(most).nullable()

/** How long what is kept of people is kept; null for ever. What an owner asks to have forgotten is so at once, whatever stands here. */
export const keepsSchema = z.object({
  /** Owners whose dogs have not been here for so many years are forgotten, as if they had asked for it. */
  ownersYears: whole(30),
  photosMonths: whole(240),
  messagesMonths: whole(240),
})
export type Keeps = z.infer<typeof keepsSchema>

export const FOR_EVER: Keeps = { ownersYears: null, photosMonths: null, messagesMonths: null }

/** The same as it stands in an address: what is not said is kept for ever. */
export const keepsQuerySchema = z.object({
  ownersYears: z.coerce.number().pipe(z.int().min(1).max(30)).optional(),
  photosMonths: z.coerce.number().pipe(z.int().min(1).max(240)).optional(),
  messagesMonths: z.coerce.number().pipe(z.int().min(1).max(240)).optional(),
})

/** How much of each is older than that. */
export const overdueSchema = z.object({ owners: z.int(), photos: z.int(), messages: z.int() })
export type Overdue = z.infer<typeof overdueSchema>
