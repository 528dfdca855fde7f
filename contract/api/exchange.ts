import * as z from 'zod'
import { download, LARGE_BODY, post, subject } from './endpoint.ts'

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

/** Owners, dogs, visits and scores as tables, out and in. */
export const exchangeApi = subject('exchange', {
  csv: download('/records/:table/csv', { summary: 'A table of the records as CSV', type: 'text/csv; charset=utf-8' }),
  import: post('/records/:table/import', {
    summary: 'Read a table from CSV: a dry run says what would happen, and everything wrong with it',
    takes: recordsImportSchema,
    gives: importResultSchema,
    touches: ['day', 'visits', 'scores', 'dogs', 'exchange'],
    largest: LARGE_BODY,
  }),
})
