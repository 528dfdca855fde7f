import { expose } from 'comlink'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { type House, type Plan, planWhole } from '../../core/index.ts'

/** Of a plan what stands beside the dog while it is looked over; taking a whole one in takes the page longer than a key may. */
export interface PlanSoFar {
  readonly verdict: Pick<Plan['verdict'], 'choice' | 'minutes' | 'pull' | 'pullBudget'>
  readonly stops: Plan['stops']
}

/** The core off the main thread: the interface stays live while it plans. */
const planner = {
  plan: (file: AssessmentFile, house: House): Plan => planWhole(readAssessment(file, house), house),
  soFar(file: AssessmentFile, house: House): PlanSoFar {
    const { verdict, stops } = planner.plan(file, house)
    const { choice, minutes, pull, pullBudget } = verdict
    return { verdict: { choice, minutes, pull, pullBudget }, stops }
  },
}
export type Planner = typeof planner
expose(planner)
