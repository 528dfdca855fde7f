import { expect, test } from 'vitest'
import { benchEventSchema } from '../api/bench.ts'
import { issuesOf } from './zod-issues.ts'

test('a kind that is not known is answered with those that are', () => {
  const event = { id: '00000000-0000-4000-8000-000000000001', at: '2026-03-04T12:00:00.000Z', kind: 'note' }
  const [issue] = issuesOf(benchEventSchema.safeParse(event).error!, event)
  expect(issue).toMatchObject({ path: 'kind', value: 'note' })
  expect(issue!.expected).toMatch(/^one of plan, start, pause, done, reopen, skip, /)
})
