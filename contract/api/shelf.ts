import * as z from 'zod'
import { labelSchema, shelfProductSchema } from '../formats/products.ts'
import { download, idSchema, instant, LARGE_BODY, post, put, read, subject } from './endpoint.ts'
import { importRequestSchema, importResultSchema } from './exchange.ts'

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

export const shelfSchema = z.array(shelfProductSchema)

/** The shelf and its ledger. */
export const shelfApi = subject('shelf', {
  all: read('/shelf', { summary: 'Every product, also those taken off the shelf', gives: shelfSchema, kept: true }),
  csv: download('/shelf.csv', { summary: 'The shelf as CSV', type: 'text/csv; charset=utf-8' }),
  add: post('/shelf', {
    summary: 'Put a product on the shelf',
    takes: newProductSchema,
    gives: shelfProductSchema,
    touches: ['shelf', 'day'],
  }),
  import: post('/shelf/import', {
    summary: 'Read products from CSV: a dry run says what would happen, and everything wrong with it',
    takes: importRequestSchema,
    gives: importResultSchema,
    touches: ['shelf', 'day'],
    largest: LARGE_BODY,
  }),
  change: put('/shelf/:id', {
    summary: 'Change a label',
    takes: productChangeSchema,
    gives: shelfProductSchema,
    touches: ['shelf', 'day'],
  }),
  retire: put('/shelf/:id/retired', {
    summary: 'Take a product off the shelf, or put it back',
    takes: retireSchema,
    gives: shelfProductSchema,
    touches: ['shelf', 'day'],
  }),
  moves: read('/shelf/:id/moves', {
    summary: 'The ledger of a product, newest first',
    gives: z.array(stockMoveSchema),
  }),
  move: post('/shelf/:id/moves', {
    summary: 'Receive, count or correct',
    takes: stockMoveRequestSchema,
    gives: shelfProductSchema,
    touches: ['shelf', 'day'],
  }),
})
