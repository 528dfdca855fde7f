import type { z } from 'zod'
import { type Issue, pathText } from './problem.ts'

const at = (input: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key], input)

/** An issue with its message, or before it has one. */
type Told = z.core.$ZodIssue | z.core.$ZodRawIssue

/** What a schema wanted, in words that name the range or the ids. */
function expected(issue: Told): string {
  // A schema that says in its own words what it wants is quoted; zod's own messages all begin like this.
  if (issue.message !== undefined && !/^(Invalid|Too |Unrecognized)/.test(issue.message)) return issue.message
  switch (issue.code) {
    case 'invalid_type':
      return issue.expected === 'int'
        ? 'a whole number'
        : `${/^[aeiou]/.test(issue.expected) ? 'an' : 'a'} ${issue.expected}`
    case 'too_small':
      return issue.origin === 'string' || issue.origin === 'array'
        ? `at least ${issue.minimum} ${issue.origin === 'string' ? 'characters' : 'entries'}`
        : `${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}`
    case 'too_big':
      return issue.origin === 'string' || issue.origin === 'array'
        ? `at most ${issue.maximum} ${issue.origin === 'string' ? 'characters' : 'entries'}`
        : `${issue.inclusive ? 'at most' : 'less than'} ${issue.maximum}`
    case 'invalid_value':
      return `one of ${issue.values.map(String).join(', ')}`
    case 'unrecognized_keys':
      return `no such field as ${issue.keys.join(', ')}`
    case 'invalid_union': {
      if ('options' in issue && Array.isArray(issue.options)) return `one of ${issue.options.map(String).join(', ')}`
      const ways = issue.errors as readonly (readonly z.core.$ZodIssue[])[]
      return ways.flat().map(expected).join(' or ')
    }
    default:
      return issue.message ?? 'something else'
  }
}

/** For parsing where the first thing said is what a person reads: `schema.parse(value, { error: expectedOf })`. */
export const expectedOf = (issue: z.core.$ZodRawIssue): string => expected(issue)

export const issuesOf = (error: z.ZodError, input: unknown): Issue[] =>
  error.issues.map((issue) => ({ path: pathText(issue.path), value: at(input, issue.path), expected: expected(issue) }))
