import { DEFAULT_HOUSE, ESTIMATES, type EstimateId, type House } from '../numbers/estimates.ts'
import { fixed } from '../numbers/fixed.ts'
import { isPrice } from './choices.ts'
import type { Learnt } from './learnt.ts'
import { spreadOf } from './matter.ts'
import { logsLike, type MinutesLog, type Trial, trialOf } from './minutes.ts'
import { isPaced, isSlow, isTemper, STEP_RATES } from './timing.ts'

/** A number of the house that its own logs would have otherwise. */
export interface Proposal extends Learnt {
  /** In use now. */
  readonly now: number
}

/** Less than this is not worth a word: so many parts of the number in use. */
const WORTH = fixed('learn.worth')

/**
 * Product left in a coat burns, a mat left in it grows, and a dog is spared pull for its own sake: a hurried house does not
 * make these less than ours, and a dog that minds is given its time. Nor is a place that nobody looked at taken to be
 * better because "rest clean" was pressed on others, or a blade to be cooler than ours would be.
 */
const NEVER_LESS: ReadonlySet<EstimateId> = new Set([
  'bath.rinse',
  'check.comb',
  'price.pull',
  'prior.rub',
  'prior.blank',
  'blade.rise',
])
/**
 * What a dog can give is a limit: a house whose dogs bore more is not told to ask more of the next one. Nor is hair taken
 * to be free under a mat that nobody measured, for a blade to go there, because there was more of it elsewhere.
 */
const NEVER_MORE: ReadonlySet<EstimateId> = new Set(['give.base', 'free.m2', 'free.m3', 'free.m4'])
/** What sheets and grooms teach beside the clock. */
const BESIDE: ReadonlySet<EstimateId> = new Set(['prior.rub', 'prior.blank', 'give.base'])

/** Whether a number is a time that the clock teaches. */
export const isTime = (id: EstimateId): boolean => id.startsWith('minutes.') || STEP_RATES.has(id) || isSlow(id)

/** Safety limits never learn; only what is named here does, and a number that is a bound of harm has no place in it. */
export const mayLearn = (id: EstimateId): boolean =>
  isTime(id) ||
  isPrice(id) ||
  BESIDE.has(id) ||
  id.startsWith('matting.') ||
  id.startsWith('care.') ||
  spreadOf(id, DEFAULT_HOUSE) !== null

/** Three figures, as a number is written down. */
export const written = (value: number): number => Number(value.toPrecision(3))

/**
 * What is worth proposing: enough logs, the number in use outside of what four of five times holds, and, for minutes, a
 * better word on the last logs when it is learnt from those before them.
 * @param noBetter numbers that were tried on what was held back, and said no more of it than those in use
 */
export function proposalsOf(
  learnt: readonly Learnt[],
  minutes: readonly MinutesLog[],
  house: House,
  noBetter: ReadonlySet<EstimateId> = new Set(),
): Proposal[] {
  const trials = new Map<boolean, Trial>()
  const trialFor = (id: EstimateId): Trial => {
    const paced = isPaced(id)
    const trial = trials.get(paced) ?? trialOf(logsLike(minutes, paced), house)
    trials.set(paced, trial)
    return trial
  }
  return learnt.flatMap((one): Proposal[] => {
    const now = house[one.id]
    const value = written(one.value)
    if (!mayLearn(one.id) || noBetter.has(one.id) || one.logs < house['learn.least']) return []
    if (Math.abs(value / now - 1) < WORTH || (one.low <= now && now <= one.high)) return []
    if ((NEVER_LESS.has(one.id) || isTemper(one.id)) && value < ESTIMATES[one.id].value) return []
    if (NEVER_MORE.has(one.id) && value > ESTIMATES[one.id].value) return []
    if (isTime(one.id)) {
      const held = trialFor(one.id)(one.id)
      if (!held || held.errorLearnt >= held.errorNow) return []
    }
    return [{ ...one, value, now }]
  })
}
