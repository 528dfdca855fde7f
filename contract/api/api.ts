import { z } from 'zod'
import {
  ESTIMATE_IDS,
  EXPERIENCE_IDS,
  type Plan,
  REGION_IDS,
  SCHOOL_IDS,
  type SchoolId,
  STYLE_IDS,
  TREATMENT_IDS,
} from '../../core/index.ts'
import {
  assessmentFileSchema,
  dogSchema,
  findingSchema,
  priceListSchema,
  rowSchema,
  schoolsSchema,
  wishesSchema,
} from '../formats/assessment-file.ts'
import { equipmentSchema } from '../formats/equipment.ts'
import { consentPageSchema, needSchema } from '../words/consent-page.ts'
import { knownSchema } from './known.ts'

/*
 * What goes over HTTP. Server and web both take their types from here; the OpenAPI document is made of the same schemas.
 */
export const STATION_IDS = ['expected', 'arrived', 'look', 'verdict', 'bath', 'dry', 'cut', 'ready', 'gone'] as const
export type Station = (typeof STATION_IDS)[number]

export const idSchema = z.uuid({ error: 'an id as the server gives them' })
export const idParamSchema = z.object({ id: idSchema })
export const instant = z.iso.datetime({ offset: true })

export const personSchema = z.object({
  id: idSchema,
  name: z.string(),
  role: z.enum(['groomer', 'bather', 'front']),
  experience: z.enum(EXPERIENCE_IDS),
  /** Their own ways, over the house's. */
  schools: schoolsSchema,
})
export type Person = z.infer<typeof personSchema>

export const clientSchema = z.object({
  id: idSchema,
  name: z.string(),
  phone: z.string(),
  email: z.string(),
  note: z.string(),
})

/** All that an assessment file holds but the scores: the dog on the day, the owner's wishes, the slot. */
export const arrivalSchema = assessmentFileSchema
  .pick({ dog: true, wishes: true, slot: true, house: true, consents: true, pace: true })
  .extend({ dog: dogSchema, wishes: wishesSchema })
export type Arrival = z.infer<typeof arrivalSchema>

export const sideSchema = rowSchema.extend({ side: z.enum(['left', 'right']).nullable() }).required({ side: true })
export type SideRow = z.infer<typeof sideSchema>

export const assessmentSchema = z.object({
  id: idSchema,
  visitId: idSchema,
  /** A second opinion is scored without seeing the first, and plans nothing. */
  role: z.enum(['first', 'second']),
  stage: z.enum(['arrival', 'after-air']),
  /** Rises by one with every change; a change must name the one it was made on. */
  revision: z.int(),
  scorerId: idSchema.nullable(),
  updatedAt: instant,
  /** Region-sides that have any score; the others are unknown. */
  rows: z.array(sideSchema),
})
export type AssessmentDoc = z.infer<typeof assessmentSchema>

const scoreOrNull = z
  .union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)], {
    error: 'a whole number from 0 to 4, or null for not looked at',
  })
  .nullable()

/** A change of one region-side; null takes a score back to "not looked at". */
export const scoreChangeSchema = z.object({
  region: z.enum(REGION_IDS),
  side: z.enum(['left', 'right']).nullable(),
  set: z
    .object({
      mat: scoreOrNull,
      extent: z
        .number()
        .gt(0, { error: 'a share above 0, up to 1' })
        .max(1, { error: 'a share above 0, up to 1' })
        .nullable(),
      standoffMm: z.number().min(0).max(600).nullable(),
      undercoat: scoreOrNull,
      condition: scoreOrNull,
      skin: scoreOrNull,
      tags: rowSchema.shape.tags.unwrap(),
      findings: z.array(findingSchema).max(20),
      leave: z.string().max(200).nullable(),
    })
    .partial(),
})
export type ScoreChange = z.infer<typeof scoreChangeSchema>

export const scoreBatchSchema = z.object({
  /** Made by the sender; a batch that arrives twice is applied once. */
  batchId: idSchema,
  baseRevision: z.int().min(0),
  changes: z.array(scoreChangeSchema).min(1).max(400),
})
export type ScoreBatch = z.infer<typeof scoreBatchSchema>

export const planRecordSchema = z.object({
  id: idSchema,
  assessmentId: idSchema,
  assessmentRevision: z.int(),
  model: z.string(),
  createdAt: instant,
  acceptedAt: instant.nullable(),
  acceptedBy: idSchema.nullable(),
  /** Set where a person chose another way than the one that weighs least, with why. */
  style: z.enum(STYLE_IDS).nullable(),
  reason: z.string().nullable(),
  /** Hundredths of the salon's currency. */
  price: z.int(),
  /** What the owner has not said yes to; empty where the groom may start. */
  needs: z.array(needSchema),
  /** The core's own type; what was computed is not checked again on its way out. */
  plan: z.looseObject({ model: z.string() }) as unknown as z.ZodType<Plan>,
})
export type PlanRecord = z.infer<typeof planRecordSchema>

