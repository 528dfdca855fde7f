import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { REGION_SIDES, type RegionId, type Side } from '../body/regions.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { rememberingMaker } from '../plan/making.ts'
import { planGroom } from '../plan/plan.ts'
import { verdictOf, weightOf } from '../plan/weigh.ts'
import { SCORES, type Score } from '../scores/scales.ts'
import type { Sheet } from '../scores/sheet.ts'
import { changed, type Flip, flipsOf, flipTrials } from './flips.ts'
import { lastOdds, type Odds, oddsOf, priorsOf, triangular } from './odds.ts'

const at = (region: RegionId, side: Side | null): number =>
  REGION_SIDES.find((place) => place.region === region && place.side === side)!.index
const unlooked = (sheet: Sheet, places: readonly number[]): Sheet =>
  sheet.map((scores, i) => (places.includes(i) ? { ...scores, mat: null, undercoat: null, skin: null } : scores))

const matted = anAssessment({
  sheet: onRegions(cleanSheet(), NINE, { mat: 2, extent: 0.5, standoffMm: 7 }),
  dog: { weightKg: 20 },
  slotMinutes: 200,
  wishes: { keepLength: 2 },
})

describe('what would flip the verdict', () => {
  const flips = flipsOf(matted, DEFAULT_HOUSE)
  const now = planGroom(matted, DEFAULT_HOUSE).verdict.choice

  test('is true: the changed dog, planned anew, gets the verdict that was foretold', () => {
    expect(flips.length).toBeGreaterThan(5)
    for (const flip of flips) {
      expect(flip.becomes).not.toBe(now)
      expect(planGroom(changed(matted, flip), DEFAULT_HOUSE).verdict.choice, JSON.stringify(flip)).toBe(flip.becomes)
    }
  })

  test('is smallest: no value on the way to a flip flips', () => {
    for (const flip of flips) {
      if (flip.what !== 'score') continue
      const { from, to } = flip
      for (const value of SCORES)
        if ((value > from && value < to) || (value < from && value > to))
          expect(planGroom(changed(matted, { ...flip, to: value }), DEFAULT_HOUSE).verdict.choice).toBe(now)
    }
  })

  test('misses none: every single score change that makes another verdict is behind a flip', () => {
    const found = new Set(
      flips.flatMap((flip) =>
        flip.what === 'score' ? [`${flip.region} ${flip.side} ${flip.score} ${Math.sign(flip.to - flip.from)}`] : [],
      ),
    )
    for (const { index, region, side } of REGION_SIDES)
      for (const mat of SCORES) {
        const from = matted.sheet[index]!.mat!
        if (mat === from) continue
        const sheet = matted.sheet.map((scores, i) =>
          i === index ? { ...scores, mat, ...(mat === 0 ? { extent: null, standoffMm: null } : {}) } : scores,
        )
        if (verdictOf({ ...matted, sheet }, DEFAULT_HOUSE) !== now)
          expect(found, `${region} ${side} ${mat}`).toContain(`${region} ${side} mat ${Math.sign(mat - from)}`)
      }
  })

  test('comes scores first by steps, then standoff, wish, temper, slot', () => {
    const kinds = ['score', 'standoff', 'wish', 'temper', 'slot']
    const order = flips.map(({ what }) => kinds.indexOf(what))
    expect(order).toEqual([...order].sort((a, b) => a - b))
    const sizes = flips.filter(({ what }) => what === 'score').map(({ size }) => size)
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b))
    expect(new Set(flips.map(({ what }) => what)).size).toBeGreaterThan(2)
  })

  test('is the same on both sides of a dog that is alike on both', () => {
    const sides = (side: Side) =>
      flips
        .filter((flip) => 'side' in flip && flip.side === side)
        .map((flip) => JSON.stringify({ ...flip, side: null }))
    expect(sides('left').sort()).toEqual(sides('right').sort())
    expect(sides('left').length).toBeGreaterThan(0)
  })

  test('names both sides together only where one alone does not do it', () => {
    const paired = (region: RegionId) => REGION_SIDES.filter((place) => place.region === region).length === 2
    const both = (flip: Flip) => ('side' in flip && flip.side === null && paired(flip.region) ? [flip] : [])
    for (const flip of flips.flatMap(both)) {
      const alone = changed(matted, { ...flip, side: 'left' })
      expect(planGroom(alone, DEFAULT_HOUSE).verdict.choice).toBe(now)
    }
  })

  // Common practice: condition decides the bath, not the way of grooming.
  test('never asks about condition, because it moves no verdict', () => {
    fc.assert(
      fc.property(fc.nat({ max: 38 }), fc.constantFrom(...SCORES), (place, condition) => {
        const sheet = matted.sheet.map((scores, i) => (i === place ? { ...scores, condition } : scores))
        return verdictOf({ ...matted, sheet }, DEFAULT_HOUSE) === now
      }),
      { numRuns: 60, seed: 1 },
    )
    const scores = flipTrials(matted, DEFAULT_HOUSE).flatMap((tries) =>
      tries.flatMap((one) => (one.what === 'score' ? one.score : [])),
    )
    expect(new Set<string>(scores)).toEqual(new Set(['mat', 'undercoat', 'skin']))
  })

  test('leaves finished places alone', () => {
    const back = at('back', null)
    const done = { index: back, treatment: 'brush', leavesMm: null, outlineMm: 60 } as const
    const under = { ...matted, progress: { done: [done], minutes: 5, pull: 2 } }
    expect(flipsOf(under, DEFAULT_HOUSE).some((flip) => 'region' in flip && flip.region === 'back')).toBe(false)
  })
})

