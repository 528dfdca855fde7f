import * as z from 'zod'
import { REGION_IDS, REGIONS, TREATMENT_IDS } from '../../core/index.ts'
import { between } from '../formats/numbers.ts'

const at = { region: z.enum(REGION_IDS), side: z.enum(['left', 'right']).nullable() }

/** A side where the region has two, none where it has one. */
export function sided(
  { region, side }: { region: (typeof REGION_IDS)[number] | null; side: 'left' | 'right' | null },
  ctx: z.core.$RefinementCtx,
): void {
  const paired = region !== null && REGIONS[region].paired
  if (paired !== (side !== null))
    ctx.addIssue({ code: 'custom', path: ['side'], message: paired ? 'left or right' : 'null, a single region' })
}

export const placeRowSchema = z.object(at).superRefine(sided)

/** A place whose work is finished, how it was left and what it took. */
export const doneRowSchema = z
  .object({
    ...at,
    treatment: z.enum(TREATMENT_IDS),
    leavesMm: between(0, 600).nullable(),
    minutes: between(0, 1440),
    pull: between(0, 10_000),
  })
  .superRefine(sided)

/** What was finished of a visit, and what all of it took, opened again or not. */
export const progressSchema = z.object({ done: z.array(doneRowSchema), minutes: z.number(), pull: z.number() })

export type VisitProgress = z.infer<typeof progressSchema>
