import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import type { ScoreChange } from '../contract/api/scores.ts'
import {
  type CoatType,
  DEFAULT_HOUSE,
  DEFAULT_LENGTHS,
  matWeight,
  REGION_SIDES,
  REGIONS,
  type RegionId,
  type RegionSide,
  type Score,
} from '../core/index.ts'
import type { DemoDog } from './dogs.ts'

export type Dice = (low: number, high: number) => number
export function dice(seed: number): Dice {
  const generator = xoroshiro128plus(seed)
  return (low, high) => uniformInt(generator, low, high)
}

/** Coats that do not mat. */
const MATS_NEVER: ReadonlySet<CoatType> = new Set(['smooth', 'corded', 'hairless'])
const coatMm = ({ dog }: DemoDog, region: RegionId): number =>
  ({ ...DEFAULT_LENGTHS[dog.coatType], ...dog.lengthMm })[REGIONS[region].part]

const clamp = (value: number): Score => Math.max(0, Math.min(4, value)) as Score

/** What hands would find on one region-side, by how the coat is kept and where friction makes mats. */
export function todaysScores({ region, side }: RegionSide, demo: DemoDog, neglect: number, roll: Dice): ScoreChange {
  const { rub, tender } = REGIONS[region]
  const special = demo.found?.filter(([id, , only]) => id === region && (only ?? side) === side).at(-1)?.[1] ?? {}
  const mat = !MATS_NEVER.has(demo.dog.coatType)
    ? clamp(
        neglect - 1 + (rub ? 1 : 0) + (tender === 3 && neglect > 1 ? 1 : 0) + roll(-1, 1) - (roll(0, 2) === 0 ? 0 : 1),
      )
    : 0
  const carries = ['double', 'drop-double', 'feathered', 'wire'].includes(demo.dog.coatType)
  const undercoat = carries ? clamp(neglect + roll(-1, 1)) : 0
  const coat = coatMm(demo, region)
  const set: ScoreChange['set'] = {
    mat,
    undercoat,
    condition: clamp(neglect - 1 + roll(0, 1)),
    skin: 0,
    ...special,
  }
  const score = set.mat ?? 0
  return {
    region,
    side,
    set: {
      ...set,
      extent: score === 0 ? null : (set.extent ?? ([0.05, 0.25, 0.25, 0.5][roll(0, 3)] as number)),
      standoffMm: score < 2 ? null : (set.standoffMm ?? Math.min(coat / 2, [8, 6, 4, 2][score - 1] ?? 4)),
    },
  }
}

/** Mats that a dog of the past came with, index points, by how its coat is kept. */
const PAST_INDEX = [1.5, 8, 12, 15] as const
/** Scores that a place goes through while it mats; friction places first. */
const MATTING: readonly Pick<ScoreChange['set'], 'mat' | 'extent'>[] = [
  { mat: 1, extent: 0.5 },
  { mat: 2, extent: 0.25 },
  { mat: 2, extent: 0.5 },
  { mat: 3, extent: 0.5 },
]

/** Index points of a place on the whole dog once it has come so far. */
const worth = (i: number): number => 100 * (MATTING[i]?.extent ?? 0) * matWeight(MATTING[i]?.mat ?? 0, DEFAULT_HOUSE)

/** A look of the past: clean but for mats that grew where there is friction, until there are as many as that dog brings. */
export function pastSheet(demo: DemoDog, roll: Dice): ScoreChange[] {
  const grade = Math.max(0, Math.min(demo.neglect, 2) - roll(0, 1))
  const sheet = REGION_SIDES.map((rs): ScoreChange => {
    const { set, ...place } = todaysScores(rs, { ...demo, found: [] }, grade, roll)
    return { ...place, set: { ...set, mat: 0, extent: null, standoffMm: null } }
  })
  if (MATS_NEVER.has(demo.dog.coatType)) return sheet
  const target = (PAST_INDEX[demo.neglect] * roll(75, 125)) / 100
  const places = REGION_SIDES.map(({ region, index, share }) => ({ index, share, region, ease: roll(0, 100) })).sort(
    (a, b) => Number(REGIONS[b.region].rub) * 60 + b.ease - (Number(REGIONS[a.region].rub) * 60 + a.ease),
  )
  let index = 0
  for (const [i, { mat, extent }] of MATTING.entries()) {
    for (const place of places.slice(0, Math.ceil(places.length / (i + 1)))) {
      if (index >= target) return sheet
      index += place.share * (worth(i) - worth(i - 1))
      const standoffMm = mat! < 2 ? null : Math.min(coatMm(demo, place.region) / 2, mat === 2 ? 6 : 4)
      sheet[place.index] = { ...sheet[place.index]!, set: { ...sheet[place.index]!.set, mat, extent, standoffMm } }
    }
  }
  return sheet
}
