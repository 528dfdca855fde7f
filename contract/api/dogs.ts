import { z } from 'zod'
import { dogSchema, patternSchema, wishesSchema } from '../formats/assessment-file.ts'
import { download, idSchema, instant, read, subject } from './endpoint.ts'
import { visitSummarySchema } from './goodbye.ts'
import { ownRateSchema } from './known.ts'
import { photoSchema } from './photos.ts'
import { clientSchema, STATION_IDS } from './visits.ts'

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
  /** Shapes it was wished to be cut to; null where none were named. */
  pattern: patternSchema.nullable().default(null),
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

/** Dogs and their owners, found and looked up. */
export const dogsApi = subject('dogs', {
  search: read('/search', {
    summary: 'Dogs and owners as one types',
    query: z.object({ q: z.string().max(80) }),
    gives: z.array(foundDogSchema),
  }),
  one: read('/dogs/:id', { summary: "One dog's life", gives: dogRecordSchema, kept: true }),
  ownerCard: download('/clients/:id/card.vcf', {
    summary: 'An owner as an address card',
    type: 'text/vcard; charset=utf-8',
  }),
})