describe('the odds over places nobody looked at', () => {
  test('say so where nothing is unknown', () => {
    expect(lastOdds(matted, DEFAULT_HOUSE, 2000, seeded(1))).toEqual({
      draws: 0,
      exact: true,
      verdicts: [],
      looks: [],
      minutes: null,
      pull: null,
    })
  })

  test('start from priors that follow what is around: one up in friction places, triangular', () => {
    const places = [at('armpit', 'left'), at('back', null)]
    const priors = priorsOf(unlooked(onRegions(cleanSheet(), ['rump', 'shoulder'], { mat: 2 }), places), DEFAULT_HOUSE)
    const mat = (index: number) => priors.find((prior) => prior.index === index && prior.scale === 'mat')!
    // Around the left armpit: chest 0, shoulder 2, side 0, belly 0, foreleg 0, and the right armpit 0.
    expect(mat(places[0]!).mode).toBeCloseTo(2 / 6 + 1, 12)
    // Around the back: neck 0, shoulders 2 and 2, sides 0 and 0, rump 2.
    expect(mat(places[1]!).mode).toBeCloseTo(6 / 6, 12)
    for (const mode of [0, 0.4, 1, 2.5, 4]) {
      const chance = triangular(mode)
      expect(chance.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12)
      const peak = chance.indexOf(Math.max(...chance))
      expect(Math.abs(peak - mode)).toBeLessThanOrEqual(0.6)
      for (let s = 1; s <= 4; s++) expect(chance[s]! >= chance[s - 1]!).toBe(s <= peak)
    }
  })

  test('the range of the figures holds nine in ten of the dogs drawn, and is not its two ends', () => {
    const places = REGION_SIDES.filter(({ region }) => ['back', 'side', 'belly', 'tail'].includes(region))
    const sheet = unlooked(
      matted.sheet,
      places.map(({ index }) => index),
    )
    const odds = lastOdds({ ...matted, sheet }, DEFAULT_HOUSE, 600, seeded(4))
    const random = seeded(9)
    const priors = priorsOf(sheet, DEFAULT_HOUSE)
    const draw = (chance: readonly number[]): Score => {
      const u = random()
      const at = chance.findIndex((_, i) => u < chance.slice(0, i + 1).reduce((a, b) => a + b, 0))
      return (at < 0 ? 4 : at) as Score
    }
    const drawn = Array.from({ length: 400 }, () => {
      const filled = sheet.map((scores) => ({ ...scores, skin: scores.skin ?? (0 as Score) }))
      for (const { index, scale, chance } of priors) filled[index] = { ...filled[index]!, [scale]: draw(chance) }
      return weightOf({ ...matted, sheet: filled }, DEFAULT_HOUSE).minutes
    }).filter((minutes) => minutes !== null)
    const { low, high } = odds.minutes!
    const inside = drawn.filter((minutes) => minutes >= low && minutes <= high).length / drawn.length
    expect(inside).toBeGreaterThan(0.85)
    expect(inside).toBeLessThan(0.96)
  })

  /** Every case, one by one, without anything of the odds' own machinery. */
  function bruteForce(sheet: Sheet, places: readonly number[]) {
    const priors = priorsOf(sheet, DEFAULT_HOUSE)
    const chanceOf = (index: number, scale: string, score: number): number =>
      priors.find((prior) => prior.index === index && prior.scale === scale)!.chance[score]!
    const make = rememberingMaker()
    const total = new Map<string, number>()
    const cells = new Map<string, Map<string, number>>()
    const fill = (i: number, filled: Sheet, chance: number): void => {
      if (i === places.length) {
        const name = verdictOf({ ...matted, sheet: filled }, DEFAULT_HOUSE, make)
        total.set(name, (total.get(name) ?? 0) + chance)
        for (const place of places) {
          const key = `${place} ${filled[place]!.mat} ${filled[place]!.undercoat}`
          const cell = cells.get(key) ?? new Map<string, number>()
          cells.set(key, cell.set(name, (cell.get(name) ?? 0) + chance))
        }
        return
      }
      const place = places[i]!
      for (const mat of SCORES)
        for (const undercoat of SCORES)
          fill(
            i + 1,
            filled.map((scores, j) => (j === place ? { ...scores, mat, undercoat, skin: 0 as Score } : scores)),
            chance * chanceOf(place, 'mat', mat) * chanceOf(place, 'undercoat', undercoat),
          )
    }
    fill(0, sheet, 1)
    const most = Math.max(...total.values())
    const settles = places.map((place) => {
      const known = [...cells].filter(([key]) => key.startsWith(`${place} `))
      return known.reduce((sum, [, cell]) => sum + Math.max(...cell.values()), 0) - most
    })
    return { total, settles }
  }

  const close = (
    odds: Odds,
    expected: ReturnType<typeof bruteForce>,
    places: readonly number[],
    within: number,
  ): void => {
    for (const { name, chance } of odds.verdicts)
      expect(Math.abs(chance - (expected.total.get(name) ?? 0)), name).toBeLessThan(within)
    for (const [i, place] of places.entries())
      expect(Math.abs(odds.looks.find(({ index }) => index === place)!.settles - expected.settles[i]!)).toBeLessThan(
        within,
      )
  }

  // Back and rump are a tenth of the dog and more: spliced or not, they decide the name.
  const pair = [at('back', null), at('rump', null)]
  const doubtful = unlooked(matted.sheet, pair)

  test('are counted where the cases are few, and equal to counting them by hand', () => {
    const odds = lastOdds({ ...matted, sheet: doubtful }, DEFAULT_HOUSE, 2000, seeded(1))
    expect(odds.exact).toBe(true)
    close(odds, bruteForce(doubtful, pair), pair, 1e-9)
    expect(odds.verdicts.length).toBeGreaterThan(1)
    expect(odds.looks[0]).toMatchObject({ index: at('back', null) })
    expect(odds.looks[0]!.settles).toBeGreaterThan(0.05)
  })

  test('are drawn where they are many, and near what counting gives', () => {
    const three = [...pair, at('side', 'left')]
    const sheet = unlooked(matted.sheet, three)
    const odds = lastOdds({ ...matted, sheet }, DEFAULT_HOUSE, 2000, seeded(1))
    expect(odds.exact).toBe(false)
    expect(odds.draws).toBe(2000)
    close(odds, bruteForce(sheet, three), three, 0.03)
  })

  test('refine step by step; the same seed gives the same answer, another seed one near it', () => {
    const sheet = unlooked(
      matted.sheet,
      REGION_SIDES.filter(({ index }) => index % 3 === 0).map(({ index }) => index),
    )
    const some = { ...matted, sheet }
    const steps = [...oddsOf(some, DEFAULT_HOUSE, 600, seeded(4))]
    expect(steps.map(({ draws }) => draws)).toEqual([100, 300, 500, 600])
    const last = steps.at(-1)!
    expect(lastOdds(some, DEFAULT_HOUSE, 600, seeded(4))).toEqual(last)
    const other = lastOdds(some, DEFAULT_HOUSE, 600, seeded(5))
    for (const { name, chance } of last.verdicts)
      expect(Math.abs(chance - (other.verdicts.find((o) => o.name === name)?.chance ?? 0))).toBeLessThan(0.1)
    expect(last.verdicts.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9)
    for (const { chance, low, high } of last.verdicts) {
      expect(low).toBeLessThanOrEqual(chance)
      expect(high).toBeGreaterThanOrEqual(chance)
    }
  })
})
