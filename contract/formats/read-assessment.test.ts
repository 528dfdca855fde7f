import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE, planGroom, REGION_SIDES } from '../../core/index.ts'
import { planFile } from './plan-file.ts'
import { BadInput } from './problem.ts'
import { readAssessment } from './read-assessment.ts'

const minimal = { format: 'etude.assessment/1', dog: { coatType: 'curly', weightKg: 9.5 } }
const at = (key: string): number => REGION_SIDES.findIndex((rs) => rs.key === key)

function issuesOf(input: unknown): { path: string; expected: string; value: unknown }[] {
  try {
    readAssessment(input)
  } catch (error) {
    if (error instanceof BadInput) return [...error.issues]
    throw error
  }
  throw new Error('was accepted')
}

describe('an assessment file', () => {
  test('needs only coat type and weight, and fills the rest as documented', () => {
    const { dog, wishes, slotMinutes, experience, sheet } = readAssessment(minimal)
    expect(dog).toMatchObject({
      temperament: 'unknown',
      dryerTolerance: 'unknown',
      density: 'normal',
      lengthMm: { body: 40 },
    })
    expect(wishes).toMatchObject({ keepLength: 1, style: 'natural' })
    expect([slotMinutes, experience]).toEqual([180, 'practised'])
    expect(sheet.every(({ mat }) => mat === null)).toBe(true)
  })

  test('a row without a side means both; what no row gives comes from the default', () => {
    const { sheet } = readAssessment({
      ...minimal,
      default: { mat: 0, skin: 0 },
      scores: [
        { region: 'armpit', mat: 2 },
        { region: 'side', side: 'left', undercoat: 1 },
      ],
    })
    expect([sheet[at('armpit.left')]!.mat, sheet[at('armpit.right')]!.mat]).toEqual([2, 2])
    expect(sheet[at('side.left')]).toMatchObject({ mat: 0, undercoat: 1, condition: null })
    expect(sheet[at('side.right')]!.undercoat).toBeNull()
  })

  test('without a default what is not listed stays unknown, which is not zero', () => {
    const { sheet } = readAssessment({ ...minimal, scores: [{ region: 'back', mat: 0 }] })
    expect(sheet[at('back')]!.mat).toBe(0)
    expect(sheet[at('rump')]!.mat).toBeNull()
  })

  test.each([
    ['a side on a single region', { scores: [{ region: 'back', side: 'left', mat: 1 }] }, 'scores[0].side'],
    ['a score of 5', { scores: [{ region: 'back', mat: 5 }] }, 'scores[0].mat'],
    ['a score of 1.5', { scores: [{ region: 'back', skin: 1.5 }] }, 'scores[0].skin'],
    [
      'the same score twice',
      {
        scores: [
          { region: 'side', mat: 1 },
          { region: 'side', side: 'left', mat: 2 },
        ],
      },
      'scores[1].mat',
    ],
    ['a standoff beyond the coat', { scores: [{ region: 'back', mat: 3, standoffMm: 41 }] }, 'scores[0].standoffMm'],
    ['a humidity of 50', { room: { rh: 50 } }, 'room.rh'],
    ['an unknown region', { scores: [{ region: 'wing', mat: 1 }] }, 'scores[0].region'],
    [
      'an unknown finding',
      { scores: [{ region: 'back', findings: [{ id: 'gremlins' }] }] },
      'scores[0].findings[0].id',
    ],
    ['another format', { format: 'etude.assessment/2' }, 'format'],
    [
      'a show coat without the show',
      { dog: { coatType: 'silky', weightKg: 3, modifiers: ['show-coat'] }, wishes: { show: false } },
      'wishes.show',
    ],
  ])('%s is refused with its path', (_, change, path) => {
    expect(issuesOf({ ...minimal, ...change }).map((issue) => issue.path)).toContain(path)
  })

  test.each([0.4, 120.5, '9', null, -1])('a weight of %j is refused, and the range is said', (weightKg) => {
    const [issue] = issuesOf({ ...minimal, dog: { ...minimal.dog, weightKg } })
    expect(issue).toMatchObject({ path: 'dog.weightKg', value: weightKg, expected: 'a number from 0.5 to 120' })
  })

  test.each([null, 7, 'x', [], {}])('%j is refused and not thrown over', (input) => {
    expect(issuesOf(input).length).toBeGreaterThan(0)
  })

  test('all that is wrong is said at once', () => {
    expect(issuesOf({ format: 'x', dog: { coatType: 'fluffy', weightKg: 900 } }).map(({ path }) => path)).toEqual([
      'format',
      'dog.coatType',
      'dog.weightKg',
    ])
  })

  test('a newer minor version is read, and unknown fields are ignored', () => {
    expect(readAssessment({ ...minimal, format: 'etude.assessment/1.3', moon: 'full' }).dog.weightKg).toBe(9.5)
  })

  test('a finding raises the skin score, and skin under felt stays unknown', () => {
    const file = {
      ...minimal,
      default: { mat: 0, undercoat: 0, condition: 0, skin: 0 },
      scores: [{ region: 'belly', findings: [{ id: 'redness', sizeMm: 12 }] }],
    }
    const plan = planGroom(readAssessment(file), DEFAULT_HOUSE)
    expect(plan.indices.skin).toEqual({ worst: 1, regions: 1 })
  })
})

