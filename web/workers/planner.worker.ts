import { expose } from 'comlink'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { verdictLabel } from '../../contract/words/index.ts'
import { type House, type Plan, planned, planWhole } from '../../core/index.ts'

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

/** The core off the main thread: the interface stays live while it plans. */
const planner = {
  plan: (file: AssessmentFile, house: House): Plan => planWhole(readAssessment(file, house), house),
  soFar(file: AssessmentFile, house: House): PlanSoFar {
    const plan = planner.plan(file, house)
    return {
      says: verdictLabel(plan),
      minutes: planned(plan, 'minutes'),
      pull: planned(plan, 'pull'),
      pullBudget: plan.verdict.pullBudget,
      stops: plan.stops,
    }
  },
}
export type Planner = typeof planner
expose(planner)
