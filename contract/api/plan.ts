import * as z from 'zod'
import { STYLE_IDS } from '../../core/index.ts'
import { planSchema } from '../formats/plan-schema.ts'
import { needSchema } from '../words/consent-page.ts'
import { idSchema, instant, nothing, post, read, subject } from './endpoint.ts'

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
  plan: planSchema,
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

/** Plans made from scores, kept as they were shown. */
export const plansApi = subject('plan', {
  make: post('/assessments/:id/plans', {
    summary: 'Compute the plan and keep it as shown; with a style and a reason, that way instead of the best',
    takes: planRequestSchema,
    gives: planRecordSchema,
    touches: ['day', 'visits'],
    // Every verdict keeps the plan it shows: two that told each other would never end.
    quiet: (body) => Object.keys(body as object).length === 0,
  }),
  one: read('/plans/:id', { summary: 'A plan as it was shown', gives: planRecordSchema }),
  accept: post('/plans/:id/accept', {
    summary: 'Take this plan',
    takes: nothing,
    gives: planRecordSchema,
    touches: ['day', 'visits'],
  }),
})
