import { REGION_SIDES, REGIONS } from '../body/regions.ts'
import type { EstimateId, House } from '../numbers/estimates.ts'
import type { Millimetres, Minutes } from '../numbers/units.ts'
import type { Treatment } from '../tools/treatments.ts'
import { type Context, paceOf } from './context.ts'
import type { SideState } from './side-state.ts'

/** One term of a treatment's minutes: a rate on an area, and the pull of those minutes. */
export interface CostPart {
  readonly rate: EstimateId
  readonly perM2: number
  readonly m2: number
  readonly pullRate: EstimateId
  readonly pullPerMin: Minutes
  /** After all factors. */
  readonly minutes: Minutes
  readonly pull: number
}

export interface Cost {
  readonly minutes: Minutes
  readonly pull: number
  readonly parts: readonly CostPart[]
  /** What the rates were multiplied by, in order; minutes' factors and the pull's. */
  readonly factors: {
    readonly length: number
    readonly density: number
    readonly temper: number
    readonly pace: number
    readonly dryer: number
    /** Working round what was found there. */
    readonly around: number
    readonly tender: number
    readonly skin: number
  }
  readonly repositionMin: Minutes
}

type Term = [rate: EstimateId, m2: number, pullRate: EstimateId]

/** Treatments that pull at the skin and so hurt more where it is sore. */
const PULLS_AT_SKIN: ReadonlySet<Treatment> = new Set(['brush', 'demat', 'blow-out', 'card'])

/** The terms of a treatment's minutes, or null where the table has no entry for this mat score. */
function termsOf(
  treatment: Treatment,
  areaM2: number,
  { mat, extent, undercoat }: SideState,
  spotOut: boolean,
): Term[] | null {
  const matted = areaM2 * extent
  const free: Term = ['minutes.brush.area', areaM2, 'pull.free']
  switch (treatment) {
    case 'none':
    case 'leave':
    case 'look':
      return []
    case 'brush':
      if (mat === 0) return [free]
      return mat === 1 || mat === 2 ? [free, [`minutes.brush.m${mat}`, matted, `pull.brush.m${mat}`]] : null
    case 'demat':
      return mat === 2 || mat === 3 ? [free, [`minutes.demat.m${mat}`, matted, `pull.demat.m${mat}`]] : null
    case 'blow-out':
      // Air goes over the whole place; where it is matted it takes longer.
      return mat === 0
        ? [free, ['minutes.blow-out.m0', areaM2, 'pull.blow-out']]
        : [
            free,
            ['minutes.blow-out.m0', areaM2 - matted, 'pull.blow-out'],
            [`minutes.blow-out.m${mat}`, matted, 'pull.blow-out'],
          ]
    case 'splice':
      return mat < 2 ? null : [free, [`minutes.splice.m${mat as 2 | 3 | 4}`, matted, 'pull.splice']]
    case 'clip-out':
      return mat < 2
        ? null
        : [
            ['minutes.brush.area', areaM2 - matted, 'pull.free'],
            [`minutes.clip-out.m${mat as 2 | 3 | 4}`, matted, 'pull.clip-out'],
          ]
    case 'clip':
      return spotOut
        ? [
            ['minutes.clip.m0', areaM2 - matted, 'pull.clip'],
            [`minutes.clip-out.m${mat as 2 | 3 | 4}`, matted, 'pull.clip-out'],
          ]
        : [[`minutes.clip.m${mat}`, areaM2, mat >= 3 ? 'pull.clip.tight' : 'pull.clip']]
    case 'strip':
      return mat > 1 ? null : [['minutes.strip', areaM2, 'pull.strip']]
    case 'card':
      return undercoat === 0 ? [] : [[`minutes.card.u${undercoat}`, areaM2, 'pull.card']]
  }
}

/** 0.7 + 0.010 x mm, at most 2: longer coat takes longer. */
export const lengthFactor = (coatMm: Millimetres, house: House): number =>
  Math.min(house['factor.length.cap'], house['factor.length.base'] + house['factor.length.per-mm'] * coatMm)

/**
 * Minutes and pull load of one treatment on one region-side, from the table of rates: rate x area, times coat length,
 * density, temper and pace, plus the reposition; pull = minutes of each part x its pull, times tenderness / 1.5, times
 * the skin factor for what pulls at the skin.
 * @param scale for a part of the usual rates, such as carding beside a blow-out
 * @param around for working round what was found there
 * @param spotOut a spot is cut out by itself before the rest is clipped
 * @returns null where the treatment has no rate for this mat score
 */
export function costOf(
  treatment: Treatment,
  state: SideState,
  ctx: Context,
  scale = 1,
  around = 1,
  spotOut = false,
): Cost | null {
  const { region, share } = REGION_SIDES[state.index]!
  const { house, assessment } = ctx
  const terms = termsOf(treatment, ctx.bsaM2 * share, state, spotOut)
  if (!terms) return null
  const lowDryer = treatment === 'blow-out' && assessment.dog.dryerTolerance !== 'fine'
  const skinPulls = PULLS_AT_SKIN.has(treatment)
  const factors = {
    length: lengthFactor(state.coatMm, house),
    density: ctx.densityFactor,
    temper: ctx.temperFactor,
    pace: paceOf(treatment, assessment),
    dryer: (lowDryer ? house['minutes.blow-out.low'] : 1) * scale,
    around,
    tender: REGIONS[region].tender / house['pull.tender-base'],
    skin: !skinPulls || state.sore === 0 ? 1 : state.sore === 1 ? house['pull.skin1'] : house['pull.skin2'],
  }
  const minutesFactor = factors.length * factors.density * factors.temper * factors.pace * factors.around
  const parts = terms.map(([rate, m2, pullRate]): CostPart => {
    // The low setting slows the air, not the brush beside it.
    const own = treatment === 'blow-out' && !rate.startsWith('minutes.blow-out') ? 1 : factors.dryer
    const minutes = house[rate] * m2 * minutesFactor * own
    return {
      rate,
      perM2: house[rate],
      m2,
      pullRate,
      pullPerMin: house[pullRate],
      minutes,
      pull: minutes * house[pullRate] * factors.tender * factors.skin,
    }
  })
  const repositionMin =
    treatment === 'none' || treatment === 'leave' || treatment === 'look' ? 0 : house['minutes.reposition']
  return {
    minutes: parts.reduce((sum, part) => sum + part.minutes, 0) + repositionMin,
    pull: parts.reduce((sum, part) => sum + part.pull, 0),
    parts,
    factors,
    repositionMin,
  }
}

/** Carding on top of another treatment: no reposition of its own, half where the coat is blown out. */
export function cardCost(state: SideState, ctx: Context, beside: Treatment): Cost {
  const cost = costOf('card', state, ctx, beside === 'blow-out' ? ctx.house['minutes.card.with-blow-out'] : 1)!
  return { ...cost, minutes: cost.minutes - cost.repositionMin, repositionMin: 0 }
}
