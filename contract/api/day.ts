import * as z from 'zod'
import { EU_ACTIONS } from '../../core/index.ts'
import { calendarDate } from '../formats/instants.ts'
import { idSchema, instant, read, subject } from './endpoint.ts'
import { visitCardSchema } from './visit-card.ts'

export const daySchema = z.object({ date: z.iso.date(), visits: z.array(visitCardSchema) })

export type Day = z.infer<typeof daySchema>

const dose = z.object({ niosh: z.number(), osha: z.number() })

/** What a day will take: mixes, minutes of every dog, stock, and each person's noise. */
export const prepSchema = z.object({
  date: z.iso.date(),
  dogs: z.array(
    z.object({
      visitId: idSchema,
      name: z.string(),
      startsAt: instant,
      personId: idSchema.nullable(),
      /** Planned on scores, or on what is usual for this coat. */
      looked: z.boolean(),
      bathMin: z.number(),
      airMin: z.number(),
      brushMin: z.number(),
      noBath: z.string().nullable(),
    }),
  ),
  bottles: z.array(
    z.object({
      productId: z.string(),
      waterParts: z.number(),
      mix: z.object({
        productMl: z.number(),
        waterMl: z.number(),
        totalMl: z.number(),
        strengthPercent: z.number(),
        mixedPercent: z.number(),
      }),
      dogs: z.array(z.object({ dogId: z.string(), solutionMl: z.number() })),
    }),
  ),
  stock: z.array(
    z.object({
      productId: z.string(),
      neededMl: z.int(),
      stockMl: z.int(),
      lowMl: z.int(),
      expiresInDays: z.int().nullable(),
    }),
  ),
  noise: z.array(
    z.object({
      personId: idSchema.nullable(),
      /** At the dryer, and beside somebody else's. */
      minutes: z.number(),
      besideMin: z.number(),
      bare: dose,
      protected: dose.nullable(),
      /** Daily exposure by the EU way, dB(A), bare and at the protected ear. */
      eu: z.object({ bareDb: z.number(), wornDb: z.number().nullable(), action: z.enum(EU_ACTIONS) }),
    }),
  ),
})

export type Prep = z.infer<typeof prepSchema>

const asked = z.object({ date: calendarDate.optional() })

/** What is on today. */
export const dayApi = subject('day', {
  read: read('/day', {
    summary: 'The visits of a day, today if none is named',
    query: asked,
    gives: daySchema,
    kept: true,
  }),
  prep: read('/day/prep', {
    summary: 'What the rest of the day takes: mixes, stock, minutes at the dryer, noise',
    query: asked,
    gives: prepSchema,
    kept: true,
  }),
})
