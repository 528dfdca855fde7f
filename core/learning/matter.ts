import type { CoatType } from '../coat/coat-types.ts'
import { GROWS_ON } from '../coat/growth.ts'
import type { BladeReading } from '../groom/bench/shape.ts'
import { ESTIMATES, type EstimateId, type House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { grouped } from '../numbers/grouped.ts'
import type { Score } from '../scores/scales.ts'
import { type Learnt, learntAs, oftenOf, reachOf, TAILS } from './learnt.ts'

/** What one visit, or one count of the shelf, says of a number of what things are like: water, growth, product. */
export interface MatterLog {
  readonly id: EstimateId
  /** The dog or the product it is said of; what one says often counts as one. */
  readonly of: string
  /** Logarithm of what the number would be over what the product has it, and its own doubt. */
  readonly off: number
  readonly sd: number
}

const ROUNDS = 40
const SETTLED = 1e-9

/** Numbers that matter logs teach, each with how unlike the dogs, or the counts, are beside each other. */
export function spreadOf(id: EstimateId, house: House): number | null {
  if (id.startsWith('pickup.')) return house['dry.water-spread']
  if (id === 'air.k') return house['dry.rate-spread']
  if (id === 'growth.mm-day') return house['learn.growth']
  if (id === 'bath.ml') return house['learn.product']
  if (id.startsWith('extent.m') || id.startsWith('free.m')) return house['learn.extent']
  if (id === 'blade.rise') return house['learn.blade']
  return null
}

/**
 * Numbers by what their logs say: each normal about ours on the log scale, dogs about it by Student's t. Found as the mode
 * by reweighting (Lange, Little and Taylor, JASA 1989), its range by the weights. The logs in another order give the same.
 */
export function learnMatter(logs: readonly MatterLog[], house: House): Learnt[] {
  const finite = logs.filter(({ off }) => Number.isFinite(off))
  return [...grouped(finite, ({ id }) => id)]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([id, own]): Learnt[] => {
      const spread = spreadOf(id, house)
      if (spread === null) return []
      const often = oftenOf(own)
      const told = own
        .map(({ of, off, sd }) => ({
          off,
          alone: spread ** 2 + sd ** 2,
          variance: spread ** 2 * often.get(of)! + sd ** 2,
        }))
        .sort((a, b) => a.off - b.off || a.variance - b.variance)
      const prior = 1 / house['learn.matter'] ** 2
      let middle = 0
      let precision = prior
      for (let round = 0; round < ROUNDS; round++) {
        precision = prior
        let sum = 0
        for (const { off, alone, variance } of told) {
          const weight = (TAILS + 1) / (TAILS + (off - middle) ** 2 / alone) / variance
          precision += weight
          sum += weight * off
        }
        const next = sum / precision
        const settled = Math.abs(next - middle) < SETTLED
        middle = next
        if (settled) break
      }
      return [learntAs(id, reachOf(middle, 1 / precision), own.length)]
    })
}

const LEAST_DAYS = fixed('learn.least-days')
/** What is no longer than this tells a length said badly from growth. */
const LEAST_GROWN_MM = fixed('learn.least-grown')

/**
 * Growth by how long a coat came back after a known cut; coats that grow without stop alone.
 * @param leftMm @param foundMm by part; parts of which one is not known say nothing
 * @returns null where too little time has passed, or nothing was cut
 */
export function growthSays(
  leftMm: Readonly<Partial<Record<string, number>>>,
  foundMm: Readonly<Partial<Record<string, number>>>,
  days: number,
  coatType: CoatType,
  house: House,
): Pick<MatterLog, 'id' | 'off' | 'sd'> | null {
  if (!GROWS_ON.has(coatType) || days < LEAST_DAYS) return null
  const grown = Object.entries(leftMm).flatMap(([part, left]) => {
    const found = foundMm[part]
    return left === undefined || found === undefined ? [] : [found - left]
  })
  if (grown.length === 0) return null
  const mean = grown.reduce((a, b) => a + b, 0) / grown.length
  if (mean < LEAST_GROWN_MM) return null
  return {
    id: 'growth.mm-day',
    off: Math.log(mean / days / ESTIMATES['growth.mm-day'].value),
    sd: house['learn.length'] / Math.sqrt(grown.length) / mean,
  }
}

/** What was booked between two counts is too little to say anything of, ml of product. */
const LEAST_BOOKED_ML = fixed('learn.least-booked')

/**
 * Solution that a wash really takes, by what is missing on the shelf beyond what was booked between two counts.
 * @param bookedMl product that plans booked @param usedMl and that the shelf lost
 * @param houseThen ml that plans were made with
 */
export function productSays(
  bookedMl: number,
  usedMl: number,
  houseThen: number,
): Pick<MatterLog, 'id' | 'off' | 'sd'> | null {
  if (bookedMl < LEAST_BOOKED_ML || usedMl <= 0) return null
  return { id: 'bath.ml', off: Math.log((usedMl / bookedMl) * (houseThen / ESTIMATES['bath.ml'].value)), sd: 0 }
}

/** What a thermometer at a blade is off by, C. */
const THERMOMETER_C = fixed('learn.thermometer')
/** A blade read sooner, or nearer to where it starts or ends than this, says nothing of how fast it warms. */
const LEAST_BLADE_MIN = fixed('learn.least-blade')
const LEAST_BLADE_C = fixed('learn.least-warm')

/**
 * How fast blades warm here, by readings of one groom: each solved for its own rate on Newton's curve (from just cooled
 * towards the hottest), the rates weighted by how exactly a reading tells it there.
 * @returns null where none says anything
 */
export function bladeSays(
  readings: readonly BladeReading[],
  house: House,
): Pick<MatterLog, 'id' | 'off' | 'sd'> | null {
  const { 'blade.cooled': start, 'blade.hottest': end } = house
  let precision = 0
  let sum = 0
  for (const { minutes, celsius } of readings) {
    if (minutes < LEAST_BLADE_MIN || celsius < start + LEAST_BLADE_C || celsius > end - LEAST_BLADE_C) continue
    const rise = Math.log((end - start) / (end - celsius)) / minutes
    const weight = ((rise * minutes * (end - celsius)) / THERMOMETER_C) ** 2
    precision += weight
    sum += weight * Math.log(rise / ESTIMATES['blade.rise'].value)
  }
  return precision > 0 ? { id: 'blade.rise', off: sum / precision, sd: 1 / Math.sqrt(precision) } : null
}

/** Mats of one level on one look: the means of the logarithms of how far they reach and of the hair free under them. */
export interface MatsSeen {
  readonly mat: Score
  readonly lnExtent: number | null
  readonly lnFreeMm: number | null
}

/** How far mats of a level usually reach here, and how much hair is usually free under them, by what hands said of them. */
export function matsSay({ mat, lnExtent, lnFreeMm }: MatsSeen): Pick<MatterLog, 'id' | 'off' | 'sd'>[] {
  const say = (id: EstimateId, ln: number | null): Pick<MatterLog, 'id' | 'off' | 'sd'>[] =>
    ln === null ? [] : [{ id, off: ln - Math.log(ESTIMATES[id].value), sd: 0 }]
  if (mat === 0) return []
  return [...say(`extent.m${mat}`, lnExtent), ...(mat >= 2 ? say(`free.m${mat as 2 | 3 | 4}`, lnFreeMm) : [])]
}
