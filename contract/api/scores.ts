import * as z from 'zod'
import { REGION_IDS } from '../../core/index.ts'
import { findingSchema, rowSchema } from '../formats/assessment-file.ts'
import { idSchema, instant, patch, put, subject } from './endpoint.ts'

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
  /** What the same hands scored after it, in its order, each a batch of its own. */
  more: z
    .array(z.object({ batchId: idSchema, changes: z.array(scoreChangeSchema).min(1).max(400) }))
    .max(100)
    .optional(),
})

export type ScoreBatch = z.infer<typeof scoreBatchSchema>

export const stageChangeSchema = z.object({ baseRevision: z.int().min(0), stage: z.enum(['arrival', 'after-air']) })

/** The scores of one look at a dog. */
export const scoresApi = subject('scores', {
  change: patch('/assessments/:id', {
    summary: 'Change scores; what others changed elsewhere is kept, the same score changed twice is refused',
    takes: scoreBatchSchema,
    gives: assessmentSchema,
    others: ['visits', 'day'],
    queued: true,
  }),
  setStage: put('/assessments/:id/stage', {
    summary: 'Say whether the scores were taken before or after air',
    takes: stageChangeSchema,
    gives: assessmentSchema,
    touches: ['visits'],
  }),
})
