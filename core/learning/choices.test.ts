import { beforeAll, describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { DEFAULT_HOUSE, ESTIMATES, houseWith } from '../numbers/estimates.ts'
import { planGroom } from '../plan/plan.ts'
import { choiceOf, learnPrices, type WayChosen } from './choices.ts'
import { proposalsOf } from './proposals.ts'

const H = DEFAULT_HOUSE
const DOGS = 400

/** Verdicts of dogs of all kinds, as somebody who takes ours sees them. */
let verdicts: WayChosen[]
beforeAll(() => {
  verdicts = Array.from({ length: DOGS }, (_, i) => planGroom(aDogWithAll(i + 1), H).verdict).flatMap(
    (verdict, i) => choiceOf(`${i}`, verdict, H) ?? [],
  )
})

/** The same by hands whose prices are so many times ours, who know their mind about as well as people do. */
function chosenBy(times: { minute: number; pull: number }, seed: number): WayChosen[] {
  const random = seeded(seed)
  return verdicts.map((choice) => {
    const worth = choice.ways.map(({ minutes, pull, rest }, i) => {
      const weighs = rest + times.minute * H['price.minute'] * minutes + times.pull * H['price.pull'] * pull
      const noise = -Math.log(-Math.log(random()))
      return -weighs / H['learn.choice'] + noise + (i === 0 ? H['learn.anchor'] / H['learn.choice'] : 0)
    })
    return { ...choice, taken: worth.indexOf(Math.max(...worth)) }
  })
}
const timesOurs = (choices: readonly WayChosen[], id: 'price.minute' | 'price.pull'): number =>
  learnPrices(choices, H).find((one) => one.id === id)!.value / ESTIMATES[id].value

describe('prices by what was taken against ours', () => {
  test('ways that were closed, or need another visit, are no choice', () => {
    expect(verdicts.length).toBeGreaterThan(DOGS / 4)
    for (const { ways } of verdicts) expect(ways.length).toBeGreaterThan(1)
  })
  const SEEDS = [1, 2, 3, 4, 5, 6]
  const TRUTHS = [
    { minute: 3, pull: 1 },
    { minute: 1, pull: 3 },
    { minute: 1, pull: 1 },
  ]
  test.each(TRUTHS)(
    'minutes at $minute and pull at $pull times ours are found, the way and a good part of it',
    (truth) => {
      const found = SEEDS.map((seed) => chosenBy(truth, seed))
      const mean = (id: 'price.minute' | 'price.pull'): number =>
        Math.exp(found.reduce((sum, choices) => sum + Math.log(timesOurs(choices, id)), 0) / found.length)
      // Drawn towards ours: a few dozen choices against it are all there is.
      for (const [id, times] of [
        ['price.minute', truth.minute],
        ['price.pull', truth.pull],
      ] as const) {
        expect(mean(id), id).toBeGreaterThan(times ** 0.35 * 0.75)
        expect(mean(id), id).toBeLessThan(times * 1.35)
      }
    },
  )
  test('ranges said to hold four of five hold most', () => {
    const held = TRUTHS.flatMap((truth) =>
      SEEDS.flatMap((seed) =>
        learnPrices(chosenBy(truth, 10 + seed), H).map(({ id, low, high }) => {
          const value = ESTIMATES[id].value * (id === 'price.minute' ? truth.minute : truth.pull)
          return low <= value && value <= high
        }),
      ),
    )
    expect(held.filter(Boolean).length / held.length).toBeGreaterThan(0.55)
  })
  test('where everybody takes ours nothing is learnt, and the same choices in another order give the same', () => {
    expect(learnPrices(verdicts, H)).toEqual([])
    const choices = chosenBy({ minute: 3, pull: 1 }, 5)
    expect(learnPrices(choices.toReversed(), H)).toEqual(learnPrices(choices, H))
  })
  test('who turned ours down is held against what was turned down', () => {
    const verdict = Array.from({ length: 60 }, (_, i) => aDogWithAll(i + 1)).flatMap((dog) => {
      const { verdict: first } = planGroom(dog, H)
      const other = first.alternatives.find(
        (one) => one.feasible && !one.closed && one.visits === 1 && one.style !== first.style,
      )
      if (!other) return []
      const { verdict: second } = planGroom({ ...dog, wishes: { ...dog.wishes } }, H, other.style)
      return second.insteadOf === first.style ? [{ first, second }] : []
    })[0]!
    const [ours, theirs] = [choiceOf('a', verdict.first, H)!, choiceOf('b', verdict.second, H)!]
    expect(ours.taken).toBe(0)
    expect(theirs.taken).toBe(theirs.ways.length - 1)
    expect(theirs.ways[0]!.minutes).toBeCloseTo(ours.ways[0]!.minutes, 6)
  })
  test('a house that counts pull for little is never told to spare its dogs less', () => {
    const rows = [{ id: 'price.pull' as const, value: 0.1, low: 0.08, high: 0.13, logs: 40 }]
    expect(proposalsOf(rows, [], H)).toEqual([])
    expect(proposalsOf([{ ...rows[0]!, value: 0.9, low: 0.7, high: 1.1 }], [], H)).toHaveLength(1)
    expect(
      proposalsOf([{ ...rows[0]!, value: 0.9, low: 0.7, high: 1.1 }], [], houseWith({ 'price.pull': 0.9 })),
    ).toEqual([])
  })
})
