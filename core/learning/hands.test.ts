import fc from 'fast-check'
import jstat from 'jstat'
import { mean } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import { DEFAULT_HOUSE, ESTIMATES } from '../numbers/estimates.ts'
import { normal } from '../numbers/normal.ts'
import { meanAround, triangular } from '../questions/odds.ts'
import type { Score } from '../scores/scales.ts'
import { type GiveLog, learnGive } from './give.ts'
import { onGrid } from './grid.ts'
import { careSaid, learnMatting, type MattingLog } from './matting.ts'
import { learnPlaces, type PlacesLog } from './places.ts'
import { proposalsOf } from './proposals.ts'

const H = DEFAULT_HOUSE
const SEEDS = Array.from({ length: 10 }, (_, i) => i + 1)

describe('a number on a grid', () => {
  // Reference: the conjugate normal (Gelman et al., Bayesian Data Analysis, 2.5), its quantiles by jStat.
  test('is the conjugate normal where what was seen is normal', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.integer({ min: 0, max: 12 }),
        (seen, sd, count) => {
          const {
            mean: middle,
            low,
            high,
          } = onGrid({ mean: 0.3, sd: 0.5 }, (x) => (-count * ((seen - x) / sd) ** 2) / 2)
          const precision = 1 / 0.5 ** 2 + count / sd ** 2
          const theirs = (0.3 / 0.5 ** 2 + (count * seen) / sd ** 2) / precision
          const spread = Math.sqrt(1 / precision)
          expect(Math.abs(middle - theirs)).toBeLessThan(0.005)
          expect(Math.abs(low - jstat.normal.inv(0.1, theirs, spread))).toBeLessThan(0.02)
          expect(Math.abs(high - jstat.normal.inv(0.9, theirs, spread))).toBeLessThan(0.02)
        },
      ),
    )
  })
  test('is never less than what is possible', () => {
    expect(onGrid({ mean: 0.1, sd: 1, least: 0 }, () => 0).low).toBeGreaterThanOrEqual(0)
  })
})

/** Dogs whose friction places are so much worse than what is around them, and whose other places peak at a level. */
function sheets(rub: number, level: number, dogs: number, seed: number): PlacesLog[] {
  const random = seeded(seed)
  const drawn = (mode: number): Score => {
    let u = random()
    const chance = triangular(Math.max(0, Math.min(4, mode)))
    let score = 0
    while (score < 4 && u >= chance[score]!) u -= chance[score++]!
    return score as Score
  }
  return Array.from({ length: dogs }, (_, dog) => {
    const sheet = REGION_SIDES.map(({ region }) => ({
      mat: REGIONS[region].rub ? null : drawn(level),
      undercoat: drawn(level),
    }))
    const around = REGION_SIDES.map(({ index }) => meanAround(sheet, 'mat', index))
    for (const { index, region } of REGION_SIDES)
      if (REGIONS[region].rub) sheet[index] = { ...sheet[index]!, mat: drawn((around[index] ?? level) + rub) }
    return { of: `${dog}`, sheet }
  })
}
const learntOf = (logs: readonly PlacesLog[], id: string) => learnPlaces(logs, H).learnt.find((one) => one.id === id)!

