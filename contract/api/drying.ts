import * as z from 'zod'
import { REGION_IDS } from '../../core/index.ts'
import { idSchema, instant, post, put, read, subject } from './endpoint.ts'

export const readingSchema = z
  .object({
    id: idSchema,
    at: instant,
    kind: z.enum(['probe', 'towel']),
    region: z.enum(REGION_IDS).nullable(),
    side: z.enum(['left', 'right']).nullable(),
    /** Probe: g of water a gram of coat. Towel: g gained. */
    value: z.number().min(0).max(20_000),
  })
  .refine(({ kind, value }) => kind === 'towel' || value <= 10, {
    path: ['value'],
    error: 'water a gram of coat, from 0 to 10',
  })

export type DryingReading = z.infer<typeof readingSchema>

export const dryingRunSchema = z.object({
  id: idSchema,
  startedAt: instant,
  changedAt: instant.nullable(),
  finishedAt: instant.nullable(),
  readings: z.array(readingSchema),
})

export type DryingRun = z.infer<typeof dryingRunSchema>

/** Starts, changes over or ends a drying; each may be sent twice. */
export const dryingChangeSchema = z.object({
  id: idSchema,
  what: z.enum(['start', 'change', 'finish']),
  at: instant,
})

export type DryingChange = z.infer<typeof dryingChangeSchema>

const run = z.object({ run: dryingRunSchema.nullable() })

/** Drying as it is measured. */
export const dryingApi = subject('drying', {
  of: read('/visits/:id/drying', { summary: 'The last drying of this visit', gives: run, kept: true }),
  change: put('/visits/:id/drying', {
    summary: 'Start drying, change to brushing, or end it',
    takes: dryingChangeSchema,
    gives: run,
    becomes: 'of',
    queued: true,
  }),
  measure: post('/visits/:id/drying/readings', {
    summary: 'Keep a reading of the coat',
    takes: readingSchema,
    gives: run,
    becomes: 'of',
    queued: true,
  }),
})
