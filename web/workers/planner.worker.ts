import { expose } from 'comlink'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { type House, type Plan, planWhole } from '../../core/index.ts'
import { type PlanSoFar, soFarOf } from './so-far.ts'

/** The core off the main thread: the interface stays live while it plans. */
const planner = {
  plan: (file: AssessmentFile, house: House): Plan => planWhole(readAssessment(file, house), house),
  soFar: (file: AssessmentFile, house: House): PlanSoFar => soFarOf(planner.plan(file, house)),
}
export type Planner = typeof planner
expose(planner)
