import * as z from 'zod'
import { TREATMENT_IDS } from '../../core/index.ts'
import { fileToolSchema, schoolsSchema } from '../formats/assessment-file.ts'

export const ownRateSchema = z.object({ factor: z.number(), sigma: z.number(), visits: z.int() })

/** What plans of a visit take beside the dog: the ways of house and person, the rack, pace, and the dog's own rate. */
export const knownSchema = z.object({
  schools: schoolsSchema,
  rack: z.array(fileToolSchema).optional(),
  pace: z.partialRecord(z.enum(TREATMENT_IDS), z.number()),
  own: ownRateSchema.nullable(),
})
