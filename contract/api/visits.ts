import * as z from 'zod'
import { dogSchema } from '../formats/assessment-file.ts'
import { consentSchema } from './consent.ts'
import { idSchema, instant, nothing, post, put, read, subject } from './endpoint.ts'
import { knownSchema } from './known.ts'
import { paperSchema } from './papers.ts'
import { planRecordSchema } from './plan.ts'
import { progressSchema } from './progress.ts'
import { assessmentSchema, sideSchema } from './scores.ts'
import { STATION_IDS } from './stations.ts'
import { arrivalSchema, CALLED_OFF_IDS, visitCardSchema } from './visit-card.ts'

const mm = z.number()

export const lengthsLeftSchema = z.object({ body: mm, legs: mm, head: mm, ears: mm, tail: mm })

export const pastVisitSchema = z.object({
  id: idSchema,
  startsAt: instant,
  choice: z.string().nullable(),
  /** A vet decides on what it left. */
  vet: z.boolean().default(false),
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
  /** What the house asks to see; answers kept before there were any have none. */
  papers: z.array(paperSchema).default([]),
  /** What a plan of this visit takes beside the dog itself. */
  known: knownSchema,
})

export type Visit = z.infer<typeof visitSchema>

export const arrivalChangeSchema = z.object({
  baseRevision: z.int().min(0),
  arrival: arrivalSchema,
  personId: idSchema.nullable().optional(),
})

export const stationChangeSchema = z.object({
  station: z.enum(STATION_IDS),
  /** Made by the sender: one that comes again, late and after what followed it, changes nothing. */
  batchId: idSchema.optional(),
})

export const newVisitSchema = z.object({
  /** Given where it is made: what is sent again because no answer came is booked once. */
  id: idSchema.optional(),
  startsAt: instant,
  slotMinutes: z.int().min(15).max(1440),
  personId: idSchema.nullable(),
  /** A known dog to the lengths it went home with last time. */
  asLastTime: z.boolean().optional(),
  /** At the same hour again every so many weeks, so many visits in all: every one of them is booked, or none. */
  repeat: z.object({ everyWeeks: z.int().min(1).max(52), times: z.int().min(2).max(12) }).optional(),
  /** An existing dog, or a new one with its owner, who may be here with another dog already. */
  dogId: idSchema.optional(),
  clientId: idSchema.optional(),
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

export const bookingChangeSchema = newVisitSchema.pick({ startsAt: true, slotMinutes: true, personId: true })
export type BookingChange = z.infer<typeof bookingChangeSchema>

/** One dog's way through the salon. */
export const visitsApi = subject('visits', {
  one: read('/visits/:id', { summary: 'One visit with its scores and last plan', gives: visitSchema, kept: true }),
  add: post('/visits', {
    summary: 'Add a visit',
    takes: newVisitSchema,
    gives: visitSchema,
    touches: ['day', 'dogs'],
  }),
  setArrival: put('/visits/:id/arrival', {
    summary: 'Who this dog is today',
    takes: arrivalChangeSchema,
    gives: visitSchema,
    becomes: 'one',
    touches: ['day'],
  }),
  move: put('/visits/:id/booking', {
    summary: 'Another time, slot or person for a dog that has not come yet',
    takes: bookingChangeSchema,
    gives: visitSchema,
    becomes: 'one',
    touches: ['day', 'dogs', 'visits'],
  }),
  callOff: put('/visits/:id/called-off', {
    summary: 'A visit is cancelled, the dog did not come, or it takes place after all',
    takes: z.object({ as: z.enum(CALLED_OFF_IDS).nullable(), why: z.string().trim().max(200).default('') }),
    gives: visitSchema,
    becomes: 'one',
    touches: ['day', 'dogs', 'visits'],
  }),
  setStation: put('/visits/:id/station', {
    summary: 'Move a dog to a station',
    takes: stationChangeSchema,
    gives: z.object({ ok: z.literal(true) }),
    touches: ['day', 'visits'],
    queued: true,
  }),
  askSecond: post('/visits/:id/second', {
    summary: 'Ask a second pair of hands to score this dog, blind to the first',
    takes: nothing,
    gives: visitSchema,
    becomes: 'one',
  }),
})