/** Another way than the best, with the reason for choosing it; `best` goes back to the best; {} keeps what was chosen. */
export const planRequestSchema = z
  .object({
    style: z.enum(STYLE_IDS),
    reason: z.string().trim().min(1, { error: 'the reason for choosing this way' }).max(400),
    best: z.literal(true),
  })
  .partial()
  .refine(({ style, reason }) => (style === undefined) === (reason === undefined), {
    error: 'a style with its reason, or neither',
  })
export type PlanRequest = z.infer<typeof planRequestSchema>

export const CONSENT_ANSWERS = ['yes', 'other', 'call'] as const
export const consentSchema = z.object({
  id: idSchema,
  planId: idSchema,
  channel: z.enum(['page', 'spoken']),
  createdAt: instant,
  expiresAt: instant.nullable(),
  answer: z.enum(CONSENT_ANSWERS).nullable(),
  answerStyle: z.enum(STYLE_IDS).nullable(),
  answeredAt: instant.nullable(),
  saidBy: z.string().nullable(),
  recordedBy: idSchema.nullable(),
  note: z.string(),
})
export type Consent = z.infer<typeof consentSchema>

export const spokenYesSchema = z.object({
  saidBy: z.string().trim().min(1, { error: 'who said yes' }).max(120),
  note: z.string().max(1000).optional(),
})

/** Made of 32 random bytes; anything shorter is no link of ours. */
export const tokenParamSchema = z.object({
  token: z.string().regex(/^[\w-]{20,100}$/, { error: 'a link as it was sent' }),
})
export const ownerPageSchema = z.object({
  page: consentPageSchema,
  expiresAt: instant,
  answer: z.enum(CONSENT_ANSWERS).nullable(),
  answerStyle: z.enum(STYLE_IDS).nullable(),
})
export type OwnerPage = z.infer<typeof ownerPageSchema>
export const ownerAnswerSchema = z
  .object({
    answer: z.enum(CONSENT_ANSWERS),
    style: z.enum(STYLE_IDS).optional(),
    name: z.string().trim().min(1, { error: 'your name' }).max(120),
    note: z.string().max(1000).optional(),
  })
  .refine(({ answer, style }) => (answer === 'other') === (style !== undefined), {
    path: ['style'],
    error: 'the way you choose, where you choose another',
  })
export type OwnerAnswer = z.infer<typeof ownerAnswerSchema>

export const messageSchema = z.object({
  id: idSchema,
  at: instant,
  toName: z.string(),
  toPhone: z.string(),
  body: z.string(),
  /** Path of the link in it; empty where it has none. */
  link: z.string(),
})
export type Message = z.infer<typeof messageSchema>

export const doneRowSchema = z.object({
  region: z.enum(REGION_IDS),
  side: z.enum(['left', 'right']).nullable(),
  treatment: z.enum(TREATMENT_IDS),
  leavesMm: z.number().min(0).max(600).nullable(),
  minutes: z.number().min(0).max(1440),
  pull: z.number().min(0).max(10_000),
})

/** What was finished of a visit, and what all of it took, opened again or not. */
export const progressSchema = z.object({ done: z.array(doneRowSchema), minutes: z.number(), pull: z.number() })
export type VisitProgress = z.infer<typeof progressSchema>

export const doneChangeSchema = z.object({
  batchId: idSchema,
  finished: z.array(doneRowSchema).max(39),
  /** Places to open again. */
  reopened: z.array(doneRowSchema.pick({ region: true, side: true })).max(39),
})
export type DoneChange = z.infer<typeof doneChangeSchema>

export const planSummarySchema = z.object({
  choice: z.string(),
  minutes: z.object({ low: z.number(), high: z.number() }),
  acceptedAt: instant.nullable(),
})

export const visitCardSchema = z.object({
  id: idSchema,
  startsAt: instant,
  slotMinutes: z.int(),
  station: z.enum(STATION_IDS),
  personId: idSchema.nullable(),
  dogId: idSchema,
  arrival: arrivalSchema,
  client: clientSchema,
  /** Region-sides scored for mats, of 39. */
  scored: z.int(),
  plan: planSummarySchema.nullable(),
})
export type VisitCard = z.infer<typeof visitCardSchema>