describe('what to expect where nobody looked', () => {
  test('friction places as bad as what is around them, and far worse, are told apart', () => {
    const like = SEEDS.map((seed) => learntOf(sheets(0, 1.5, 40, seed), 'prior.rub').value)
    const worse = SEEDS.map((seed) => learntOf(sheets(2.2, 0.8, 40, seed), 'prior.rub').value)
    expect(mean(like)).toBeLessThan(0.6)
    expect(mean(worse)).toBeGreaterThan(1.4)
  })
  test('well-kept dogs and neglected ones leave another guess of a dog that nobody looked at', () => {
    expect(learntOf(sheets(0, 0, 40, 1), 'prior.blank').value).toBeLessThan(0.5)
    expect(learntOf(sheets(0, 3, 40, 1), 'prior.blank').value).toBeGreaterThan(2)
  })
  // The product's own aim: a better log score on sheets it has not seen.
  test('foretells sheets it was not taught by better than ours does', () => {
    const chance = (logs: readonly PlacesLog[], rub: number): number =>
      mean(
        logs.flatMap(({ sheet }) =>
          REGION_SIDES.filter(({ region }) => REGIONS[region].rub).map(({ index }) => {
            const around = meanAround(sheet, 'mat', index) ?? 0
            return Math.log(triangular(Math.min(4, around + rub))[sheet[index]!.mat!]!)
          }),
        ),
      )
    for (const seed of SEEDS) {
      const { value } = learntOf(sheets(0, 1.5, 40, seed), 'prior.rub')
      const unseen = sheets(0, 1.5, 60, 100 + seed)
      expect(chance(unseen, value), `seed ${seed}`).toBeGreaterThan(chance(unseen, H['prior.rub']))
    }
  })
  test('is proposed worse than ours where it foretells what was held back, never better than ours', () => {
    const worse = sheets(2.2, 2, 40, 3)
    const { learnt, noBetter } = learnPlaces(worse, H)
    expect(proposalsOf(learnt, [], H, noBetter).map(({ id }) => id)).toEqual(['prior.rub', 'prior.blank'])
    expect(proposalsOf(learnt, [], H, new Set(['prior.rub', 'prior.blank']))).toEqual([])
    // Taken as the learnt ones have it, nothing is left to better.
    const taken = { ...H, ...Object.fromEntries(learnt.map(({ id, value }) => [id, value])) }
    expect(proposalsOf(learnt, [], taken, learnPlaces(worse, taken).noBetter)).toEqual([])
    const clean = learnPlaces(sheets(0, 0, 40, 3), H)
    expect(clean.learnt.every(({ id, high }) => high < H[id])).toBe(true)
    expect(proposalsOf(clean.learnt, [], H, clean.noBetter)).toEqual([])
  })
  test('one dog that comes often says no more than one dog, and order does not matter', () => {
    const logs = sheets(0, 1.5, 20, 4)
    const often = logs.map(({ sheet }) => ({ of: 'one', sheet }))
    const width = ({ low, high }: { low: number; high: number }): number => high - low
    expect(width(learntOf(often, 'prior.rub'))).toBeGreaterThan(1.5 * width(learntOf(logs, 'prior.rub')))
    expect(learnPlaces([...logs].reverse(), H)).toEqual(learnPlaces(logs, H))
    expect(learnPlaces([], H).learnt).toEqual([])
  })
})

/** Grooms of dogs that can give so many times what ours says, asked for a share of it. */
function grooms(times: number, dogs: number, seed: number): GiveLog[] {
  const random = seeded(seed)
  return Array.from({ length: dogs }, (_, dog) => {
    const gives = times * Math.exp(H['learn.dogs-give'] * normal(random))
    const asked = 0.1 + 1.1 * random()
    return { of: `${dog}`, share: Math.min(asked, gives), stopped: asked > gives }
  })
}

