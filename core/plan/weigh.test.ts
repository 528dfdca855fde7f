import { describe, expect, test } from 'vitest'
import { seeded } from '../../contract/formats/random.ts'
import { aDogOf, aDogWithAll } from '../../test/fixtures/dogs-of-all-kinds.ts'
import { slowWeightOf } from '../../test/oracles/weigh-slow.ts'
import { mirrorIndex, REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { DEFAULT_HOUSE } from '../numbers/estimates.ts'
import { changed, flipTrials } from '../questions/flips.ts'
import { SCORES } from '../scores/scales.ts'
import type { SideScores } from '../scores/sheet.ts'
import { rememberingMaker } from './making.ts'
import { VERDICT_IDS } from './names.ts'
import { weightOf } from './weigh.ts'

const TIGHT = [75, 105, 135, 165]
/** Hardly a knot, and a jacket to be stripped where there is one. */
const kept = (dog: Assessment): Assessment => ({
  ...dog,
  sheet: dog.sheet.map((scores) => ({ ...scores, mat: scores.mat === null || scores.mat < 2 ? scores.mat : 0 })),
  dog: { ...dog.dog, jacket: dog.dog.coatType === 'wire' ? 'ready' : null },
  wishes: { ...dog.wishes, style: dog.dog.coatType === 'wire' ? 'strip' : dog.wishes.style },
})
/** A thousand dogs: of all kinds with all that may be on them, in slots too short for them, and well kept. */
const DOGS: readonly Assessment[] = Array.from({ length: 1000 }, (_, i) =>
  i % 7 === 4
    ? kept(aDogWithAll(i + 1))
    : i % 2 === 0
      ? aDogWithAll(i + 1)
      : aDogOf(i + 1, TIGHT[Math.floor(i / 2) % TIGHT.length]!),
)

/** The same dog with other scores of mats and undercoat at some places, and some places, seldom many, not looked at. */
function likeIt(dog: Assessment, random: () => number): Assessment {
  const score = () => SCORES[Math.floor(random() * SCORES.length)]!
  const unseen = random() < 0.1 ? 0.6 : 0.05
  return {
    ...dog,
    sheet: dog.sheet.map((scores) =>
      random() < 0.1
        ? { ...scores, mat: score(), undercoat: score() }
        : random() < unseen
          ? { ...scores, mat: null, undercoat: null, skin: null }
          : scores,
    ),
  }
}

describe('what is weighed quickly is what is weighed the long way', () => {
  test('for a thousand dogs as they are, and every other as it might be, in whatever order they are asked', () => {
    const random = seeded(20)
    const names = new Set<string>()
    for (const [i, dog] of DOGS.entries()) {
      const make = rememberingMaker()
      for (const one of i % 2 === 0 ? [dog, likeIt(dog, random)] : [dog]) {
        const long = slowWeightOf(one, DEFAULT_HOUSE)
        names.add(long.choice)
        expect(weightOf(one, DEFAULT_HOUSE, make)).toEqual(long)
      }
    }
    // None of these goes to the vet first: such a groom is not weighed.
    expect(VERDICT_IDS.filter((name) => !names.has(name))).toEqual(['refer'])
  })

  test('for every change that a flip is looked for in', () => {
    for (const dog of DOGS.filter((_, i) => i % 200 === 0)) {
      const make = rememberingMaker()
      for (const trial of flipTrials(dog, DEFAULT_HOUSE).filter((_, i) => i % 5 === 0))
        for (const change of trial) {
          const one = changed(dog, change)
          const shared = change.what !== 'wish' && change.what !== 'temper'
          expect(weightOf(one, DEFAULT_HOUSE, shared ? make : undefined)).toEqual(slowWeightOf(one, DEFAULT_HOUSE))
        }
    }
  })

  test('for a dog alike on both sides but for what was found, left or finished on one, whichever way round it is planned', () => {
    const random = seeded(21)
    for (const dog of DOGS.filter((_, i) => i % 250 === 0)) {
      const alike = dog.sheet.map((_, i) => {
        const { findings: _f, ...scores } = dog.sheet[Math.min(i, mirrorIndex[i]!)]!
        return { ...scores, findings: [], leave: null }
      })
      const pairs = REGION_SIDES.filter(({ side }) => side === 'left').map(({ index }) => index)
      const [found, left, finished] = [0, 1, 2].map(() => pairs[Math.floor(random() * pairs.length)]!) as [
        number,
        number,
        number,
      ]
      const sheet = alike.map(
        (scores, i): SideScores => ({
          ...scores,
          ...(i === found ? { findings: [{ id: 'tick', sizeMm: 4 }] } : {}),
          ...(i === left ? { leave: 'asked' } : {}),
        }),
      )
      const one: Assessment = {
        ...dog,
        sheet,
        progress: {
          done: [{ index: finished, treatment: 'brush', leavesMm: null, outlineMm: 40 }],
          minutes: 5,
          pull: 1,
        },
      }
      const make = rememberingMaker()
      for (const trial of flipTrials(one, DEFAULT_HOUSE).filter(([first], i) => first!.what === 'score' && i % 4 === 0))
        for (const change of trial) {
          const asked = changed(one, change)
          expect(weightOf(asked, DEFAULT_HOUSE, make)).toEqual(slowWeightOf(asked, DEFAULT_HOUSE))
        }
    }
  })
})
