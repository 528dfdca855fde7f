import { accessApi } from '../../contract/api/access.ts'
import { useRead } from './api.ts'

const FRESH_MS = 60_000

/** Whether one has to be let in, and who is here. */
export const useAccess = () => useRead(accessApi.read, {}, { staleTime: FRESH_MS })
