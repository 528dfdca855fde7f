import type { Bench } from '../groom/bench/shape.ts'
import { minutesTaken } from '../groom/bench/status.ts'
import type { GroomStep } from '../groom/step.ts'
import { isMeasured } from '../groom/work.ts'
import { ESTIMATES, type EstimateId, type House } from '../numbers/estimates.ts'
import type { Cost } from '../plan/cost.ts'
import type { RegionPlan } from '../plan/plan-shape.ts'
import type { Treatment } from '../tools/treatments.ts'

/** Minutes that one rate stands for in a step: at the product's own rate, at pace 1, all factors of the dog in it. */
export interface RatePart {
  readonly rate: EstimateId
  readonly minutes: number
}

/** One step of coat work by the clock, and what the rates make of it. */
export interface Timing {
  readonly step: string
  readonly treatment: Treatment
  /** Who stood longest at it. */
  readonly personId: string | null
  readonly parts: readonly RatePart[]
  /** What no rate multiplies: moving on from place to place, min. */
  readonly fixedMin: number
  /** As it was planned, at pace 1. */
  readonly plannedMin: number
  readonly takenMin: number
}

/** What a step takes by the rates of a house, at pace 1, min. */
export const minutesBy = ({ parts, fixedMin }: Pick<Timing, 'parts' | 'fixedMin'>, house: House): number =>
  parts.reduce((sum, { rate, minutes }) => sum + (minutes * house[rate]) / ESTIMATES[rate].value, fixedMin)

/**
 * What the rates make of one step of coat work.
 * @param regions of the plan it belongs to
 * @returns null for other steps, and where a place is worked otherwise than planned: nothing is known of what it should take
 */
export function ratesOfStep(
  step: GroomStep,
  regions: readonly RegionPlan[],
): Pick<Timing, 'parts' | 'fixedMin'> | null {
  if (step.kind !== 'coat' || !step.treatment) return null
  const minutes = new Map<EstimateId, number>()
  let fixedMin = 0
  for (const index of step.indexes) {
    const option = regions[index]?.option
    if (!option || option.treatment !== step.treatment) return null
    for (const cost of [option.cost, option.card]) {
      if (!cost) continue
      fixedMin += cost.repositionMin * step.part
      for (const { rate, minutes: own } of ratesOf(cost)) minutes.set(rate, (minutes.get(rate) ?? 0) + own * step.part)
    }
  }
  return minutes.size === 0 ? null : { parts: [...minutes].map(([rate, of]) => ({ rate, minutes: of })), fixedMin }
}

const ratesOf = ({ parts, factors }: Cost): RatePart[] =>
  parts.map(({ rate, minutes, perM2 }) => ({ rate, minutes: (minutes / factors.pace / perM2) * ESTIMATES[rate].value }))

/**
 * Coat work of a groom that one person did by the clock. Steps that two stood at are left out: whose minutes they are
 * nobody can say.
 * @param regions of the plan it was done by
 */
export function timingsOf({ steps }: Bench, regions: readonly RegionPlan[]): Timing[] {
  return steps.flatMap((status): Timing[] => {
    const { step, byPerson } = status
    const rates = ratesOfStep(step, regions)
    if (!rates || !isMeasured(status) || byPerson.size > 1) return []
    return [
      {
        ...rates,
        step: step.id,
        treatment: step.treatment!,
        personId: [...byPerson.keys()][0] ?? status.doneBy,
        plannedMin: step.minutes / step.pace,
        takenMin: minutesTaken(status)!,
      },
    ]
  })
}
