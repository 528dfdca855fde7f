import * as z from 'zod'
import { instant, read, subject } from './endpoint.ts'

/** How the machine is that the salon lives on. */
export const systemSchema = z.object({
  /** The program's own version, and that of the model its plans are made by. */
  version: z.string(),
  model: z.string(),
  /** Since when this server runs. */
  startedAt: instant,
  database: z.object({
    /** PostgreSQL's version. */
    version: z.string(),
    bytes: z.int(),
    /** How long it took to answer just now. */
    answersInMs: z.number(),
  }),
  /** Room where backups are kept; null where the folder cannot be asked. */
  disk: z.object({ freeBytes: z.int(), totalBytes: z.int() }).nullable(),
  backups: z.object({
    lastAt: instant.nullable(),
    kept: z.int(),
    failed: z.object({ at: instant, why: z.string() }).nullable(),
  }),
  /** Open screens that this server tells of changes. */
  screens: z.int(),
  /** Tablets and phones that are let in, with when they last asked anything. */
  devices: z.array(z.object({ id: z.string(), name: z.string(), seenAt: instant, unsent: z.int().min(0) })),
})
export type System = z.infer<typeof systemSchema>

export const systemApi = subject('system', {
  read: read('/system', {
    summary: 'How the system is: database, disk, backups, screens, devices',
    gives: systemSchema,
  }),
})
