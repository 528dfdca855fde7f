import jstat from 'jstat'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { krippendorffAlpha } from './alpha.ts'
import { fCdf, fQuantile } from './f-distribution.ts'
import { icc } from './icc.ts'
import { fleissKappa, kappa, kappaWord } from './kappa.ts'

type Pair = [string | number, string | number]
const fromTable = (table: number[][]): Pair[] =>
  table.flatMap((row, i) => row.flatMap((count, j) => Array.from({ length: count }, (): Pair => [i, j])))

describe("Cohen's kappa", () => {
  // Fleiss, Levin and Paik, Statistical Methods for Rates and Proportions, 3rd ed. 2003, table 18.1: two raters of 100
  // people, three diagnoses; kappa 0.68, standard error for intervals 0.087 [mem].
  const diagnoses = fromTable([
    [75, 1, 4],
    [5, 4, 1],
    [0, 0, 10],
  ])
  test('of the textbook table is 0.68 with its standard error of 0.087', () => {
    const { value, low, high, n } = kappa(diagnoses, null)
    expect(value).toBeCloseTo(0.676, 3)
    expect((high - low) / 2 / 1.96).toBeCloseTo(0.087, 2)
    expect(n).toBe(100)
  })

  // The anxiety ratings that come with the R package irr (20 subjects, 3 raters), and what it computes [mem].
  const anxiety = [
    [3, 3, 3, 4, 5, 5, 2, 3, 5, 2, 2, 6, 1, 5, 2, 2, 1, 2, 4, 3],
    [3, 6, 4, 6, 2, 4, 2, 4, 3, 3, 2, 3, 3, 3, 2, 2, 1, 3, 3, 4],
    [2, 1, 4, 4, 3, 2, 1, 6, 1, 1, 1, 2, 3, 3, 1, 1, 3, 3, 2, 2],
  ] as const
  const two = anxiety[0].map((a, i): Pair => [a, anxiety[1][i]!])
  test('of the anxiety ratings is 0.119, with quadratic weights 0.297', () => {
    expect(kappa(two, null).value).toBeCloseTo(0.119, 3)
    expect(kappa(two, 'quadratic').value).toBeCloseTo(0.297, 3)
  })

  // Cohen 1968: on two categories weights change nothing.
  test.each(['linear', 'quadratic'] as const)('with %s weights on two categories is the unweighted one', (weights) => {
    const pairs = fromTable([
      [20, 5],
      [10, 15],
    ])
    const plain = kappa(pairs, null)
    // Cohen 1960 by hand: observed 0.7, expected 0.5.
    expect(plain.value).toBeCloseTo(0.4, 12)
    const weighted = kappa(pairs, weights)
    expect(weighted.value).toBeCloseTo(plain.value, 12)
    expect(weighted.low).toBeCloseTo(plain.low, 12)
  })

  // Fleiss and Cohen 1973: quadratic weights give the intraclass correlation as the sample grows.
  test('with quadratic weights approaches ICC(2,1) on a large sample', () => {
    const random = seeded(7)
    const pairs = Array.from({ length: 4000 }, (): Pair => {
      const truth = random() * 4
      const seen = (): number => Math.min(4, Math.max(0, Math.round(truth + (random() - 0.5) * 2)))
      return [seen(), seen()]
    })
    expect(kappa(pairs, 'quadratic').value).toBeCloseTo(icc(pairs as [number, number][])['ICC(2,1)'].value, 3)
  })

  test('is one for the same scores, and cannot be said where everybody always gave one', () => {
    expect(
      kappa(
        two.map(([a]): Pair => [a, a]),
        'linear',
      ).value,
    ).toBe(1)
    expect(kappa([[2, 2] as Pair, [2, 2]], null).value).toBeNaN()
  })

  test('falls as one of the scores moves away, with weights; their order says nothing without', () => {
    const near = [...two.slice(1), [3, 4] as Pair]
    const far = [...two.slice(1), [3, 6] as Pair]
    expect(kappa(far, 'linear').value).toBeLessThan(kappa(near, 'linear').value)
  })

  test('is put into the words of Landis and Koch 1977', () => {
    expect([-0.1, 0.1, 0.3, 0.5, 0.7, 0.9].map(kappaWord)).toEqual([
      'poor',
      'slight',
      'fair',
      'moderate',
      'substantial',
      'almost-perfect',
    ])
  })
})

describe("Fleiss' kappa", () => {
  // The widely reprinted worked example of Fleiss 1971's method: 10 things, 14 raters, 5 categories: 0.210.
  const counts = [
    [0, 0, 0, 0, 14],
    [0, 2, 6, 4, 2],
    [0, 0, 3, 5, 6],
    [0, 3, 9, 2, 0],
    [2, 2, 8, 1, 1],
    [7, 7, 0, 0, 0],
    [3, 2, 6, 3, 0],
    [2, 5, 3, 2, 2],
    [6, 5, 2, 1, 0],
    [0, 2, 2, 3, 7],
  ]
  const rows = counts.map((cells) => cells.flatMap((count, category) => new Array<number>(count).fill(category)))
  test('of the worked example is 0.210, inside its interval', () => {
    const { value, low, high, n, raters } = fleissKappa(rows)
    expect(value).toBeCloseTo(0.21, 3)
    expect(low).toBeLessThan(value)
    expect(high).toBeGreaterThan(value)
    expect([n, raters]).toEqual([10, 14])
  })
  test('does not change with the order of raters', () => {
    expect(fleissKappa(rows.map((row) => [...row].reverse())).value).toBeCloseTo(fleissKappa(rows).value, 12)
  })
})

