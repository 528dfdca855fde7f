import * as z from 'zod'

/** RFC 9457. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  code: z.string(),
  issues: z.array(z.object({ path: z.string(), value: z.unknown(), expected: z.string() })).optional(),
  current: z.unknown().optional(),
  changedBy: z.string().nullable().optional(),
})

export type Problem = z.infer<typeof problemSchema>
