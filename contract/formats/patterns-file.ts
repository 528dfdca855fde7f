import * as z from 'zod'
import { COAT_TYPE_IDS, hasOwnLength, notFor, PART_IDS, PART_SHAPES, type Pattern, shapeOf } from '../../core/index.ts'
import { patternSchema } from './assessment-file.ts'
import { whole } from './numbers.ts'
import { BadInput, type Issue } from './problem.ts'
import { issuesOf } from './zod-issues.ts'

/*
 * etude.patterns/1: patterns of cut from one salon to another. A pattern is what it is in an assessment's wishes.
 */
export const PATTERNS_FORMAT = 'etude.patterns/1'

/** Brushings a week that anybody can be asked for. */
export const MOST_BRUSHINGS = 14

/** A pattern as a salon keeps it: named, for which coats, and what it asks at home. */
export const ownPatternSchema = z.object({
  name: z.string().trim().min(1, { error: 'a name' }).max(60, { error: 'a name of at most 60 letters' }),
  coats: z
    .array(z.enum(COAT_TYPE_IDS, { error: `one of ${COAT_TYPE_IDS.join(', ')}` }))
    .min(1, { error: 'at least one coat' })
    .max(COAT_TYPE_IDS.length),
  /** For youngsters too, whose hair is only tidied. */
  puppy: z.boolean().default(false),
  /** Brushings a week that keep it free. */
  perWeek: whole(0, MOST_BRUSHINGS),
  /** Weeks until it wants doing again. */
  weeks: whole(1, 52),
  pattern: patternSchema,
})

export type OwnPattern = z.infer<typeof ownPatternSchema>

/** What of a kept pattern is the pattern itself: no id, nothing of how it stands. */
export const ownPatternOf = ({ name, coats, puppy, perWeek, weeks, pattern }: OwnPattern): OwnPattern => ({
  name,
  coats,
  puppy,
  perWeek,
  weeks,
  pattern,
})

const MOST_PATTERNS = 200

export const patternsFileSchema = z.object({
  format: z.literal(PATTERNS_FORMAT, { error: PATTERNS_FORMAT }),
  patterns: z.array(ownPatternSchema).max(MOST_PATTERNS),
})

/** What is wrong with the shapes of a pattern. @param path where it stands */
export function shapeIssues(pattern: Pattern, path: string): Issue[] {
  return PART_IDS.flatMap((part): Issue[] => {
    const choice = pattern[part]
    if (!choice) return []
    const at = `${path}.${part}`
    if (!shapeOf(part, choice.shape))
      return [{ path: `${at}.shape`, value: choice.shape, expected: Object.keys(PART_SHAPES[part]).join(', ') }]
    if (choice.mm !== undefined && !hasOwnLength(part, choice.shape))
      return [{ path: `${at}.mm`, value: choice.mm, expected: `no length: ${choice.shape} has none of its own` }]
    return []
  })
}

/** What is wrong with a pattern of a salon, beyond its form: shapes that are none, that its coats cannot carry, or none at all. */
export function ownPatternIssues({ pattern, coats }: OwnPattern, path = ''): Issue[] {
  const at = (name: string): string => (path ? `${path}.${name}` : name)
  if (PART_IDS.every((part) => !pattern[part]))
    return [{ path: at('pattern'), value: pattern, expected: 'a shape for at least one part' }]
  const wrong = shapeIssues(pattern, at('pattern'))
  if (wrong.length > 0) return wrong
  return coats.flatMap((coat) =>
    notFor(pattern, coat).map((part) => ({
      path: at(`pattern.${part}.shape`),
      value: pattern[part]!.shape,
      expected: `a shape that a ${coat} coat carries, or no ${coat} among its coats`,
    })),
  )
}

/** Reads a file of patterns. @throws {BadInput} with every issue found; names that stand twice are one of them */
export function readPatternsFile(text: string): OwnPattern[] {
  let input: unknown
  try {
    input = JSON.parse(text)
  } catch {
    throw new BadInput([{ path: '', value: text.slice(0, 20), expected: `JSON of ${PATTERNS_FORMAT}` }])
  }
  const parsed = patternsFileSchema.safeParse(input)
  if (!parsed.success) throw new BadInput(issuesOf(parsed.error, input))
  const { patterns } = parsed.data
  const issues = patterns.flatMap((one, i) => [
    ...ownPatternIssues(one, `patterns[${i}]`),
    ...(patterns.slice(0, i).some((other) => sameName(other.name, one.name))
      ? [{ path: `patterns[${i}].name`, value: one.name, expected: 'a name that stands once in the file' }]
      : []),
  ])
  if (issues.length > 0) throw new BadInput(issues)
  return patterns
}

export const sameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()

export const writePatternsFile = (patterns: readonly OwnPattern[]): string =>
  `${JSON.stringify({ format: PATTERNS_FORMAT, patterns }, null, 2)}\n`
