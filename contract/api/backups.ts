import * as z from 'zod'
import { instant, nothing, post, read, subject } from './endpoint.ts'

export const backupsSchema = z.object({
  /** Where they lie on the machine the server runs on. */
  folder: z.string(),
  /** One is being made and compared. */
  running: z.boolean(),
  /** Newest first; each was brought back into a scratch database and was the same. */
  backups: z.array(z.object({ name: z.string(), at: instant, bytes: z.int() })),
  /** The last that could not be made, until one is. */
  failed: z.object({ at: instant, why: z.string() }).nullable(),
})
export type Backups = z.infer<typeof backupsSchema>

/** Backups that are made by themselves every night, and when somebody asks. */
export const backupsApi = subject('backups', {
  all: read('/backups', { summary: 'The backups there are, each brought back and compared', gives: backupsSchema }),
  make: post('/backups', {
    summary: 'Make a backup now',
    takes: nothing,
    gives: backupsSchema,
    becomes: 'all',
  }),
})
