import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { PlanRecord, PlanRequest, Visit } from '../../contract/api/api.ts'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { type House, houseWith, type Plan } from '../../core/index.ts'
import { makePlan, salonQuery } from '../device/queries.ts'
import { unsavedChanges } from '../device/score-saver.ts'
import { usePlan } from '../workers/use-plan.ts'
import { useFile } from './dog-file.ts'
import { applied, sheetOf } from './sheet-state.ts'

export interface KeptPlan {
  /** null while it is not kept yet. */
  readonly record: PlanRecord | null
  readonly plan: Plan | null
  readonly file: AssessmentFile
  readonly house: House
  readonly error: Error | null
  readonly retry: () => void
  /** Another way than the best, or back to the best. */
  readonly choose: (wanted: PlanRequest) => Promise<void>
}

/** The plan the server computed and kept; while it is away, the same computed here, and said to be unsaved. */
export function useKeptPlan(visit: Visit): KeptPlan {
  const { data: salon } = useQuery(salonQuery)
  const client = useQueryClient()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const sheet = useMemo(
    () => applied(sheetOf(visit.assessment), unsavedChanges(visit.assessment.id, localStorage)),
    [visit],
  )
  const file = useFile(visit, sheet)
  const { plan: here } = usePlan(file, house)
  const queryKey = [
    'plan',
    visit.assessment.id,
    visit.assessment.revision,
    visit.arrivalRevision,
    salon?.estimates,
    salon?.prices,
    visit.progress,
  ]
  const kept = useQuery({
    queryKey,
    queryFn: async () => {
      const record = await makePlan(visit.assessment.id)
      void client.invalidateQueries({ queryKey: ['day'] })
      void client.invalidateQueries({ queryKey: ['visit', visit.id] })
      return record
    },
    staleTime: Number.POSITIVE_INFINITY,
    // While scores given a moment ago are still on their way, the plan before them stands; it cannot be taken.
    placeholderData: keepPreviousData,
  })
  return {
    record: kept.isPlaceholderData ? null : (kept.data ?? null),
    plan: kept.isPlaceholderData ? (here ?? kept.data?.plan ?? null) : (kept.data?.plan ?? here),
    file,
    house,
    error: kept.error,
    retry: () => void kept.refetch(),
    choose: async (wanted) => {
      client.setQueryData(queryKey, await makePlan(visit.assessment.id, wanted))
      void client.invalidateQueries({ queryKey: ['day'] })
    },
  }
}
