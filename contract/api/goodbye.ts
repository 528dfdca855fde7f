import * as z from 'zod'
import {
  type CheckMark,
  EXTRA_IDS,
  FINDING_IDS,
  INCIDENT_IDS,
  indexAt,
  REGION_IDS,
  REGION_SIDES,
  SKIP_REASONS,
} from '../../core/index.ts'
import { dogSchema, rowSchema } from '../formats/assessment-file.ts'
import { calendarDate } from '../formats/instants.ts'
import { download, idSchema, instant, nothing, post, put, read, subject } from './endpoint.ts'
import { lengthsLeftSchema } from './visits.ts'

const lines = z.array(z.string())

const sideRow = rowSchema.pick({
  region: true,
  side: true,
  mat: true,
  extent: true,
  undercoat: true,
  condition: true,
  skin: true,
})

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'a time as 09:30' })

const indices = z.object({
  mat: z.number().nullable(),
  undercoat: z.number().nullable(),
  condition: z.number().nullable(),
})

/** The page of a goodbye, word for word as it was given; kept with the visit. */
export const goodbyePageSchema = z.object({
  salon: z.string(),
  name: z.string(),
  owner: z.string(),
  at: instant,
  by: lines,
  /** For the drawing. */
  dog: dogSchema.pick({ breed: true, coatType: true, weightKg: true, lengthMm: true, figure: true }),
  before: z.array(sideRow),
  after: z.array(sideRow),
  /** Lengths it goes home with, mm, by region-side. */
  outlineMm: z.array(z.number()),
  indices: z.object({ before: indices, after: indices }),
  verdict: z.string(),
  /** What was done, in a sentence an owner reads. */
  did: z.string(),
  work: z.array(
    z.object({
      what: z.string(),
      label: z.string(),
      plannedMin: z.number(),
      takenMin: z.number().nullable(),
      done: z.int(),
      steps: z.int(),
    }),
  ),
  /** Minutes taken by place, both sides together, most first. */
  places: z.array(z.object({ region: z.enum(REGION_IDS), minutes: z.number() })).default([]),
  minutes: z.object({
    /** Hands at work. */
    planned: z.number(),
    taken: z.number().nullable(),
    /** As planned, with the waits in the tub: what the owner was told. */
    whole: z.number().nullable().default(null),
  }),
  skipped: z.array(z.object({ what: z.string(), why: z.string() })),
  found: lines,
  askVet: lines,
  incidents: z.array(z.object({ text: z.string(), did: z.string(), told: z.boolean() })),
  products: z.array(z.object({ name: z.string(), ml: z.number() })),
  tools: lines,
  cut: lines,
  care: z.object({ lines, perWeek: z.number(), weeksNow: z.int(), weeksThen: z.int() }),
  next: z.object({
    weeks: z.int(),
    on: z.iso.date(),
    /** The time it is booked for; null where it is only looked forward to. */
    at: clock.nullable().default(null),
    why: z.string(),
    indexThen: z.number(),
    indexLater: z.number(),
    later: z.string(),
    nailsWeeks: z.number(),
  }),
  price: z.object({ currency: z.string(), quoted: z.int().nullable(), total: z.int() }),
  /** What the owner asked for beside the style, and whether it was kept to. */
  asked: z.array(z.object({ id: z.enum(EXTRA_IDS), label: z.string(), kept: z.boolean() })).default([]),
  /** What the owner said that no field holds. */
  words: z.string().nullable().default(null),
  note: z.string(),
  checkedBy: z.string().nullable(),
})

export type GoodbyePage = z.infer<typeof goodbyePageSchema>

/** What of a goodbye the dog's life is drawn from. */
export const visitSummarySchema = z.object({
  before: indices,
  after: indices,
  choice: z.string(),
  work: goodbyePageSchema.shape.work,
  minutes: goodbyePageSchema.shape.minutes,
  /** Mean over the coat's parts, mm. */
  lengthMm: lengthsLeftSchema,
  products: lines,
  tools: lines,
  temperament: z.string(),
  dryerTolerance: z.string(),
  weightKg: z.number(),
  incidents: z.array(z.object({ incident: z.enum(INCIDENT_IDS), text: z.string() })),
  skipped: z.array(z.enum(SKIP_REASONS)),
  findings: z.array(z.enum(FINDING_IDS as [(typeof FINDING_IDS)[number], ...(typeof FINDING_IDS)[number][]])),
  /** Usual matting for coat, length and care as it went home, index points by week from the goodbye on. */
  usualRates: z.array(z.number()),
  price: z.int(),
  nextWeeks: z.int(),
})

