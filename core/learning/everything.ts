import type { Assessment } from '../dog/dog.ts'
import { planWhole } from '../groom/whole.ts'
import { type EstimateId, type House, houseWith } from '../numbers/estimates.ts'
import { learnPrices, type WayChosen } from './choices.ts'
import { type GiveLog, learnGive } from './give.ts'
import type { Learnt } from './learnt.ts'
import { learnMatter, type MatterLog } from './matter.ts'
import { learnMatting, type MattingLog } from './matting.ts'
import { learnWork, type MinutesLog } from './minutes.ts'
import { learnPlaces, type PlacesLog } from './places.ts'
import { type Proposal, proposalsOf } from './proposals.ts'

/** All that a house has logged, by what it teaches. */
export interface Logs {
  readonly steps: readonly MinutesLog[]
  readonly mats: readonly MattingLog[]
  readonly matter: readonly MatterLog[]
  readonly sheets: readonly PlacesLog[]
  readonly borne: readonly GiveLog[]
  readonly ways: readonly WayChosen[]
}

/** A dog of today that is planned and has not begun. */
export interface PlannedToday {
  readonly visitId: string
  readonly name: string
  readonly assessment: Assessment
}

/** What all proposals together would make of a dog's whole groom, min. */
export interface ChangedToday {
  readonly visitId: string
  readonly name: string
  readonly from: number
  readonly to: number
}

export interface AllLearnt {
  /** Steps by the clock that had a say. */
  readonly steps: number
  /** How unlike two like steps are, of the logarithm; null without any. */
  readonly spread: number | null
  readonly learnt: Learnt[]
  readonly proposals: Proposal[]
  readonly today: ChangedToday[]
}

/** A dog whose whole groom changes by less, min, is not named. */
const WORTH_NAMING = 1

/**
 * Everything that logs teach a house, what is proposed by it, and what that would change of today's dogs. Pure; the same
 * logs in another order give the same.
 * @param estimates the house's own numbers, in use now
 */
export function learnEverything(
  logs: Logs,
  dogs: readonly PlannedToday[],
  estimates: Partial<Record<EstimateId, number>>,
): AllLearnt {
  const house = houseWith(estimates)
  const minutes = learnWork(logs.steps, house)
  const places = learnPlaces(logs.sheets, house)
  const learnt = [
    ...minutes.rates,
    ...learnMatting(logs.mats, house),
    ...learnMatter(logs.matter, house),
    ...places.learnt,
    ...learnGive(logs.borne, house),
    ...learnPrices(logs.ways, house),
  ]
  const proposals = proposalsOf(learnt, logs.steps, house, places.noBetter)
  return {
    steps: minutes.logs,
    spread: minutes.logs > 0 ? minutes.spread : null,
    learnt,
    proposals,
    today: proposals.length > 0 ? changedBy(proposals, dogs, estimates, house) : [],
  }
}

function changedBy(
  proposals: readonly Proposal[],
  dogs: readonly PlannedToday[],
  estimates: Partial<Record<EstimateId, number>>,
  house: House,
): ChangedToday[] {
  const taken = houseWith({ ...estimates, ...Object.fromEntries(proposals.map(({ id, value }) => [id, value])) })
  return dogs.flatMap(({ visitId, name, assessment }) => {
    const [from, to] = [house, taken].map((numbers) => planWhole(assessment, numbers).groom?.minutes)
    return from === undefined || to === undefined || Math.abs(to - from) < WORTH_NAMING
      ? []
      : [{ visitId, name, from, to }]
  })
}
