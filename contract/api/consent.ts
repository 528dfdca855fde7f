import * as z from 'zod'
import { STYLE_IDS } from '../../core/index.ts'
import { consentPageSchema } from '../words/consent-page.ts'
import { habitsSchema } from '../words/habits.ts'
import { idSchema, instant, nothing, post, read, subject } from './endpoint.ts'

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

export const ownerPageSchema = z.object({
  page: consentPageSchema,
  expiresAt: instant,
  answer: z.enum(CONSENT_ANSWERS).nullable(),
  answerStyle: z.enum(STYLE_IDS).nullable(),
  habits: habitsSchema,
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

/** What the owner is asked and says; the outbox stands in for a message service. */
export const consentApi = subject('consent', {
  ask: post('/plans/:id/ask', {
    summary: 'Send the owner a link to the page of this plan',
    takes: nothing,
    gives: consentSchema,
    touches: ['plan', 'visits', 'consent'],
  }),
  spokenYes: post('/plans/:id/spoken-yes', {
    summary: 'Record a yes that a named person heard',
    takes: spokenYesSchema,
    gives: consentSchema,
    touches: ['plan', 'visits', 'consent'],
  }),
  page: read('/owner/:token', { summary: "The owner's page behind a link", gives: ownerPageSchema }),
  answer: post('/owner/:token/answer', {
    summary: "The owner's answer, once",
    takes: ownerAnswerSchema,
    gives: ownerPageSchema,
    becomes: 'page',
    others: ['visits', 'plan', 'day'],
  }),
  messages: read('/outbox', { summary: 'Messages sent, newest first', gives: z.array(messageSchema) }),
})
