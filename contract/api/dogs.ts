import * as z from 'zod'
import { dogSchema, patternSchema, wishesSchema } from '../formats/assessment-file.ts'
import { download, idSchema, instant, LONG_PATIENCE_MS, post, put, read, subject } from './endpoint.ts'
import { visitSummarySchema } from './goodbye.ts'
import { ownRateSchema } from './known.ts'
import { paperSchema } from './papers.ts'
import { photoSchema } from './photos.ts'
import { STATION_IDS } from './stations.ts'
import { CALLED_OFF_IDS, clientSchema } from './visit-card.ts'

/** What of a goodbye a life shows; how fast the coat usually mats and the work line by line stay where they are read. */
export const LIFE_LEAVES_OUT = ['usualRates', 'work', 'skipped', 'findings'] as const

const lifeSummarySchema = visitSummarySchema.omit({ usualRates: true, work: true, skipped: true, findings: true })

/** Why a dog comes no more; its life stays in the book, and it is never reminded. */
export const RESTS_IDS = ['died', 'moved'] as const
export type Rests = (typeof RESTS_IDS)[number]

const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: `at most ${most} letters` })

/** An owner as they are written down. */
export const ownerFieldsSchema = z.object({
  name: line(120).min(1, { error: "the owner's name" }),
  phone: line(40),
  secondPhone: line(40),
  email: line(200),
  note: line(1000),
})
export type OwnerFields = z.infer<typeof ownerFieldsSchema>

/** What of a dog is put right on its page; what is seen on the day is said at its arrival. */
export const dogFieldsSchema = z.object({
  name: line(80).min(1, { error: "the dog's name" }),
  breed: dogSchema.shape.breed.unwrap(),
  rests: z.enum(RESTS_IDS).nullable(),
  papers: z.array(paperSchema).max(20, { error: 'at most 20 papers' }),
})
export type DogFields = z.infer<typeof dogFieldsSchema>

export const recordVisitSchema = z.object({
  id: idSchema,
  startsAt: instant,
  station: z.enum(STATION_IDS),
  calledOff: z.enum(CALLED_OFF_IDS).nullable().default(null),
  calledOffWhy: z.string().default(''),
  personName: z.string().nullable(),
  /** null where nobody said goodbye properly: what the plan said is all there is. */
  summary: lifeSummarySchema.nullable(),
  choice: z.string().nullable(),
  /** A vet decides on what the visit leaves. */
  vet: z.boolean().default(false),
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
  rests: z.enum(RESTS_IDS).nullable().default(null),
  papers: z.array(paperSchema).default([]),
  /** Others of the same owner. */
  others: z.array(z.object({ id: idSchema, name: z.string() })).default([]),
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
  clientId: idSchema,
  rests: z.enum(RESTS_IDS).nullable(),
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
  change: put('/dogs/:id', {
    summary: 'Put a dog right: its name and breed, that it comes no more, its papers',
    takes: dogFieldsSchema,
    gives: dogRecordSchema,
    becomes: 'one',
    touches: ['day', 'visits'],
  }),
  changeOwner: put('/dogs/:id/owner', {
    summary: 'Put the owner of a dog right, for all dogs of theirs',
    takes: ownerFieldsSchema,
    gives: dogRecordSchema,
    becomes: 'one',
    touches: ['day', 'visits', 'dogs', 'consent'],
  }),
  merge: post('/dogs/:id/merge', {
    summary: 'The same dog twice in the book: the visits of the other become this one’s, and the other goes',
    takes: z.object({ otherId: idSchema }),
    gives: dogRecordSchema,
    becomes: 'one',
    touches: ['day', 'visits', 'dogs'],
  }),
  mergeOwner: post('/dogs/:id/merge-owner', {
    summary: 'The same owner twice in the book: the dogs of the other become this one’s, and the other goes',
    takes: z.object({ otherId: idSchema }),
    gives: dogRecordSchema,
    becomes: 'one',
    touches: ['day', 'visits', 'dogs', 'consent'],
  }),
  ownerArchive: download('/clients/:id/archive.zip', {
    summary: 'All that is kept of an owner and their dogs: every row, every picture, and a page to read',
    type: 'application/zip',
  }),
  eraseOwner: post('/clients/:id/erase', {
    summary: 'Forget an owner: name, telephones, words, messages and pictures go for good; figures stay without a name',
    takes: z.object({ name: z.string().max(120) }),
    patienceMs: LONG_PATIENCE_MS,
    gives: z.object({ blanked: z.number().int(), removed: z.number().int() }),
    touches: ['day', 'visits', 'dogs', 'consent', 'before', 'goodbye', 'photos', 'log', 'learning'],
  }),
  ownerCard: download('/clients/:id/card.vcf', {
    summary: 'An owner as an address card',
    type: 'text/vcard; charset=utf-8',
  }),
})
