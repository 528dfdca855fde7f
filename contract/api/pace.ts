import * as z from 'zod'
import { TREATMENT_IDS } from '../../core/index.ts'
import { instant, put, read, subject } from './endpoint.ts'
import { personSchema } from './salon.ts'

const paceRowSchema = z.object({
  treatment: z.enum(TREATMENT_IDS),
  pace: z.number(),
  low: z.number(),
  high: z.number(),
  visits: z.int(),
  raw: z.number().nullable(),
})

export const personPaceSchema = z.object({
  person: personSchema,
  off: z.boolean(),
  since: instant.nullable(),
  paces: z.array(paceRowSchema),
  /** Mean of |ln(taken / predicted)| on visits held back, by the house's rates and by the learnt pace. */
  heldBack: z.object({ visits: z.int(), errorHouse: z.number(), errorPace: z.number() }).nullable(),
})
export type PersonPace = z.infer<typeof personPaceSchema>
export const paceChangeSchema = z.union([z.object({ off: z.boolean() }), z.object({ reset: z.literal(true) })])

/** How quick everybody is, learnt from what was logged. */
export const paceApi = subject('pace', {
  all: read('/pace', { summary: 'Learnt pace of everybody', gives: z.array(personPaceSchema) }),
  set: put('/people/:id/pace', {
    summary: 'Switch a learnt pace off or on, or forget what was logged so far',
    takes: paceChangeSchema,
    gives: z.array(personPaceSchema),
    touches: ['pace', 'visits'],
  }),
})