describe('intraclass correlation', () => {
  // Shrout and Fleiss 1979, table 2 and its results; the intervals are those the R package psych prints for it [mem].
  const judges = [
    [9, 2, 5, 8],
    [6, 1, 3, 2],
    [8, 4, 6, 8],
    [7, 1, 2, 6],
    [10, 5, 6, 9],
    [6, 2, 4, 7],
  ]
  test.each([
    ['ICC(1,1)', 0.17, -0.13, 0.72],
    ['ICC(2,1)', 0.29, 0.02, 0.76],
    ['ICC(3,1)', 0.71, 0.34, 0.95],
    ['ICC(1,k)', 0.44, -0.88, 0.91],
    ['ICC(2,k)', 0.62, 0.07, 0.93],
    ['ICC(3,k)', 0.91, 0.68, 0.99],
  ] as const)('%s of six targets by four judges is %f, from %f to %f', (form, value, low, high) => {
    const result = icc(judges)[form]
    expect(result.value).toBeCloseTo(value, 2)
    expect(Math.abs(result.low - low)).toBeLessThan(0.01)
    expect(Math.abs(result.high - high)).toBeLessThan(0.01)
  })

  // Reference: jStat's F distribution.
  test('uses an F distribution that agrees with another implementation', () => {
    const { centralF } = jstat.jStat
    for (const [d1, d2] of [
      [1, 5],
      [5, 15],
      [5, 18],
      [18, 5],
      [38, 38],
    ] as const) {
      for (const f of [0.2, 1, 2.5, 7]) expect(fCdf(f, d1, d2)).toBeCloseTo(centralF.cdf(f, d1, d2), 6)
      for (const chance of [0.025, 0.5, 0.975])
        expect(fQuantile(chance, d1, d2) / centralF.inv(chance, d1, d2)).toBeCloseTo(1, 5)
    }
  })
})

describe("Krippendorff's alpha", () => {
  // Krippendorff 2011, Computing Krippendorff's alpha-reliability: four observers, twelve units, gaps [mem].
  const _ = null
  const observers = [
    [1, 2, 3, 3, 2, 1, 4, 1, 2, _, _, _],
    [1, 2, 3, 3, 2, 2, 4, 1, 2, 5, _, 3],
    [_, 3, 3, 3, 2, 3, 4, 2, 2, 5, 1, _],
    [1, 2, 3, 3, 2, 4, 4, 1, 2, 5, 1, _],
  ]
  const units = observers[0]!.map((_value, i) => observers.map((row) => row[i]!))
  test.each([
    ['nominal', 0.743],
    ['ordinal', 0.815],
    ['interval', 0.849],
    ['ratio', 0.797],
  ] as const)('%s is %f', (level, value) => {
    const result = krippendorffAlpha(units, level, seeded(1))
    expect(result.value).toBeCloseTo(value, 3)
    expect(result.low).toBeLessThan(value)
    expect(result.high).toBeGreaterThan(value)
    // The twelfth unit has one value only and says nothing.
    expect(result.n).toBe(11)
  })
  test('has the same interval for the same seed', () => {
    expect(krippendorffAlpha(units, 'ordinal', seeded(3))).toEqual(krippendorffAlpha(units, 'ordinal', seeded(3)))
  })
})

test('fewer than five things give a value and no interval; every interval stays within -1 and 1', () => {
  const few = kappa(
    [
      ['a', 'a'],
      ['b', 'b'],
      ['a', 'b'],
      ['b', 'b'],
    ],
    null,
  )
  expect(few.value).toBeCloseTo(0.5, 9)
  expect([few.low, few.high]).toEqual([Number.NaN, Number.NaN])
  const rows = [
    [1, 9, 2],
    [9, 1, 8],
    [2, 8, 1],
    [8, 2, 9],
    [5, 5, 4],
  ]
  for (const form of Object.values(icc(rows)))
    for (const figure of [form.value, form.low, form.high]) {
      expect(figure).toBeGreaterThanOrEqual(-1)
      expect(figure).toBeLessThanOrEqual(1)
    }
  for (const form of Object.values(icc(rows.slice(0, 4)))) expect(form.low).toBeNaN()
  expect(fleissKappa(rows.slice(0, 4)).low).toBeNaN()
  expect(krippendorffAlpha(rows.slice(0, 4), 'interval', () => 0.5).low).toBeNaN()
})
test('where everybody gave the same of every thing, the correlation is 1 and so are its bounds', () => {
  const same = [1, 4, 2, 8, 5].map((value) => [value, value, value])
  for (const form of Object.values(icc(same))) expect([form.value, form.low, form.high]).toEqual([1, 1, 1])
})
