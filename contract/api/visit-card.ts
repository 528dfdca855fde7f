import * as z from 'zod'
import { assessmentFileSchema, dogSchema, wishesSchema } from '../formats/assessment-file.ts'
import { idSchema, instant } from './endpoint.ts'
import { STATION_IDS } from './stations.ts'

export const clientSchema = z.object({
  id: idSchema,
  name: z.string(),
  phone: z.string(),
  email: z.string(),
  note: z.string(),
  /** Answers kept before there was one have none. */
  secondPhone: z.string().default(''),
})

/** Why a visit in the book does not take place: its people called, the salon did, or nobody came. */
export const CALLED_OFF_IDS = ['cancelled', 'by-us', 'no-show'] as const
export type CalledOff = (typeof CALLED_OFF_IDS)[number]

/** All that an assessment file holds but the scores: the dog on the day, the owner's wishes, the slot. */
export const arrivalSchema = assessmentFileSchema
  .pick({ dog: true, wishes: true, slot: true, house: true, consents: true, pace: true })
  .extend({ dog: dogSchema, wishes: wishesSchema })

export type Arrival = z.infer<typeof arrivalSchema>

export const planSummarySchema = z.object({
  choice: z.string(),
  /** A vet decides on what this visit leaves. */
  vet: z.boolean().default(false),
  /** Of coat work on this day: of the first visit, where there are several. */
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
  /** null where it takes place. */
  calledOff: z.enum(CALLED_OFF_IDS).nullable().default(null),
  /** In somebody's words. */
  calledOffWhy: z.string().default(''),
})

export type VisitCard = z.infer<typeof visitCardSchema>
