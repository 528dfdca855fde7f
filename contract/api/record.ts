import { z } from 'zod'
import { TREATMENT_IDS } from '../../core/index.ts'
import { dogSchema, wishesSchema } from '../formats/assessment-file.ts'
import { clientSchema, idSchema, instant, personSchema, STATION_IDS } from './api.ts'
import { visitSummarySchema } from './goodbye.ts'
import { ownRateSchema } from './known.ts'

export const photoSchema = z.object({
  id: idSchema,
  kind: z.enum(['before', 'after', 'incident']),
  incidentId: idSchema.nullable(),
  takenAt: instant,
})
export type Photo = z.infer<typeof photoSchema>

const LARGEST_PHOTO = 1_500_000
/** Base64 is a third longer than what it holds. */
export const newPhotoSchema = z
  .object({
    id: idSchema,
    kind: z.enum(['before', 'after', 'incident']),
    incidentId: idSchema.nullable(),
    takenAt: instant,
    data: z.base64({ error: 'the picture, base64' }).max(Math.ceil((LARGEST_PHOTO * 4) / 3)),
  })
  .refine(({ kind, incidentId }) => (kind === 'incident') === (incidentId !== null), {
    path: ['incidentId'],
    error: 'the incident it shows, and only for one',
  })
export type NewPhoto = z.infer<typeof newPhotoSchema>

/** What of a goodbye a life shows; how fast the coat usually mats and the work line by line stay where they are read. */
export const LIFE_LEAVES_OUT = ['usualRates', 'work', 'skipped', 'findings'] as const
const lifeSummarySchema = visitSummarySchema.omit({ usualRates: true, work: true, skipped: true, findings: true })

export const recordVisitSchema = z.object({
  id: idSchema,
  startsAt: instant,
  station: z.enum(STATION_IDS),
  personName: z.string().nullable(),
  /** null where nobody said goodbye properly: what the plan said is all there is. */
  summary: lifeSummarySchema.nullable(),
  choice: z.string().nullable(),
  plannedMin: z.number().nullable(),
  note: z.string(),
  photos: z.array(photoSchema),
})
export type RecordVisit = z.infer<typeof recordVisitSchema>

/** One dog's life. */
export const dogRecordSchema = z.object({
  id: idSchema,
  name: z.string(),
  breed: z.string(),
  coatType: z.string(),
  client: clientSchema,
  /** As it was said last. */
  dog: dogSchema,
  wishes: wishesSchema,
  /** Newest first. */
  visits: z.array(recordVisitSchema),
  own: ownRateSchema,
  /** From the last goodbye: what the forecast starts from. */
  home: z.object({ visitId: idSchema, at: instant, leftIndex: z.number(), outlineMm: z.array(z.number()) }).nullable(),
})
export type DogRecord = z.infer<typeof dogRecordSchema>

export const foundDogSchema = z.object({
  dogId: idSchema,
  name: z.string(),
  breed: z.string(),
  clientName: z.string(),
  phone: z.string(),
  lastVisit: instant.nullable(),
})
export type FoundDog = z.infer<typeof foundDogSchema>

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

export const schoolDateSchema = z.object({
  id: z.string(),
  /** null for the house. */
  personId: idSchema.nullable(),
  at: instant,
  by: z.string().nullable(),
  option: z.string().nullable(),
})
export type SchoolDate = z.infer<typeof schoolDateSchema>
