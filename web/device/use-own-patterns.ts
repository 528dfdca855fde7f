import { useMemo } from 'react'
import { patternsApi, type SalonPattern } from '../../contract/api/patterns.ts'
import { useRead } from './api.ts'

const NONE: readonly SalonPattern[] = []

/** The salon's own patterns that are offered; none until they are known. */
export function useOwnPatterns(): readonly SalonPattern[] {
  const { data } = useRead(patternsApi.all, {})
  return useMemo(() => data?.filter(({ retired }) => !retired) ?? NONE, [data])
}
