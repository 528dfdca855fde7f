import * as z from 'zod'
import { idSchema, instant, post, put, read, subject } from './endpoint.ts'

export const swapsSchema = z.record(z.string().max(80), z.string().max(60))

export const bathRecordSchema = z.object({
  swaps: swapsSchema,
  bookedAt: instant.nullable(),
  /** What stands booked on this visit, ml. */
  booked: z.array(z.object({ productId: idSchema, ml: z.int() })),
})

export type BathRecord = z.infer<typeof bathRecordSchema>

/** Products chosen for a bath by hand, and what was booked of them. */
export const bathApi = subject('bath', {
  of: read('/visits/:id/bath', {
    summary: 'Products chosen by hand, and what was booked',
    gives: bathRecordSchema,
    kept: true,
  }),
  swap: put('/visits/:id/bath', {
    summary: 'Choose products by hand',
    takes: z.object({ swaps: swapsSchema, batchId: idSchema.optional() }),
    gives: bathRecordSchema,
    becomes: 'of',
    queued: true,
  }),
  book: post('/visits/:id/bath/book', {
    summary: 'Book what this bath takes from the shelf',
    takes: z.object({ batchId: idSchema }),
    gives: bathRecordSchema,
    becomes: 'of',
    touches: ['shelf', 'day'],
  }),
})
