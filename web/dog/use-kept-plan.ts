import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import { type PlanRecord, type PlanRequest, plansApi } from '../../contract/api/plan.ts'
import type { Visit } from '../../contract/api/visits.ts'
import type { AssessmentFile } from '../../contract/formats/assessment-file.ts'
import { type House, houseWith, type Plan } from '../../core/index.ts'
import { refresh } from '../device/api.ts'
import { answerOf } from '../device/client.ts'
import { useSalon } from '../device/use-salon.ts'
import { usePlan } from '../workers/use-plan.ts'
import { useFile } from './use-file.ts'
import { useSheet } from './use-scoring.ts'

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
  const { data: salon } = useSalon()
  const client = useQueryClient()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const sheet = useSheet(visit.assessment)
  const file = useFile(visit, sheet)
  const { plan: here } = usePlan(file, house)
  const look = { id: visit.assessment.id, revision: visit.assessment.revision, arrival: visit.arrivalRevision }
  const queryKey = ['plan', look, salon?.estimates, salon?.prices, visit.progress] as const
  const kept = useQuery({
    queryKey,
    queryFn: async () => {
      const record = await answerOf(plansApi.make, { id: visit.assessment.id, body: {} })
      void refresh(client, plansApi.make.touches)
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
      client.setQueryData(queryKey, await answerOf(plansApi.make, { id: visit.assessment.id, body: wanted }))
      void refresh(client, plansApi.make.touches)
    },
  }
}
