import { z } from 'zod'
import { calendarDate } from '../formats/instants.ts'

/** Something the house asks to see, such as a vaccination, and until when it holds. */
export const paperSchema = z.object({
  what: z.string().trim().min(1, { error: 'what it is' }).max(80, { error: 'at most 80 letters' }),
  until: calendarDate,
})
export type Paper = z.infer<typeof paperSchema>
