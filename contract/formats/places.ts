import * as z from 'zod'
import { PLACE_KINDS, SKILL_IDS, STARTING_PLACES, STARTING_WEEK } from '../../core/index.ts'
import { between } from './numbers.ts'

/** A time of day where the salon is. */
export const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'a time as 08:30' })

const span = z.tuple([clockTime, clockTime]).refine(([from, to]) => from < to, { error: 'an end after its beginning' })
/** Monday first; null where it is closed, or somebody does not work. */
export const weekSchema = z.array(span.nullable()).length(7, { error: 'seven days, Monday first' })

export const placeSchema = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, { error: 'what you call it' }).max(40),
  kind: z.enum(PLACE_KINDS),
  maxKg: between(1, 200).nullable(),
})

/** Tubs, tables and pens, and when the salon is open. */
export const premisesSchema = z.object({
  places: z
    .array(placeSchema)
    .max(60)
    .refine((places) => new Set(places.map(({ id }) => id)).size === places.length, { error: 'each place once' })
    .refine((places) => ['tub', 'table'].every((kind) => places.some((place) => place.kind === kind)), {
      error: 'a tub and a table at least',
    }),
  week: weekSchema,
})
export type Premises = z.infer<typeof premisesSchema>

/** Until a salon says its own. */
export const STARTING_PREMISES: Premises = {
  places: [...STARTING_PLACES],
  week: STARTING_WEEK.map((day) => day && [...day]),
}

/** What somebody can do and when they are there. */
export const workSchema = z.object({
  can: z.array(z.enum(SKILL_IDS)),
  /** null: whenever the salon is open. */
  week: weekSchema.nullable(),
  breaks: z.array(span).max(6),
})
export type Work = z.infer<typeof workSchema>

/** By what somebody is, until it is said otherwise. */
export const usualWork = (role: 'groomer' | 'bather' | 'front'): Work => ({
  can: role === 'groomer' ? [...SKILL_IDS] : role === 'bather' ? ['coat', 'bath', 'dry'] : [],
  week: null,
  breaks: role === 'front' ? [] : [['12:30', '13:00']],
})
