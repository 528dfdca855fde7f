import * as z from 'zod'
import { PROTECTOR_IDS, RATING_IDS } from '../../core/index.ts'
import { between } from './numbers.ts'
import { BadInput } from './problem.ts'
import { issuesOf } from './zod-issues.ts'

/** A person's day of noise: levels at the ear with their minutes, and what is worn. */
const noiseFileSchema = z.object({
  exposures: z.array(z.object({ dBA: between(0, 140), minutes: between(0, 1440) })).max(1000),
  protector: z
    .object({ kind: z.enum(PROTECTOR_IDS), rating: z.enum(RATING_IDS).optional(), ratingDb: between(0, 60) })
    .nullish(),
})
export type NoiseFile = z.infer<typeof noiseFileSchema>

/** @throws {BadInput} with every issue found */
export function readNoise(input: unknown): NoiseFile {
  const parsed = noiseFileSchema.safeParse(input)
  if (!parsed.success) throw new BadInput(issuesOf(parsed.error, input))
  return parsed.data
}
