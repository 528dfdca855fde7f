import * as z from 'zod'
import { ESTIMATE_IDS } from '../../core/index.ts'
import { estimateIdSchema } from '../formats/estimate-id.ts'
import { idSchema, instant, nothing, post, put, read, subject } from './endpoint.ts'
import { salonSchema } from './salon.ts'

/** What this house's logs say of one number: four of five times the truth lies from low to high. */
const learntSchema = z.object({
  id: estimateIdSchema,
  value: z.number(),
  low: z.number(),
  high: z.number(),
  logs: z.int(),
})

export const proposalSchema = learntSchema.extend({ now: z.number() })
export type Proposed = z.infer<typeof proposalSchema>

export const takenNumberSchema = z.object({
  id: idSchema,
  estimate: estimateIdSchema,
  /** The house's own before; null where it was ours. */
  from: z.number().nullable(),
  to: z.number(),
  logs: z.int(),
  at: instant,
  by: idSchema.nullable(),
  backAt: instant.nullable(),
})
export type TakenNumber = z.infer<typeof takenNumberSchema>

export const learningSchema = z.object({
  /** null where nothing was learnt yet. */
  at: instant.nullable(),
  /** Steps by the clock, and how unlike two like steps of coat work are, of the logarithm. */
  steps: z.int(),
  spread: z.number().nullable(),
  learnt: z.array(learntSchema),
  proposals: z.array(proposalSchema),
  /** Dogs of today whose whole groom would take otherwise, min, were all proposals taken. */
  today: z.array(z.object({ visitId: idSchema, name: z.string(), from: z.number(), to: z.number() })),
  taken: z.array(takenNumberSchema),
  /** Whether minutes follow by themselves at night. */
  follows: z.boolean(),
  /** While it is learnt: how much of it is done. */
  running: z.object({ done: z.int(), of: z.int() }).nullable(),
  /** When it went wrong last, since it last went well. */
  failedAt: instant.nullable(),
})
export type Learning = z.infer<typeof learningSchema>

const saidAndCame = z.object({
  id: idSchema,
  at: z.number(),
  said: z.number(),
  came: z.number(),
  name: z.string(),
})

const howRightSchema = z.object({
  count: z.int(),
  bias: z.number(),
  spread: z.number(),
  held: z.array(z.object({ nominal: z.number(), share: z.number() })),
  months: z.array(z.object({ month: z.string(), times: z.number(), count: z.int() })),
  drift: z.object({ before: z.number(), lately: z.number(), since: z.number() }).nullable(),
  worst: z.array(saidAndCame),
})
export type HowRightDoc = z.infer<typeof howRightSchema>

/** What is looked back at. */
export const LOOKED_BACK_IDS = ['groom', 'coat', 'dry', 'mats', 'promises'] as const
export type LookedBack = (typeof LOOKED_BACK_IDS)[number]

export const lookBackSchema = z.object({
  kinds: z.array(
    z.object({
      id: z.enum(LOOKED_BACK_IDS),
      /** Spread that was reckoned with, of the logarithm. */
      sigma: z.number(),
      right: howRightSchema.nullable(),
      /** Times what was said, by who stood at it. */
      people: z.array(z.object({ personId: idSchema, times: z.number(), count: z.int() })),
    }),
  ),
})

/** Our numbers: set by hand, learnt from what is logged, and how right they were. */
export const learningApi = subject('learning', {
  read: read('/learning', {
    summary: "What this house's logs say of our numbers, and what is proposed",
    gives: learningSchema,
  }),
  set: put('/settings/estimates', {
    summary: 'Set or reset one number of the salon',
    takes: z.object({
      id: estimateIdSchema,
      /** null goes back to the default. */
      value: z.number().min(0).max(10000).nullable(),
    }),
    gives: salonSchema,
    touches: ['salon', 'learning'],
  }),
  refresh: post('/learning/refresh', {
    summary: 'Learn now from all that is logged; it is not waited for',
    takes: nothing,
    gives: learningSchema,
    becomes: 'read',
    touches: ['learning'],
  }),
  take: post('/learning/take', {
    summary: 'Take proposed numbers into use, from the next plan on',
    takes: z.object({ ids: z.array(estimateIdSchema).min(1).max(ESTIMATE_IDS.length) }),
    gives: learningSchema,
    becomes: 'read',
    touches: ['salon', 'day', 'visits'],
  }),
  back: post('/learning/:id/back', {
    summary: 'Take a number back to what it was before it was taken',
    takes: nothing,
    gives: learningSchema,
    touches: ['learning', 'salon', 'day', 'visits'],
  }),
  follow: put('/learning/follow', {
    summary: 'Let minutes follow by themselves, or not',
    takes: z.object({ on: z.boolean() }),
    gives: learningSchema,
    becomes: 'read',
  }),
  lookBack: read('/learning/look-back', {
    summary: 'How right minutes, drying, the mats of the next visit and promised times were',
    gives: lookBackSchema,
  }),
})
