import fc from 'fast-check'
import { expect, test } from 'vitest'
import { DEFAULT_HOUSE, planGroom, REGION_IDS } from '../../core/index.ts'
import { assessmentFileSchema } from './assessment-file.ts'
import { planFile } from './plan-file.ts'
import { BadInput, issueText } from './problem.ts'
import { readAssessment } from './read-assessment.ts'

/** Reads and plans, or says what is wrong; anything else thrown is a defect. */
function outcome(input: unknown): 'plan' | 'refused' {
  try {
    const text = JSON.stringify(planFile(planGroom(readAssessment(input), DEFAULT_HOUSE), null))
    expect(text).not.toMatch(/NaN|Infinity|:null,"low":null/)
    return 'plan'
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    expect(error.issues.length).toBeGreaterThan(0)
    for (const issue of error.issues) {
      expect(issue.expected.length).toBeGreaterThan(2)
      expect(issueText(issue)).not.toContain('\n')
    }
    return 'refused'
  }
}

test('anything at all is planned or refused in words, never thrown over', () => {
  fc.assert(
    fc.property(fc.anything({ withNullPrototype: false, maxDepth: 4 }), (input) => {
      outcome(input)
    }),
    { seed: 11, numRuns: 400 },
  )
})

const odd = fc.oneof(
  fc.constantFrom(
    null,
    undefined,
    '',
    'x',
    -1,
    0,
    0.5,
    3,
    4,
    5,
    1e9,
    Number.NaN,
    Number.POSITIVE_INFINITY,
    true,
    [],
    {},
    ['x'],
  ),
  fc.double(),
)
/** A good file with one to three fields somewhere replaced by something odd. */
const nearlyGood = fc
  .record({
    weightKg: fc.double({ min: 0.5, max: 120, noNaN: true }),
    rows: fc.uniqueArray(
      fc.record({
        region: fc.constantFrom(...REGION_IDS),
        mat: fc.integer({ min: 0, max: 4 }),
        skin: fc.integer({ min: 0, max: 4 }),
      }),
      {
        selector: ({ region }) => region,
        maxLength: 10,
      },
    ),
    changes: fc.array(
      fc.tuple(
        fc.constantFrom(
          'format',
          'stage',
          'dog',
          'wishes',
          'default',
          'scores',
          'slot',
          'house',
          'room',
          'dog.coatType',
          'dog.weightKg',
          'dog.health',
          'dog.lengthMm',
          'dog.surgery',
          'wishes.keepLength',
          'wishes.targetMm',
          'default.mat',
          'scores.0',
          'slot.minutes',
          'none',
        ),
        odd,
      ),
      { minLength: 0, maxLength: 3 },
    ),
  })
  .map(({ weightKg, rows, changes }) => {
    const file: Record<string, unknown> = {
      format: 'etude.assessment/1',
      dog: { coatType: 'double', weightKg, health: [], lengthMm: {} },
      wishes: { keepLength: 1 },
      default: { mat: 0, undercoat: 1 },
      scores: rows,
      slot: { minutes: 200 },
    }
    for (const [path, value] of changes) {
      const keys = path.split('.')
      const last = keys.pop()!
      const holder = keys.reduce<unknown>((at, key) => (at as Record<string, unknown> | null | undefined)?.[key], file)
      if (path !== 'none' && typeof holder === 'object' && holder !== null)
        (holder as Record<string, unknown>)[last] = value
    }
    return file
  })

test('a file that is nearly good is planned or refused in words', () => {
  const seen = { plan: 0, refused: 0 }
  fc.assert(
    fc.property(nearlyGood, (file) => {
      seen[outcome(file)]++
    }),
    { seed: 12, numRuns: 600 },
  )
  expect(seen.plan).toBeGreaterThan(100)
  expect(seen.refused).toBeGreaterThan(100)
})

test('what the schema takes, the reader plans or names a contradiction in', () => {
  fc.assert(
    fc.property(nearlyGood, (file) => {
      if (assessmentFileSchema.safeParse(file).success) outcome(file)
    }),
    { seed: 13, numRuns: 300 },
  )
})
