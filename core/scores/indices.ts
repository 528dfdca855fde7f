import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { House } from '../numbers/estimates.ts'
import type { Scale, Score } from './scales.ts'
import { extentOf, type Sheet, skinScore } from './sheet.ts'

export interface Index {
  /** 0 to 100 over what was looked at; null where nothing was. */
  readonly value: number | null
  /** With everything not looked at free of it. */
  readonly low: number
  /** With everything not looked at as bad as is plausible. */
  readonly high: number
}

export interface Indices {
  readonly mat: Index
  readonly undercoat: Index
  readonly condition: Index
  /** Worst skin score seen and on how many region-sides; 0 and 0 where none is above 0. */
  readonly skin: { readonly worst: Score; readonly regions: number }
}

const scoreOf = (sheet: Sheet, i: number, scale: Scale): Score | null =>
  scale === 'skin' ? skinScore(sheet[i]!) : sheet[i]![scale]

/**
 * What an unlooked-at region-side may plausibly be at worst: the area mean of the scored ones rounded up, and more in
 * friction places; 4 everywhere when nothing was scored [est].
 * @returns one score a region-side, in sweep order
 */
export function plausibleWorst(sheet: Sheet, scale: Scale, house: House): Score[] {
  let sum = 0
  let area = 0
  for (const { index, share } of REGION_SIDES) {
    const score = scoreOf(sheet, index, scale)
    if (score === null) continue
    sum += share * score
    area += share
  }
  // The sum of shares carries rounding; a mean of exactly 2 must not round up to 3.
  const mean = area === 0 ? 4 : Math.ceil(sum / area - 1e-9)
  return REGION_SIDES.map(
    ({ region }) =>
      Math.min(4, Math.round(mean + (REGIONS[region].rub ? house['unknown.rub'] : house['unknown.other']))) as Score,
  )
}

export const matWeight = (mat: Score, house: House): number =>
  mat === 0 ? 0 : house[`index.mat.m${mat as 1 | 2 | 3 | 4}`]

function index(sheet: Sheet, scale: 'mat' | 'undercoat' | 'condition', house: House): Index {
  const worst = plausibleWorst(sheet, scale, house)
  const weigh = (score: Score, extent: number): number =>
    scale === 'mat' ? extent * matWeight(score, house) : score / 4
  let known = 0
  let knownArea = 0
  let unknownHigh = 0
  let area = 0
  for (const { index: i, share } of REGION_SIDES) {
    const score = sheet[i]![scale]
    area += share
    if (score === null) unknownHigh += share * weigh(worst[i]!, 1)
    else {
      known += share * weigh(score, scale === 'mat' ? extentOf(sheet[i]!, score, house) : 1)
      knownArea += share
    }
  }
  if (knownArea === 0) return { value: null, low: 0, high: 100 }
  const value = (100 * known) / knownArea
  // A mean over the scored ones may lie outside the whole-dog ends by rounding alone, or when all is known.
  return {
    value,
    low: Math.min(value, (100 * known) / area),
    high: Math.min(100, Math.max(value, (100 * (known + unknownHigh)) / area)),
  }
}

/**
 * The four indices of a sheet, area-weighted.
 * Mat = 100 x sum(share x extent x weight) / sum(share); undercoat and condition = 100 x sum(share x score/4) / sum(share);
 * all over region-sides that were scored.
 */
export function indicesOf(sheet: Sheet, house: House): Indices {
  let worst: Score = 0
  let regions = 0
  for (const scores of sheet) {
    const skin = skinScore(scores) ?? 0
    if (skin > worst) {
      worst = skin
      regions = 1
    } else if (skin === worst && skin > 0) regions++
  }
  return {
    mat: index(sheet, 'mat', house),
    undercoat: index(sheet, 'undercoat', house),
    condition: index(sheet, 'condition', house),
    skin: { worst, regions },
  }
}
