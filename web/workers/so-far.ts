import { verdictLabel } from '../../contract/words/index.ts'
import { type Plan, planned } from '../../core/index.ts'

/**
 * Of a plan what stands beside the dog while it is looked over, as the verdict will say it: of what is planned. Taking a
 * whole one in takes the page longer than a key may.
 */
export interface PlanSoFar {
  readonly says: string
  readonly minutes: Plan['verdict']['minutes']
  readonly pull: Plan['verdict']['pull']
  readonly pullBudget: number
  readonly stops: Plan['stops']
}

export const soFarOf = (plan: Plan): PlanSoFar => ({
  says: verdictLabel(plan),
  minutes: planned(plan, 'minutes'),
  pull: planned(plan, 'pull'),
  pullBudget: plan.verdict.pullBudget,
  stops: plan.stops,
})
