import * as z from 'zod'
import { COMB_PLACES, COMB_RESULTS, type CombPlace, type Foretold, HEALTH_IDS, VERDICT_IDS } from '../../core/index.ts'
import { dogSchema, wishesSchema } from '../formats/assessment-file.ts'
import { between, HEAVIEST_KG, LIGHTEST_KG } from '../formats/numbers.ts'
import { habitsSchema } from '../words/habits.ts'
import { instant, LONG_PATIENCE_MS, nothing, post, read, subject } from './endpoint.ts'

const comb = z.enum(COMB_RESULTS)

/** What an owner says before the visit: six questions, of which none must be answered. */
export const beforeAnswersSchema = z.object({
  weightKg: between(LIGHTEST_KG, HEAVIEST_KG).nullable(),
  weeksSince: between(0, 520).nullable(),
  brushing: z.object({ perWeek: between(0, 50), toSkin: z.boolean() }).nullable(),
  comb: z.object(
    Object.fromEntries(COMB_PLACES.map((place) => [place, comb.optional()])) as Record<
      CombPlace,
      z.ZodOptional<typeof comb>
    >,
  ),
  /** How much of the coat is to stay, and the id of a pattern that was shown. */
  wish: z.object({ keepLength: wishesSchema.shape.keepLength, patternId: z.string().max(80).optional() }),
  health: z.array(z.enum(HEALTH_IDS)).max(HEALTH_IDS.length),
  news: z.string().trim().max(500),
})
export type BeforeAnswers = z.infer<typeof beforeAnswersSchema>

const expected = z.object({ low: z.number(), middle: z.number(), high: z.number() })

export const foretoldSchema = z.object({
  verdicts: z.array(z.object({ name: z.enum(VERDICT_IDS), chance: z.number() })),
  minutes: expected.nullable(),
  price: expected.nullable(),
  slotMinutes: z.number().nullable(),
  parts: z
    .object({ coat: z.number(), bath: z.number(), dry: z.number(), cut: z.number(), last: z.number() })
    .nullable(),
  lookFirst: z.array(z.enum(COMB_PLACES)),
}) satisfies z.ZodType<Foretold>

/** An owner wants another time, or does not come. */
export const WANTS_IDS = ['', 'another-time', 'cancelled'] as const
export type Wants = (typeof WANTS_IDS)[number]

/** What the owner of a visit was asked and said; null where nobody asked. */
export const beforeSchema = z.object({
  askedAt: instant,
  answeredAt: instant.nullable(),
  answers: beforeAnswersSchema.nullable(),
  foretold: foretoldSchema.nullable(),
  wants: z.enum(WANTS_IDS),
})
export type Before = z.infer<typeof beforeSchema>

const askedOfVisit = z.object({ before: beforeSchema.nullable() })

/** The page behind the link: what it asks of whom, and what was said. */
export const beforePageSchema = z.object({
  salon: z.string(),
  name: z.string(),
  startsAt: instant,
  dog: dogSchema.pick({ breed: true, coatType: true, weightKg: true, lengthMm: true, figure: true }),
  patterns: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      upkeep: z.string(),
      text: z.string(),
      pattern: wishesSchema.shape.pattern.unwrap(),
    }),
  ),
  answers: beforeAnswersSchema.nullable(),
  wants: z.enum(WANTS_IDS),
  /** Until when it can be called off here. */
  changeUntil: instant,
  mayChange: z.boolean(),
  currency: z.string(),
  habits: habitsSchema,
  /** What to reckon with, once it was answered. */
  expects: z.object({ minutes: expected, price: expected }).nullable(),
})
export type BeforePage = z.infer<typeof beforePageSchema>

/** What owners are asked before the visit, and what is to be expected by it. */
export const beforeApi = subject('before', {
  one: read('/visits/:id/before', {
    summary: 'What the owner said before the visit, and what is to be expected by it',
    gives: askedOfVisit,
    kept: true,
  }),
  ask: post('/visits/:id/before', {
    summary: 'Send the owner six questions before the visit; the link before is shut',
    takes: nothing,
    gives: askedOfVisit,
    becomes: 'one',
    others: ['consent'],
  }),
  page: read('/before/:token', { summary: 'Six questions to the owner, behind a link', gives: beforePageSchema }),
  answer: post('/before/:token/answer', {
    summary: "The owner's answers; they can be changed until the dog is here",
    takes: beforeAnswersSchema,
    gives: beforePageSchema,
    becomes: 'page',
    others: ['before', 'day', 'consent'],
    patienceMs: LONG_PATIENCE_MS,
  }),
  change: post('/before/:token/change', {
    summary: 'The owner calls the visit off, or asks for another time',
    takes: z.object({ wants: z.enum(['another-time', 'cancelled']) }),
    gives: beforePageSchema,
    becomes: 'page',
    others: ['before', 'day', 'visits', 'dogs'],
  }),
})
