import { useMemo } from 'react'
import type { Visit } from '../../contract/api/visits.ts'
import { assessmentOf } from '../../contract/formats/read-assessment.ts'
import { type Assessment, type House, houseWith, type Plan } from '../../core/index.ts'
import { useSalon } from '../device/use-salon.ts'
import { usePlan } from '../workers/use-plan.ts'
import { sheetOf } from './sheet-state.ts'
import { useFile } from './use-file.ts'

/**
 * The plan the groom runs by, with what it was made from. Looking ahead makes no plan of record: what nobody has decided
 * yet is worked out here only.
 * @returns null until it is worked out
 */
export function usePlanOfVisit(visit: Visit): { assessment: Assessment; plan: Plan; house: House } | null {
  const { data: salon } = useSalon()
  const sheet = useMemo(() => sheetOf(visit.assessment), [visit.assessment])
  const file = useFile(visit, sheet)
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const kept = visit.acceptedPlan?.plan ?? visit.latestPlan?.plan ?? null
  const { plan: here } = usePlan(kept ? null : file, house)
  const plan = kept ?? here
  const assessment = useMemo(() => assessmentOf(file, house), [file, house])
  return useMemo(() => (plan ? { assessment, plan, house } : null), [assessment, plan, house])
}
