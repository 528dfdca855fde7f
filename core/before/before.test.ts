import { mean, sampleStandardDeviation } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { DEFAULT_HOUSE, emptySheet, indexAt, STARTING_PRICES, UNSCORED } from '../index.ts'
import { normal } from '../numbers/normal.ts'
import {
  COMB_PLACES,
  type CombResult,
  type CombTest,
  comparedWith,
  ownersWord,
  type SaidAndFound,
} from './comb-test.ts'
import { foretell, type SaidBefore } from './foretell.ts'

const cavapoo = readAssessment({
  format: 'etude.assessment/1',
  dog: { breed: 'cavapoo', coatType: 'curly', weightKg: 8, ageMonths: 40, temperament: 'easy' },
  wishes: { keepLength: 1, style: 'trim' },
  slot: { minutes: 120 },
})
const everywhere = (result: CombResult): CombTest => Object.fromEntries(COMB_PLACES.map((place) => [place, result]))
const said = (comb: CombTest, more: Partial<SaidBefore> = {}): SaidBefore => ({
  comb,
  weeksSince: 8,
  brushing: null,
  ...more,
})
const HONEST = ownersWord([], DEFAULT_HOUSE)
const told = (about: SaidBefore, word = HONEST) =>
  foretell(cavapoo, about, word, STARTING_PRICES, DEFAULT_HOUSE, 40, seeded(1))

describe('what is to be expected before the visit', () => {
  // Common practice: where the comb goes through there is little to do, where it does not go in the coat comes off.
  test('a comb that goes through, gets stuck, or does not go in at all', () => {
    const [through, stuck, felted] = (['through', 'stops', 'not-in'] as const).map((result) =>
      told(said(everywhere(result))),
    )
    expect(through!.minutes!.middle).toBeLessThan(stuck!.minutes!.middle)
    expect(through!.price!.high).toBeLessThanOrEqual(stuck!.price!.high)
    expect(['keep-places', 'short-all-over', 'short-body', 'split-visits', 'short-legs']).toContain(
      felted!.verdicts[0]!.name,
    )
    expect(['brush-out', 'spot-work']).toContain(through!.verdicts[0]!.name)
    for (const { verdicts, minutes, price, slotMinutes } of [through!, stuck!, felted!]) {
      expect(verdicts.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1)
      expect(minutes!.low).toBeLessThanOrEqual(minutes!.middle)
      expect(minutes!.middle).toBeLessThanOrEqual(minutes!.high)
      expect(price!.low).toBeLessThanOrEqual(price!.high)
      expect(slotMinutes! % 15).toBe(0)
      expect(slotMinutes).toBeGreaterThanOrEqual(minutes!.middle)
    }
  })

  test('the worst answer is looked at first, and a place that combs is not named', () => {
    expect(told(said({ belly: 'stops', armpits: 'not-in', toes: 'through' })).lookFirst).toEqual(['armpits', 'belly'])
  })

  test('with no comb brushing decides: to the skin and often is least work', () => {
    const [skin, top, never] = [{ perWeek: 7, toSkin: true }, { perWeek: 7, toSkin: false }, null].map((brushing) =>
      told(said({}, { brushing })),
    )
    expect(skin!.minutes!.middle).toBeLessThan(top!.minutes!.middle)
    expect(top!.minutes!.middle).toBeLessThanOrEqual(never!.minutes!.middle)
  })

  test('the same answers give the same, and the parts make up the mean of the whole', () => {
    const about = said(everywhere('stops'))
    expect(told(about)).toEqual(told(about))
    const { parts, minutes } = told(about)
    const whole = Object.values(parts!).reduce((a, b) => a + b, 0)
    expect(whole).toBeGreaterThan(minutes!.low)
    expect(whole).toBeLessThan(minutes!.high)
  })

  test('where this house finds worse than owners say, more is expected of the same words', () => {
    const rosy: SaidAndFound[][] = Array.from({ length: 40 }, () => [
      { said: 0.2, found: 2 },
      { said: 0.2, found: 2 },
    ])
    const word = ownersWord(rosy, DEFAULT_HOUSE)
    expect(word.bias).toBeGreaterThan(1.2)
    const about = said(everywhere('through'))
    expect(told(about, word).minutes!.middle).toBeGreaterThan(told(about).minutes!.middle)
  })
})

describe("how far owners' words are from the comb", () => {
  test('before anything was compared it is the guess of the house', () => {
    const { bias, spread, places } = ownersWord([], DEFAULT_HOUSE)
    expect(bias).toBeCloseTo(DEFAULT_HOUSE['before.bias'])
    expect(places).toBe(0)
    expect(spread).toBeCloseTo(DEFAULT_HOUSE['before.spread'])
  })

  // Against simple-statistics: with a prior of no weight the mean and the spread are those of the sample.
  test('the house takes over with its own comparisons, as mean and standard deviation have it', () => {
    const random = seeded(3)
    const dogs = Array.from({ length: 400 }, (): SaidAndFound[] => [{ said: 1, found: 1 + 0.8 + 0.5 * normal(random) }])
    const off = dogs.flat().map(({ said, found }) => found - said)
    const word = ownersWord(dogs, { ...DEFAULT_HOUSE, 'before.prior-places': 1e-9 })
    expect(word.bias).toBeCloseTo(mean(off), 6)
    expect(word.spread).toBeCloseTo(sampleStandardDeviation(off), 2)
    const shrunk = ownersWord(dogs.slice(0, 6), DEFAULT_HOUSE)
    expect(shrunk.bias).toBeGreaterThan(DEFAULT_HOUSE['before.bias'])
    expect(shrunk.bias).toBeLessThan(mean(off.slice(0, 6)))
  })

  test('the worst side of a place counts, places nobody looked at or spoke of say nothing', () => {
    const sheet = emptySheet().map((scores, index) =>
      index === indexAt('armpit', 'left')
        ? { ...UNSCORED, mat: 1 as const }
        : index === indexAt('armpit', 'right')
          ? { ...UNSCORED, mat: 3 as const }
          : index === indexAt('belly', null)
            ? { ...UNSCORED, mat: 2 as const }
            : scores,
    )
    expect(comparedWith({ armpits: 'through', toes: 'stops' }, sheet, DEFAULT_HOUSE)).toEqual([
      { said: DEFAULT_HOUSE['before.through'], found: 3 },
    ])
  })
})
