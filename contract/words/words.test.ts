import { describe, expect, test } from 'vitest'
import {
  CAUTIONS,
  DEFAULT_HOUSE,
  ESTIMATES,
  FINDING_IDS,
  FIXED,
  goesHome,
  LEAVE_REASONS,
  LIBRARY,
  planGroom,
  planWhole,
  REFUSALS,
  REGION_IDS,
  TREATMENT_IDS,
  VERDICT_IDS,
} from '../../core/index.ts'
import { anAssessment, cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import * as words from './index.ts'
import { proposalText, unitText } from './learning.ts'

test('every code has its words', () => {
  for (const code of Object.keys(CAUTIONS))
    expect(words.cautionText(code as keyof typeof CAUTIONS, null).length, code).toBeGreaterThan(3)
  for (const code of Object.keys(REFUSALS)) expect(words.REFUSAL_TEXT, code).toHaveProperty([code])
  for (const code of Object.keys(LEAVE_REASONS)) expect(words.leaveText(code as 'told-to-leave', 'back')).not.toBe(code)
  for (const id of TREATMENT_IDS) expect(words.TREATMENT_LABEL[id].length).toBeGreaterThan(3)
  for (const id of VERDICT_IDS) expect(words.VERDICT_LABEL[id].length).toBeGreaterThan(3)
  for (const id of REGION_IDS) expect(words.REGION_LABEL[id].length).toBeGreaterThan(2)
})

const OF_A_PLACE = [
  ...['ear-edge', 'ear-pocket', 'tuck-web', 'armpit-web', 'groin-folds', 'nipples', 'hock-hollow', 'throat-folds'],
  ...['never-dig', 'tips-away-from-eye', 'lips-and-tongue', 'toe-webs', 'dewclaw'],
] as (keyof typeof CAUTIONS)[]
test('a brush is not warned of as a blade is', () => {
  expect(words.cautionText('tuck-web', 'clip')).toContain('cut down')
  expect(words.cautionText('tuck-web', 'demat')).toContain('cut down')
  for (const code of OF_A_PLACE)
    for (const treatment of ['brush', 'blow-out', 'card', 'strip'] as const)
      expect(words.cautionText(code, treatment), code).not.toMatch(/\bcut\b|\bblade\b|shears|short strokes/i)
})

test('places are named as a groomer says them', () => {
  expect(words.placeName('armpit', 'left')).toBe('left armpit')
  expect(words.placeName('behind-ear', 'right')).toBe('behind the right ear')
  expect(words.atPlaces(['armpit', 'armpit', 'tail'])).toBe('at the armpit and tail')
  expect(words.atPlaces(['behind-ear'])).toBe('behind the ear')
  expect(words.atPlaces(['behind-ear', 'armpit'])).toBe('at the armpit and behind the ear')
  expect(words.atPlaces(['behind-ear', 'armpit', 'tail'])).toBe('at the armpit and tail, and behind the ear')
  expect(words.atPlaces(['behind-ear', 'armpit', 'tail', 'groin', 'chest'], 3)).toBe(
    'at the armpit and tail, behind the ear and at 2 more',
  )
  expect(words.placeName('back', null)).toBe('back')
})

describe('what a plan says', () => {
  const plans = [
    anAssessment(),
    anAssessment({
      dog: { weightKg: 28 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    }),
    anAssessment({
      dog: { weightKg: 28, temperament: 'bites', health: ['senior', 'heart'] },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75 }),
    }),
    anAssessment({
      dog: { coatType: 'double', dryerTolerance: 'none' },
      sheet: onRegions(cleanSheet(), NINE, { mat: 4, undercoat: 4 }),
    }),
    anAssessment({
      dog: { coatType: 'wire', jacket: 'ready', lengthMm: lengths(35) },
      wishes: { style: 'strip', keepJacket: true },
    }),
    anAssessment({ wishes: { show: true, keepLength: 3 }, sheet: onRegions(cleanSheet(), NINE, { mat: 4 }) }),
    ...FINDING_IDS.map((id) =>
      anAssessment({ sheet: onRegions(cleanSheet(), ['cheek'], { findings: [{ id, sizeMm: 15 }] }) }),
    ),
  ].map((assessment) => ({ assessment, plan: planGroom(assessment, DEFAULT_HOUSE) }))

  test('every reason and stop is a sentence, never a bare code', () => {
    let sentences = 0
    for (const { plan, assessment } of plans) {
      const said = [
        ...plan.verdict.reasons.map((r) => words.reasonText(r)),
        ...words.stopLines(plan.stops).map(({ text }) => text),
        words.verdictSentence(plan, 'Test', goesHome(assessment, plan, DEFAULT_HOUSE)),
      ]
      for (const text of said) {
        sentences++
        expect(text).toMatch(/^[A-Z].*[.?]$/)
        expect(text).not.toMatch(/undefined|NaN|null|\[object/)
      }
    }
    expect(sentences).toBeGreaterThan(90)
  })

  test('what several places share is said once', () => {
    const felt = planGroom(
      anAssessment({ sheet: onRegions(cleanSheet(), ['belly', 'armpit'], { mat: 4 }) }),
      DEFAULT_HOUSE,
    )
    const lines = words.stopLines(felt.stops).filter(({ text }) => text.includes('felt'))
    expect(lines.map(({ text }) => text)).toEqual([
      'No skin seen under the felt on the belly, left armpit and right armpit: expect sores beneath, go gently.',
    ])
  })
})

test('figures read as people say them', () => {
  expect(words.minutesText(46.6)).toBe('47')
  expect(words.pullText(4.7)).toBe('4.5')
  expect(words.pullText(17.9)).toBe('18')
  expect(words.rangeText({ low: 46.8, high: 47.2 }, words.minutesText)).toBe('47')
  expect(words.rangeText({ low: 40, high: 52 }, words.minutesText)).toBe('40 to 52')
})

test('a part that is cut to more than one length is said with both: a round top over shorter cheeks', () => {
  const pattern = LIBRARY.find(({ id }) => id === 'short-body-full-legs')!.pattern
  const dog = anAssessment({
    dog: { coatType: 'curly', weightKg: 9, lengthMm: lengths(50) },
    wishes: { style: 'trim', pattern },
  })
  const plan = planWhole(dog, DEFAULT_HOUSE)
  expect(words.verdictSentence(plan, 'Bo', goesHome(dog, plan, DEFAULT_HOUSE))).toContain(
    'body to 10 mm, legs to 25 mm and head to between 19 and 25 mm',
  )
})

test('where the legs come short, of the body is said what becomes of it', () => {
  const wish = LIBRARY.find(({ id }) => id === 'short-body-full-legs')!.pattern
  const sentenceOf = (slotMinutes: number, pattern: typeof wish | null) => {
    const dog = anAssessment({
      dog: { coatType: 'curly', weightKg: 9.5, lengthMm: lengths(55) },
      wishes: pattern ? { style: 'trim', keepLength: 1, pattern } : { style: 'natural', keepLength: 3 },
      slotMinutes,
      sheet: onRegions(cleanSheet(), ['foreleg', 'hindleg'], { mat: 4, extent: 0.9, standoffMm: 14 }),
    })
    const plan = planWhole(dog, DEFAULT_HOUSE)
    expect(plan.verdict.choice).toBe('short-legs')
    return words.verdictSentence(plan, 'Bo', goesHome(dog, plan, DEFAULT_HOUSE))
  }
  expect(sentenceOf(130, wish)).toMatch(/^Bo's legs come down short to 13 mm, the body is clipped to 10 mm as wished,/)
  expect(sentenceOf(200, wish)).toMatch(/^Bo's legs come down short to 13 mm, then cut: body to 10 mm/)
  expect(sentenceOf(200, null)).toMatch(/^Bo's legs come down short to 13 mm, the body is kept/)
})

// Common practice: cords are parted at the skin by hand, and never brushed.
test('cords are kept, and nobody is told that they are brushed out', () => {
  const dog = anAssessment({ dog: { coatType: 'corded', weightKg: 13 }, wishes: { keepLength: 3 }, slotMinutes: 240 })
  const plan = planWhole(dog, DEFAULT_HOUSE)
  expect(plan.verdict.choice).toBe('brush-out')
  expect(words.verdictLabel(plan)).toBe('Cords kept')
  expect(words.verdictSentence(plan, 'Bo', goesHome(dog, plan, DEFAULT_HOUSE))).toMatch(
    /^Bo keeps its cords, parted by hand/,
  )
  const curly = planWhole(anAssessment({ dog: { coatType: 'curly', weightKg: 13 } }), DEFAULT_HOUSE)
  expect(words.verdictLabel(curly)).toBe('Brush out')
})

test('what makes it several visits is said: the pull, or how long it would stand', () => {
  const said = (changes: Parameters<typeof anAssessment>[0]): string => {
    const { stops } = planWhole(anAssessment(changes), DEFAULT_HOUSE)
    return words.stopLines(stops.filter(({ code }) => code === 'more-than-one-visit'))[0]!.text
  }
  // A giant whose whole undercoat is packed gives enough, and stands too long.
  const packed = onRegions(
    cleanSheet().map((side) => ({ ...side, mat: 1 as const, undercoat: 4 as const, condition: 3 as const })),
    ['breeches', 'behind-ear'],
    { mat: 4, extent: 1, standoffMm: 2 },
  )
  expect(
    said({
      dog: { coatType: 'double', weightKg: 62, health: ['arthritis'] },
      wishes: { keepLength: 3 },
      sheet: packed,
    }),
  ).toMatch(/stand \d+ minutes for its coat alone; it should stand \d+ for that/)
  const tight = onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 })
  expect(
    said({
      dog: { weightKg: 20, health: ['senior', 'heart'], temperament: 'anxious' },
      wishes: { keepLength: 3 },
      sheet: tight,
    }),
  ).toMatch(/would ask [\d.]+ pull-minutes of a dog that can give/)
})

describe('a number of ours', () => {
  test('has a unit as it is read, whatever the table holds', () => {
    const units = [...Object.values(ESTIMATES), ...Object.values(FIXED)].map(({ unit }) => unitText(unit))
    expect(units.filter((unit) => unit === '' || /m[23]\b|(?<!°)\bC\b|1\/min/.test(unit))).toEqual([])
    expect(['min/m2 matted', 'm3/s m2', '1/min', 'share', 'factor/cm'].map(unitText)).toEqual([
      'min/m² matted',
      'm³/s m²',
      'a minute',
      'of the whole',
      'factor/cm',
    ])
  })
  test('is proposed in a sentence', () => {
    expect(proposalText({ id: 'job.nails', value: 7.06, now: 5 })).toBe('Nails: it takes you 7.06 min, not 5.')
    expect(proposalText({ id: 'minutes.brush.area', value: 19.4, now: 14 })).toContain('takes you 19.4 min/m², not 14.')
  })
})