export const daySchema = z.object({ date: z.iso.date(), visits: z.array(visitCardSchema) })
export type Day = z.infer<typeof daySchema>

const mm = z.number()
export const lengthsLeftSchema = z.object({ body: mm, legs: mm, head: mm, ears: mm, tail: mm })

export const pastVisitSchema = z.object({
  id: idSchema,
  startsAt: instant,
  choice: z.string().nullable(),
  minutes: z.number().nullable(),
  matIndex: z.number().nullable(),
  rows: z.array(sideSchema),
  /** Lengths it went home with, mm; null where that was not kept. */
  leftMm: lengthsLeftSchema.nullable(),
})
export type PastVisit = z.infer<typeof pastVisitSchema>

export const visitSchema = visitCardSchema.extend({
  arrivalRevision: z.int(),
  assessment: assessmentSchema,
  /** A second pair of hands, blind to the first; null where nobody was asked. */
  second: assessmentSchema.nullable(),
  latestPlan: planRecordSchema.nullable(),
  /** The plan the groom runs by; a later one may stand beside it until it is taken too. */
  acceptedPlan: planRecordSchema.nullable(),
  progress: progressSchema.nullable(),
  /** The owner's answers, newest first. */
  consents: z.array(consentSchema),
  /** What the owner was told it costs, hundredths of the currency. */
  quoted: z.int().nullable(),
  past: z.array(pastVisitSchema),
  /** What a plan of this visit takes beside the dog itself. */
  known: knownSchema,
})
export type Visit = z.infer<typeof visitSchema>

export const salonSchema = z.object({
  name: z.string(),
  demo: z.boolean(),
  model: z.string(),
  people: z.array(personSchema),
  /** The salon's own values for estimates; those not named stand at the default. */
  estimates: z.partialRecord(
    z.enum(ESTIMATE_IDS as [(typeof ESTIMATE_IDS)[number], ...(typeof ESTIMATE_IDS)[number][]]),
    z.number(),
  ),
  prices: priceListSchema,
  /** The house's ways that are not at their default. */
  schools: schoolsSchema,
  equipment: equipmentSchema,
})
export type Salon = z.infer<typeof salonSchema>

export const arrivalChangeSchema = z.object({
  baseRevision: z.int().min(0),
  arrival: arrivalSchema,
  personId: idSchema.nullable().optional(),
})
export const stationChangeSchema = z.object({ station: z.enum(STATION_IDS) })
export const stageChangeSchema = z.object({ baseRevision: z.int().min(0), stage: z.enum(['arrival', 'after-air']) })
export const estimatesChangeSchema = z.object({
  id: z.enum(ESTIMATE_IDS as [(typeof ESTIMATE_IDS)[number], ...(typeof ESTIMATE_IDS)[number][]]),
  /** null goes back to the default. */
  value: z.number().min(0).max(10000).nullable(),
})
export const schoolChangeSchema = z.object({
  id: z.enum(SCHOOL_IDS as [SchoolId, ...SchoolId[]], { error: 'a way of the house' }),
  /** null goes back to the default. */
  option: z.string().max(60).nullable(),
  /** A person's own way; the house's where nobody is named. */
  personId: idSchema.nullish(),
})

export const newVisitSchema = z.object({
  startsAt: instant,
  slotMinutes: z.int().min(15).max(1440),
  personId: idSchema.nullable(),
  /** A known dog to the lengths it went home with last time. */
  asLastTime: z.boolean().optional(),
  /** An existing dog, or a new one with its owner. */
  dogId: idSchema.optional(),
  owner: z
    .object({
      name: z.string().trim().min(1, { error: "the owner's name" }).max(120),
      phone: z.string().max(40),
      note: z.string().max(1000).optional(),
    })
    .optional(),
  dog: dogSchema.extend({ name: z.string().trim().min(1, { error: "the dog's name" }).max(80) }).optional(),
})
export type NewVisit = z.infer<typeof newVisitSchema>

export const knownDogSchema = z.object({ dogId: idSchema, name: z.string(), breed: z.string(), clientName: z.string() })
export type KnownDog = z.infer<typeof knownDogSchema>

export const logLineSchema = z.object({
  id: z.string(),
  at: instant,
  actorId: idSchema.nullable(),
  entity: z.string(),
  entityId: z.string(),
  action: z.string(),
})
export type LogLine = z.infer<typeof logLineSchema>

/** RFC 9457. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  code: z.string(),
  issues: z.array(z.object({ path: z.string(), value: z.unknown(), expected: z.string() })).optional(),
  current: z.unknown().optional(),
  changedBy: z.string().nullable().optional(),
})
export type Problem = z.infer<typeof problemSchema>