export type VisitSummary = z.infer<typeof visitSummarySchema>

export const markSchema = z
  .object({
    region: z.enum(REGION_IDS),
    side: z.enum(['left', 'right']).nullable(),
    mat: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
    extent: z.number().gt(0).max(1).nullable(),
  })
  .refine(({ region, side }) => REGION_SIDES.some((place) => place.region === region && place.side === side), {
    path: ['side'],
    error: 'left or right on a paired region, null on a single one',
  })

export type Mark = z.infer<typeof markSchema>

export const goodbyeSchema = z.object({
  revision: z.int(),
  /** What the comb check still found. */
  marks: z.array(markSchema),
  askedKept: z.array(z.enum(EXTRA_IDS)),
  note: z.string(),
  price: z.int().nullable(),
  nextOn: z.iso.date().nullable(),
  /** Books the next visit for that time once goodbye is said; null books nothing. */
  nextAt: clock.nullable(),
  checkedAt: instant.nullable(),
  checkedBy: idSchema.nullable(),
  finishedAt: instant.nullable(),
  /** The next visit, once it is booked. */
  nextVisitId: idSchema.nullable(),
  /** As it would be given now, or as it was. */
  page: goodbyePageSchema,
})

export type Goodbye = z.infer<typeof goodbyeSchema>

export const goodbyeChangeSchema = z.object({
  baseRevision: z.int().min(0),
  marks: z.array(markSchema).max(REGION_SIDES.length),
  /** What the owner asked for and was kept to. */
  askedKept: z.array(z.enum(EXTRA_IDS)).max(EXTRA_IDS.length).default([]),
  note: z.string().trim().max(1000),
  price: z.int().min(0).max(10_000_000).nullable(),
  nextOn: calendarDate.nullable(),
  nextAt: clock.nullable(),
  /** Signs the comb check, or takes the signature back. */
  checked: z.boolean(),
})

export type GoodbyeChange = z.infer<typeof goodbyeChangeSchema>

export const coreMarks = (marks: readonly Mark[]): CheckMark[] =>
  marks.map(({ region, side, mat, extent }) => ({
    index: indexAt(region, side),
    mat,
    extent,
  }))

/** The comb check, the goodbye and its sheets. */
export const goodbyeApi = subject('goodbye', {
  of: read('/visits/:id/goodbye', {
    summary: 'The goodbye as it would be given now, or as it was',
    gives: goodbyeSchema,
    kept: true,
  }),
  change: put('/visits/:id/goodbye', {
    summary: 'The comb check, a note, the price, the next date',
    takes: goodbyeChangeSchema,
    gives: goodbyeSchema,
    becomes: 'of',
    touches: ['day', 'visits', 'dogs'],
  }),
  say: post('/visits/:id/goodbye', {
    summary: 'Say goodbye: kept as given, the owner is written to',
    takes: nothing,
    gives: goodbyeSchema,
    becomes: 'of',
    touches: ['day', 'visits', 'dogs', 'consent', 'rack', 'pace'],
  }),
  takeBack: post('/visits/:id/goodbye/taken-back', {
    summary: 'Take a goodbye back on its own day: the dog is ready again',
    takes: nothing,
    gives: goodbyeSchema,
    becomes: 'of',
    touches: ['day', 'visits', 'dogs', 'rack', 'pace'],
  }),
  groomerSheet: download('/visits/:id/sheets/groomer.pdf', {
    summary: "The groomer's sheet",
    type: 'application/pdf',
  }),
  ownerSheet: download('/visits/:id/sheets/owner.pdf', { summary: "The owner's sheet", type: 'application/pdf' }),
  calendar: download('/visits/:id/next.ics', {
    summary: 'The next visit for a calendar',
    type: 'text/calendar; charset=utf-8',
  }),
})