describe('what dogs can give', () => {
  test('dogs that give less than we think are found, and four of five ranges hold it', () => {
    const all = Array.from({ length: 100 }, (_, i) => learnGive(grooms(0.7, 60, i + 1), H)[0]!)
    const truth = 0.7 * ESTIMATES['give.base'].value
    expect(mean(all.map(({ value }) => value / truth))).toBeGreaterThan(0.93)
    expect(mean(all.map(({ value }) => value / truth))).toBeLessThan(1.1)
    const held = all.filter(({ low, high }) => low <= truth && truth <= high).length
    expect(held).toBeGreaterThanOrEqual(65)
  })
  test('a limit is proposed lower, never higher', () => {
    const [less] = learnGive(grooms(0.6, 80, 2), H)
    expect(proposalsOf([less!], [], H).map(({ id }) => id)).toEqual(['give.base'])
    const [more] = learnGive(grooms(2.5, 80, 2), H)
    expect(more!.value).toBeGreaterThan(less!.value)
    expect(proposalsOf([{ ...more!, value: 60, low: 50, high: 70 }], [], H)).toEqual([])
  })
  test('dogs that were never asked for much say next to nothing', () => {
    const easy = grooms(1, 60, 3).map((log) => ({ ...log, share: 0.15, stopped: false }))
    expect(Math.abs(learnGive(easy, H)[0]!.value / ESTIMATES['give.base'].value - 1)).toBeLessThan(0.1)
    expect(learnGive([{ of: 'a', share: 0.01, stopped: true }], H)).toEqual([])
  })
  test('the same grooms in another order give the same', () => {
    const logs = grooms(0.8, 40, 5)
    expect(learnGive([...logs].reverse(), H)).toEqual(learnGive(logs, H))
  })
})

describe('brushing at home', () => {
  const indexAfter = (from: number, rate: number, weeks: number): number => {
    let index = from
    for (let week = 0; week < weeks; week++) index += rate * (1 - index / 100)
    return index
  }
  /** Dogs of one coat that mats so fast, every other brushed as said, which leaves so many times what ours says of it. */
  const dogs = (coat: number, care: number, count: number, seed: number): MattingLog[] => {
    const random = seeded(seed)
    return Array.from({ length: count }, (_, i) => {
      const brushed = i % 2 === 1
      const usual = 3 * (brushed ? H['care.top3'] : 1)
      const own = coat * (brushed ? care : 1) * Math.exp(H['rebook.sigma'] * normal(random))
      const intervals = [0, 1, 2].map(() => ({
        weeks: 6,
        leftIndex: 2,
        foundIndex: indexAfter(2, usual * own * Math.exp(0.2 * normal(random)), 6),
        usualRates: [usual],
      }))
      return { dogId: `${i}`, coatType: 'curly', care: brushed ? 'care.top3' : null, intervals }
    })
  }
  test('words that help half as much as we think are found beside a coat that mats as ours', () => {
    const all = SEEDS.map((seed) => learnMatting(dogs(1, 1.7, 80, seed), H))
    const times = (id: 'care.top3' | 'matting.curly'): number =>
      mean(all.map((learnt) => learnt.find((one) => one.id === id)!.value / ESTIMATES[id].value))
    expect(times('care.top3')).toBeGreaterThan(1.4)
    expect(times('care.top3')).toBeLessThan(1.9)
    expect(Math.abs(times('matting.curly') - 1)).toBeLessThan(0.15)
  })
  test('a coat that mats faster is not laid to the brushing', () => {
    const all = SEEDS.map((seed) => learnMatting(dogs(1.6, 1, 80, seed), H))
    expect(
      Math.abs(mean(all.map((learnt) => learnt.find(({ id }) => id === 'care.top3')!.value / H['care.top3'])) - 1),
    ).toBeLessThan(0.15)
  })
  test('four of five ranges hold it', () => {
    const truth = 1.4 * H['care.top3']
    const held = Array.from(
      { length: 60 },
      (_, i) => learnMatting(dogs(1, 1.4, 24, 500 + i), H).find(({ id }) => id === 'care.top3')!,
    ).filter(({ low, high }) => low <= truth && truth <= high)
    expect(held.length).toBeGreaterThanOrEqual(42)
  })
  test('what people say is read as the number nearest to it', () => {
    expect(careSaid(null)).toBeNull()
    expect(careSaid({ perWeek: 0, toSkin: true })).toBeNull()
    expect([1, 3, 4, 7, 14].map((perWeek) => careSaid({ perWeek, toSkin: true }))).toEqual([
      'care.skin1',
      'care.skin3',
      'care.skin3',
      'care.skin7',
      'care.skin7',
    ])
    expect(careSaid({ perWeek: 1, toSkin: false })).toBe('care.top1')
  })
})