describe('a plan file', () => {
  const file = planFile(
    planGroom(
      readAssessment({
        ...minimal,
        default: { mat: 0, undercoat: 0, condition: 0, skin: 0 },
        scores: [{ region: 'armpit', mat: 3 }],
      }),
      DEFAULT_HOUSE,
    ),
    null,
  ) as Record<string, unknown>
  test('has the keys of its format, and none of parts that are not built or were not asked for', () => {
    expect(Object.keys(file)).toEqual(
      expect.arrayContaining(['format', 'indices', 'verdict', 'regions', 'stops', 'cautions']),
    )
    for (const key of ['frontier', 'flips', 'nextLooks', 'bath', 'drying', 'cut']) expect(file).not.toHaveProperty(key)
  })
  test('names every region-side once, a single one without a side', () => {
    const regions = file.regions as { region: string; side?: string; treatment: string }[]
    expect(regions).toHaveLength(39)
    expect(regions.find(({ region }) => region === 'back')).not.toHaveProperty('side')
    expect(regions.filter(({ region }) => region === 'armpit').map(({ side, treatment }) => [side, treatment])).toEqual(
      [
        ['left', 'clip-out'],
        ['right', 'clip-out'],
      ],
    )
  })
})

describe('a pattern', () => {
  const withWishes = (wishes: object): object => ({ ...minimal, wishes })
  const issuesOf = (wishes: object): string[] => {
    try {
      readAssessment(withWishes(wishes))
      return []
    } catch (error) {
      return (error as BadInput).issues.map(({ path }) => path)
    }
  }
  test('is read as it stands, beside what it does not name', () => {
    const { wishes } = readAssessment(
      withWishes({
        style: 'trim',
        targetMm: { tail: 40 },
        pattern: { body: { shape: 'length', mm: 10 }, feet: { shape: 'round' } },
      }),
    )
    expect(wishes.pattern).toEqual({ body: { shape: 'length', mm: 10 }, feet: { shape: 'round' } })
    expect(wishes.targetMm).toEqual({ tail: 40 })
  })
  test('that contradicts a length, a style or what is let grow is bad input, named by its part', () => {
    expect(issuesOf({ targetMm: { body: 16 }, pattern: { body: { shape: 'length', mm: 10 } } })).toEqual([
      'wishes.pattern.body.mm',
    ])
    expect(issuesOf({ style: 'show', pattern: { body: { shape: 'length', mm: 10 } } })).toEqual(['wishes.style'])
    expect(issuesOf({ style: 'trim', pattern: { body: { shape: 'stripped' } } })).toEqual(['wishes.style'])
    expect(issuesOf({ extras: ['ears-grow'], pattern: { ears: { shape: 'clipped' } } })).toEqual([
      'wishes.pattern.ears.shape',
    ])
    expect(issuesOf({ extras: ['no-feet'], pattern: { feet: { shape: 'round' } } })).toEqual([
      'wishes.pattern.feet.shape',
    ])
  })
  test('with a shape or a part that is none, or a length on a shape that has none, is bad input', () => {
    expect(issuesOf({ pattern: { feet: { shape: 'square' } } })).toEqual(['wishes.pattern.feet.shape'])
    expect(issuesOf({ pattern: { feet: { shape: 'round', mm: 10 } } })).toEqual(['wishes.pattern.feet.mm'])
    expect(issuesOf({ pattern: { wings: { shape: 'round' } } })).toEqual(['wishes.pattern'])
  })
})
