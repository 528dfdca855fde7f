import * as z from 'zod'
import { ownPatternSchema } from '../formats/patterns-file.ts'
import { download, idSchema, post, put, read, subject } from './endpoint.ts'
import { importResultSchema } from './exchange.ts'

export const salonPatternSchema = ownPatternSchema.extend({ id: idSchema, revision: z.int(), retired: z.boolean() })

export type SalonPattern = z.infer<typeof salonPatternSchema>

const change = z.object({ baseRevision: z.int().min(0), pattern: ownPatternSchema })

/** Bytes that a file of patterns may have. */
export const MOST_PATTERNS_FILE = 400_000

/** The patterns of cut that are the salon's own. */
export const patternsApi = subject('patterns', {
  all: read('/patterns', {
    summary: 'Every pattern of the salon, also those taken out',
    gives: z.array(salonPatternSchema),
    kept: true,
  }),
  file: download('/patterns.json', {
    summary: 'The salon’s patterns as a file',
    type: 'application/json; charset=utf-8',
  }),
  add: post('/patterns', {
    summary: 'Keep a pattern as the salon’s own',
    takes: z.object({ pattern: ownPatternSchema }),
    gives: salonPatternSchema,
    touches: ['patterns'],
  }),
  change: put('/patterns/:id', {
    summary: 'Change a pattern of the salon',
    takes: change,
    gives: salonPatternSchema,
    touches: ['patterns'],
  }),
  retire: put('/patterns/:id/retired', {
    summary: 'Take a pattern out, or put it back',
    takes: z.object({ retired: z.boolean() }),
    gives: salonPatternSchema,
    touches: ['patterns'],
  }),
  import: post('/patterns/import', {
    summary: 'Read patterns from a file: a dry run says what would happen, and everything wrong with it',
    takes: z.object({ text: z.string().max(MOST_PATTERNS_FILE), dryRun: z.boolean() }),
    gives: importResultSchema,
    touches: ['patterns'],
  }),
})
