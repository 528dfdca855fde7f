import { z } from 'zod'
import { REGION_IDS } from '../../core/index.ts'
import { labelSchema, shelfProductSchema } from '../formats/products.ts'
import { idSchema, instant } from './api.ts'

/*
 * What goes over HTTP about the shelf, the bath, the drying and the day ahead.
 */
export const newProductSchema = z.object({
  label: labelSchema,
  /** What there is of it now. */
  stockMl: z.int().min(0).max(10_000_000),
})
export type NewProduct = z.infer<typeof newProductSchema>
export const productChangeSchema = z.object({ baseRevision: z.int().min(0), label: labelSchema })
export const retireSchema = z.object({ retired: z.boolean() })

/** receive: so much came in; count: there is so much, whatever the ledger says; correct: so much more or less. */
export const STOCK_MOVES = ['receive', 'count', 'correct'] as const
export const stockMoveRequestSchema = z
  .object({
    batchId: idSchema,
    kind: z.enum(STOCK_MOVES),
    ml: z.int({ error: 'a whole number of millilitres' }).min(-10_000_000).max(10_000_000),
    note: z.string().trim().max(400).default(''),
  })
  .refine(({ kind, ml }) => kind === 'correct' || ml >= (kind === 'receive' ? 1 : 0), {
    path: ['ml'],
    error: 'more than nothing received, and no less than nothing counted',
  })
  .refine(({ kind, note }) => kind !== 'correct' || note !== '', {
    path: ['note'],
    error: 'why the stock is corrected',
  })
export type StockMoveRequest = z.input<typeof stockMoveRequestSchema>
export const stockMoveSchema = z.object({
  id: z.string(),
  at: instant,
  kind: z.enum(['receive', 'use', 'return', 'count', 'correct']),
  ml: z.int(),
  stockAfter: z.int(),
  /** The dog it was used on. */
  dog: z.string().nullable(),
  actorId: idSchema.nullable(),
  note: z.string(),
})
export type StockMove = z.infer<typeof stockMoveSchema>

export const importRequestSchema = z.object({
  csv: z.string().max(400_000),
  dryRun: z.boolean(),
})
/** A whole salon's dogs are more than a shelf. */
export const MOST_CSV = 2_000_000
export const recordsImportSchema = importRequestSchema.extend({ csv: z.string().max(MOST_CSV) })
export const importResultSchema = z.object({
  added: z.array(z.string()),
  changed: z.array(z.string()),
  unchanged: z.int(),
  problems: z.array(z.object({ line: z.int(), path: z.string(), value: z.unknown(), expected: z.string() })),
  written: z.boolean(),
})
export type ImportResult = z.infer<typeof importResultSchema>

export const swapsSchema = z.record(z.string().max(80), z.string().max(60))
export const bathRecordSchema = z.object({
  swaps: swapsSchema,
  bookedAt: instant.nullable(),
  /** What stands booked on this visit, ml. */
  booked: z.array(z.object({ productId: idSchema, ml: z.int() })),
})
export type BathRecord = z.infer<typeof bathRecordSchema>

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

const dose = z.object({ niosh: z.number(), osha: z.number() })
/** What a day will take: mixes, minutes of every dog, stock, and each person's noise. */
export const prepSchema = z.object({
  date: z.iso.date(),
  dogs: z.array(
    z.object({
      visitId: idSchema,
      name: z.string(),
      startsAt: instant,
      personId: idSchema.nullable(),
      /** Planned on scores, or on what is usual for this coat. */
      looked: z.boolean(),
      bathMin: z.number(),
      airMin: z.number(),
      brushMin: z.number(),
      noBath: z.string().nullable(),
    }),
  ),
  bottles: z.array(
    z.object({
      productId: z.string(),
      waterParts: z.number(),
      mix: z.object({
        productMl: z.number(),
        waterMl: z.number(),
        totalMl: z.number(),
        strengthPercent: z.number(),
      }),
      dogs: z.array(z.object({ dogId: z.string(), solutionMl: z.number() })),
    }),
  ),
  stock: z.array(
    z.object({
      productId: z.string(),
      neededMl: z.int(),
      stockMl: z.int(),
      lowMl: z.int(),
      expiresInDays: z.int().nullable(),
    }),
  ),
  noise: z.array(
    z.object({ personId: idSchema.nullable(), minutes: z.number(), bare: dose, protected: dose.nullable() }),
  ),
})
export type Prep = z.infer<typeof prepSchema>

export const shelfSchema = z.array(shelfProductSchema)
