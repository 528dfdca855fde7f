import type { EstimateId, House } from '../numbers/estimates.ts'
import { type Learnt, type MinutesLog, type Trial, trialOf } from './minutes.ts'

/** A number of the house that its own logs would have otherwise. */
export interface Proposal extends Learnt {
  /** In use now. */
  readonly now: number
}

/** Less than this is not worth a word: so many parts of the number in use. */
const WORTH = 0.08

/** Safety limits never learn; only what is named here does, and a number that is a bound of harm has no place in it. */
const LEARNS: readonly string[] = ['minutes.', 'matting.']
export const mayLearn = (id: EstimateId): boolean => LEARNS.some((prefix) => id.startsWith(prefix))

/** Three figures, as a number is written down. */
export const written = (value: number): number => Number(value.toPrecision(3))

/**
 * What is worth proposing: enough logs, the number in use outside of what four of five times holds, and, for minutes, a
 * better word on the last logs when it is learnt from those before them.
 */
export function proposalsOf(learnt: readonly Learnt[], minutes: readonly MinutesLog[], house: House): Proposal[] {
  let trial: Trial | null = null
  return learnt.flatMap((one): Proposal[] => {
    const now = house[one.id]
    const value = written(one.value)
    if (!mayLearn(one.id) || one.logs < house['learn.least']) return []
    if (Math.abs(value / now - 1) < WORTH || (one.low <= now && now <= one.high)) return []
    if (one.id.startsWith('minutes.')) {
      trial ??= trialOf(minutes, house)
      const held = trial(one.id)
      if (!held || held.errorLearnt >= held.errorNow) return []
    }
    return [{ ...one, value, now }]
  })
}
