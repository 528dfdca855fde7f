import * as z from 'zod'
import { idSchema, instant, read, subject } from './endpoint.ts'

/** What a line of the log is about. */
export const LOG_AREAS = {
  book: ['client', 'dog'],
  visits: ['visit', 'assessment', 'plan', 'consent', 'bath', 'drying', 'goodbye', 'photo'],
  house: ['setting', 'person', 'product', 'tool', 'pattern', 'access', 'day'],
} as const
export type LogArea = keyof typeof LOG_AREAS
export type LogEntity = (typeof LOG_AREAS)[LogArea][number]
export const LOG_ENTITIES: readonly LogEntity[] = Object.values(LOG_AREAS).flat()
const AREA_IDS = Object.keys(LOG_AREAS) as [LogArea, ...LogArea[]]

export const logLineSchema = z.object({
  id: z.string(),
  at: instant,
  /** Who was named at the screen; null where nobody was. */
  by: z.string().nullable(),
  /** At which device that was let in, as it is called now; null in an open salon, and for what the server does by itself. */
  device: z.string().nullable(),
  entity: z.enum(LOG_ENTITIES as [LogEntity, ...LogEntity[]]),
  action: z.string(),
  /** The dog, owner, person or thing, as it is called now; null where it has no name, or is there no more. */
  about: z.string().nullable(),
  /** Of the dog it was about, where it was about one. */
  dogId: idSchema.nullable(),
})
export type LogLine = z.infer<typeof logLineSchema>

/** What was changed, by whom. The log itself is only ever added to. */
export const logApi = subject('log', {
  lines: read('/log', {
    summary: 'What was changed, newest first, a hundred lines at a time',
    query: z.object({
      area: z.enum(AREA_IDS).optional(),
      person: idSchema.optional(),
      /** Lines before the one with this id. */
      before: z
        .string()
        .regex(/^\d{1,18}$/, { error: 'the id of a line' })
        .optional(),
    }),
    gives: z.object({ lines: z.array(logLineSchema), more: z.boolean() }),
  }),
})
